import { type ClosedTerm, isPeople, termKey, termUnit } from '../measure/term';
import { isPartDimension } from '../naming/convention';
import type { Day, DayRange } from '../time/day';
import { type Spans, spansOf } from './spans';
import type { Level } from './node';
import { coversWhole, hasUnread, listKnows, newestCover } from './known-cells';
import { canSkip, passesOver, skipsLevels } from './skipping';
import { type ClientTables, type FeedTable, marginOn, NONE, type OrderTable, rateOn, SKIPPED } from './tables';

/** One term as a feed delivers it; `derived` multiplies a value by the margin of the row's day. */
export interface Source {
  readonly column: string;
  readonly derived: boolean;
}

/** A term's column in a feed: margin value is derived from the value of the same outcome. */
export function sourceOf(term: ClosedTerm): Source {
  if (term.kind === 'outcome' && term.part === 'margin') return { column: termKey({ ...term, part: 'value' }), derived: true };
  return { column: termKey(term), derived: false };
}

/** Whether lists of outcomes answer a term, instead of a channel's feeds. */
export const isListed = (term: ClosedTerm): boolean => term.kind === 'outcome' && term.countedBy !== 'claims';

export const ordersAnswer = (table: OrderTable, term: ClosedTerm): boolean =>
  term.kind === 'outcome' && table.countedBy === term.countedBy && table.action === term.action;

/** The plan of one campaign at one level, by day of the window. */
export interface CellPlan {
  /** Per term: index of the feed that answers on each day, NONE where none does. */
  readonly answers: readonly Int16Array[];
  /** Per day: which terms are measured for members at such a path, one bit a term. A report that lacks a level says nothing of the members on it. */
  measuredAt(path: readonly number[]): Int32Array;
}

/** The cells of what no feed splits by campaign. */
export const WHOLE_ACCOUNT: Level = { dimensions: [], level: -1 };

/**
 * Decides, for every cell (campaign × day) and term, the one feed that answers at a level
 * (calculations, chapter 3). Overlapping feeds are never added together.
 */
export class Plan {
  private readonly width: number;
  private readonly plans = new Map<string, CellPlan>();
  private readonly accounts = new Map<number, Int32Array>();
  private readonly unnamed = new Map<string, { readonly campaign: Int16Array; readonly none: Int16Array }>();
  private readonly spans = new Map<FeedTable, Spans | undefined>();
  /** Answers by level, term and campaign, before levels that a deeper one passes over are taken out. */
  private readonly found = new Map<string, Int16Array>();
  private readonly isSkipped: boolean;

  constructor(
    readonly tables: ClientTables,
    readonly terms: readonly ClosedTerm[],
    /** Levels of the tree, outermost first. */
    private readonly levels: readonly string[],
    readonly window: DayRange,
    /** Day of the window → bucket, NONE for days between buckets. */
    private readonly bucketOf: Int16Array,
  ) {
    if (terms.length > 31) throw new RangeError('A question can read at most 31 terms');
    this.width = window.to - window.from + 1;
    this.isSkipped = tables.feeds.some((feed) => skipsLevels(feed, levels));
  }

  /** The plan for one campaign of an account; campaign NONE stands for what no feed splits by campaign. */
  cells(level: Level, campaign: number, account: number): CellPlan {
    const key = `${level.level} ${level.dimensions.length} ${campaign === NONE ? `account ${account}` : campaign}`;
    let plan = this.plans.get(key);
    if (!plan) {
      plan = this.decide(level, campaign, account);
      this.plans.set(key, plan);
    }
    return plan;
  }

  /**
   * Per day: the terms an account knows for everything it has. Without such a cover its total is
   * only "at least", because campaigns may exist that no file has named.
   */
  accountMeasured(account: number): Int32Array {
    let measured = this.accounts.get(account);
    if (!measured) {
      measured = Int32Array.from({ length: this.width }, (_, at) =>
        this.terms.reduce((mask, term, index) => (this.knowsAll(term, account, this.window.from + at) ? mask | (1 << index) : mask), 0),
      );
      this.accounts.set(account, measured);
    }
    return measured;
  }

  /** Whether some day of the window lacks a rate for the account's money. */
  lacksRate(account: number): boolean {
    const info = this.tables.accounts[account];
    if (!info || info.rates === null) return false;
    for (let day = this.window.from; day <= this.window.to; day++) if (rateOn(info, day) === undefined) return true;
    return false;
  }

  private hasRate(term: ClosedTerm, account: number, day: Day): boolean {
    const info = this.tables.accounts[account];
    return !info || info.rates === null || termUnit(term) !== 'money' || rateOn(info, day) !== undefined;
  }

  private knowsAll(term: ClosedTerm, account: number, day: Day): boolean {
    const { column, derived } = sourceOf(term);
    if (derived && marginOn(this.tables.margin, day) === undefined) return false;
    if (isListed(term)) return this.ordersKnow(term, account, [], day);
    if (!this.hasRate(term, account, day)) return false;
    if (this.tables.feeds.some((feed) => feed.account === account && feed.to)) return this.knowsUnnamed(term, account, day);
    const covering = this.tables.feeds.filter(
      (feed) => feed.account === account && feed.amounts.has(column) && feed.covers.some((cover) => cover.from <= day && day <= cover.to),
    );
    const byCampaign = covering.filter((feed) => feed.dimensions.has('campaign'));
    // A feed without campaigns answers only where no feed knows campaigns.
    const answering = byCampaign.length > 0 ? byCampaign : covering;
    return answering.some(
      (feed) =>
        feed.covers.some((cover) => cover.campaigns === 'all') && coversWhole(feed.covers, UNNAMED, day) && !hasUnread(feed, UNNAMED, day),
    );
  }

  /** Whether a campaign that no file has named would be answered for: with rows of several days that is not a question of cover alone. */
  private knowsUnnamed(term: ClosedTerm, account: number, day: Day): boolean {
    const at = day - this.window.from;
    const key = `${termKey(term)} ${account}`;
    const known = this.unnamed.get(key) ?? {
      campaign: this.answer([], this.terms.indexOf(term), UNNAMED, account),
      none: this.answer([], this.terms.indexOf(term), NONE, account),
    };
    this.unnamed.set(key, known);
    return known.campaign[at] !== NONE || known.none[at] !== NONE;
  }

  private spansOf(feed: FeedTable): Spans | undefined {
    if (!this.spans.has(feed))
      this.spans.set(
        feed,
        spansOf(feed, this.window, (day) => this.bucketOf[day - this.window.from] ?? NONE),
      );
    return this.spans.get(feed);
  }

  /** The terms that orders count and that are known on a day, one bit a term. */
  ordersMeasured(day: Day): number {
    return this.terms.reduce(
      (mask, term, index) =>
        isListed(term) && this.isMeasured(term, NONE, { campaign: NONE, account: NONE, dimensions: [], needed: [], passed: [] }, day)
          ? mask | (1 << index)
          : mask,
      0,
    );
  }

  private decide(level: Level, campaign: number, account: number): CellPlan {
    // What no feed splits by campaign is asked of the account: a campaign is no part of the breakdown.
    const dimensions = campaign === NONE ? level.dimensions.filter((each) => each !== 'campaign') : level.dimensions;
    const answers = this.terms.map((_, term) => this.shown(level, dimensions, term, campaign, account));
    const known = new Map<string, Int32Array>();
    const whole = this.isSkipped ? undefined : this.measured(answers, { campaign, account, dimensions, needed: [], passed: [] });
    const measuredAt = (path: readonly number[]): Int32Array => {
      if (whole) return whole;
      const needed = level.dimensions.filter((_, depth) => path[depth] !== SKIPPED && path[depth] !== NONE);
      const key = needed.join();
      let measured = known.get(key);
      if (!measured) {
        const passed = level.dimensions.filter((_, depth) => path[depth] === SKIPPED);
        measured = this.measured(answers, { campaign, account, dimensions, needed, passed });
        known.set(key, measured);
      }
      return measured;
    };
    return { answers, measuredAt };
  }

  private measured(answers: readonly Int16Array[], where: Where): Int32Array {
    return Int32Array.from({ length: this.width }, (_, at) =>
      this.terms.reduce(
        (mask, term, index) =>
          this.isMeasured(term, answers[index]?.[at] ?? NONE, where, this.window.from + at) ? mask | (1 << index) : mask,
        0,
      ),
    );
  }

  /** The answers of a level without the cells in which a deeper level's answer passes over it: the same money would stand in the tree twice. */
  private shown({ level }: Level, dimensions: readonly string[], term: number, campaign: number, account: number): Int16Array {
    const own = this.answer(dimensions, term, campaign, account);
    if (!this.isSkipped || level < 0) return own;
    const passed = this.levels[level] ?? '';
    const deeper = this.levels.flatMap((_, depth) => {
      if (depth <= level) return [];
      const below = this.levels.slice(0, depth + 1);
      const ofAccount = this.answer(
        below.filter((each) => each !== 'campaign'),
        term,
        NONE,
        account,
      );
      return campaign === NONE ? [ofAccount] : [this.answer(below, term, campaign, account), ofAccount];
    });
    return own.map((feed, at) => (deeper.some((answers) => this.lacks(answers[at] ?? NONE, passed)) ? NONE : feed));
  }

  private lacks(feedAt: number, dimension: string): boolean {
    const feed = this.tables.feeds[feedAt];
    return feed !== undefined && !feed.dimensions.has(dimension);
  }

  private isMeasured(term: ClosedTerm, feedAt: number, { campaign, account, dimensions, needed, passed }: Where, day: Day): boolean {
    const { column, derived } = sourceOf(term);
    if (derived && marginOn(this.tables.margin, day) === undefined) return false;
    if (isListed(term)) return this.ordersKnow(term, account, dimensions, day);
    const feed = this.tables.feeds[feedAt];
    if (!feed || !needed.every((each) => feed.dimensions.has(each)) || !passed.every((each) => passesOver(feed, each))) return false;
    return !hasUnmeasured(feed, column, campaign, day) && coversWhole(feed.covers, campaign, day) && !hasUnread(feed, campaign, day);
  }

  /** Orders know of a member what their tags say: without a tag for a device, orders by device are not measured, which is not 0. */
  private ordersKnow(term: ClosedTerm, account: number, dimensions: readonly string[], day: Day): boolean {
    if (this.tables.accounts[account]?.sellsItself === true || isPeople(term)) return false;
    return this.tables.orders.some(
      (table) => ordersAnswer(table, term) && dimensions.every((dimension) => table.codes.has(dimension)) && listKnows(table, day),
    );
  }

  /**
   * The feed that passes over the fewest levels, then the one with the fewest closed dimensions, that has
   * the term and the breakdown and covers the cell; ties go to the newest import, then to the larger feed id.
   */
  private answer(dimensions: readonly string[], termAt: number, campaign: number, account: number): Int16Array {
    const key = `${dimensions.join()} ${termAt} ${campaign} ${account}`;
    let answer = this.found.get(key);
    if (!answer) {
      answer = this.find(dimensions, termAt, campaign, account);
      this.found.set(key, answer);
    }
    return answer;
  }

  private find(dimensions: readonly string[], termAt: number, campaign: number, account: number): Int16Array {
    const answer = new Int16Array(this.width).fill(NONE);
    const term = this.terms[termAt];
    if (!term || isListed(term) || !this.tables.accounts[account]) return answer;
    const { column } = sourceOf(term);
    const delivering = this.tables.feeds
      .map((feed, at): Candidate => ({
        feed,
        at,
        size: sizeOf(feed) + LEVEL_LOST * dimensions.filter((each) => !feed.dimensions.has(each)).length,
      }))
      .filter(({ feed }) => feed.account === account && feed.amounts.has(column) && knows(feed, dimensions));
    const byCampaign = delivering.filter(({ feed }) => feed.dimensions.has('campaign'));
    const candidates = campaign === NONE ? delivering.filter(({ feed }) => !feed.dimensions.has('campaign')) : byCampaign;
    const refused = new Refused(candidates.map(({ feed, at }) => ({ at, spans: this.spansOf(feed) })));
    do {
      for (let at = 0; at < this.width; at++) {
        const day = this.window.from + at;
        if (!this.hasRate(term, account, day)) continue;
        // Where a feed knows campaigns, its cells hold the account's money already.
        if (campaign === NONE && byCampaign.some(({ feed }) => feed.covers.some((cover) => cover.from <= day && day <= cover.to))) continue;
        const allowed = refused.isEmpty ? candidates : candidates.filter((each) => !refused.has(each.at, at));
        answer[at] = best(allowed, campaign, day, isPeople(term));
      }
    } while (refused.refusePartsOf(answer, this.window));
    return answer;
  }
}

/** A campaign that no file has named. */
const UNNAMED = -3;

/** Days on which a feed cannot answer because a row of several days would count in part only. */
class Refused {
  private readonly days: ReadonlyMap<number, { readonly spans: Spans; readonly refused: Uint8Array }>;

  constructor(feeds: readonly { readonly at: number; readonly spans: Spans | undefined }[]) {
    this.days = new Map(feeds.flatMap(({ at, spans }) => (spans ? [[at, { spans, refused: spans.cut.slice() }]] : [])));
  }

  get isEmpty(): boolean {
    return this.days.size === 0;
  }

  has(feedAt: number, day: number): boolean {
    return this.days.get(feedAt)?.refused[day] === 1;
  }

  /** Refuses runs of days that a feed answers in part, so that another answers all of them; tells whether there were any. */
  refusePartsOf(answer: Int16Array, window: DayRange): boolean {
    let found = false;
    for (const [at, { spans, refused }] of this.days)
      for (const { from, to } of spans.list) {
        const days = answer.subarray(Math.max(0, from - window.from), to - window.from + 1);
        if (!days.includes(at) || days.every((each) => each === at)) continue;
        refused.fill(1, Math.max(0, from - window.from), to - window.from + 1);
        found = true;
      }
    return found;
  }
}

/** The member a term is asked of. */
interface Where {
  readonly campaign: number;
  readonly account: number;
  readonly dimensions: readonly string[];
  /** Those that its path does not pass over, and those it does. */
  readonly needed: readonly string[];
  readonly passed: readonly string[];
}

/** Whether a feed has the innermost of these dimensions, and all above it that cannot be passed over. */
const knows = ({ dimensions }: FeedTable, wanted: readonly string[]): boolean =>
  wanted.every((each, at) => dimensions.has(each) || (at < wanted.length - 1 && canSkip(each)));

/** A feed that passes over a level comes after all that do not, however fine they are. */
const LEVEL_LOST = 1000;

/** What names tell belongs to their members: it makes a report no finer. */
const sizeOf = ({ dimensions }: FeedTable): number => [...dimensions].filter((each) => !isPartDimension(each)).length;

interface Candidate {
  readonly feed: FeedTable;
  readonly at: number;
  readonly size: number;
}

/** Of people, rows of several days say more than those of their days, which cannot be added up. */
function best(candidates: readonly Candidate[], campaign: number, day: Day, people: boolean): number {
  let winner: { size: number; importId: number; feedId: number; at: number } | undefined;
  for (const { feed, at, size } of candidates) {
    const importId = newestCover(feed.covers, campaign, day);
    if (importId === undefined) continue;
    const rank = { size: people && feed.to ? size - 0.5 : size, importId, feedId: feed.feedId, at };
    if (!winner || rank.size < winner.size || (rank.size === winner.size && newer(rank, winner))) winner = rank;
  }
  return winner?.at ?? NONE;
}

const newer = (a: { importId: number; feedId: number }, b: { importId: number; feedId: number }): boolean =>
  a.importId === b.importId ? a.feedId > b.feedId : a.importId > b.importId;

const unmeasuredCells = new WeakMap<FeedTable, Map<string, Set<string>>>();

/** Whether some row of the cell says "--" for the column; found once for each table and column. */
function hasUnmeasured(feed: FeedTable, column: string, campaign: number, day: Day): boolean {
  let byColumn = unmeasuredCells.get(feed);
  if (!byColumn) {
    byColumn = new Map();
    unmeasuredCells.set(feed, byColumn);
  }
  let cells = byColumn.get(column);
  if (!cells) {
    cells = new Set();
    const [amounts, limits] = [feed.amounts.get(column), feed.limits?.get(column)];
    const campaigns = feed.codes.get('campaign');
    for (let row = 0; row < feed.length; row++) {
      if (!Number.isNaN(amounts?.[row]) || limits?.has(row)) continue;
      const first = feed.day[row] ?? 0;
      for (let each = first; each <= (feed.to?.[row] ?? first); each++) cells.add(`${campaigns?.[row] ?? NONE} ${each}`);
    }
    byColumn.set(column, cells);
  }
  return cells.size > 0 && cells.has(`${campaign} ${day}`);
}
