import { type ClosedTerm, columnKey, isPeople, termUnit, withinOf } from '../measure/term';
import type { Day, DayRange } from '../time/day';
import { best, type Candidate, candidatesFor, knowsEverything, Refused, UNNAMED } from './candidates';
import { CampaignClasses } from './campaign-classes';
import { declaredDays, missingDays } from './known-days';
import { clientOf, hasNumber, ListedDays } from './listed-days';
import type { Level } from './node';
import { type Spans, spansOf } from './spans';
import type { Narrowing } from './narrowing';
import { type Levels, passesOver, skipsLevels } from './skipping';
import { isListed } from './source';
import { NONE } from '../rows/coding';
import { type ClientTables, type FeedTable, rateOn, SKIPPED } from './tables';

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
  private readonly byCampaign = new Map<Level, Map<number, CellPlan>>();
  private readonly accounts = new Map<number, Int32Array>();
  private readonly classes: CampaignClasses;
  private readonly spans = new Map<FeedTable, Spans | undefined>();
  /** Answers by level, term and campaign, before levels that a deeper one passes over are taken out. */
  private readonly found = new Map<string, Int16Array>();
  /** The same by the reports they are chosen from, and those by what they must have. */
  private readonly chosen = new Map<string, Int16Array>();
  private readonly candidates = new Map<string, readonly Candidate[]>();
  private readonly lists: ListedDays;
  private readonly answers = new Map<string, readonly Int16Array[]>();
  /** What answers measure by the imports alone, by what a path must have. */
  private readonly declared = new Map<readonly Int16Array[], Map<string, Int32Array>>();
  private readonly answerers = new Map<readonly Int16Array[], readonly Answering[]>();
  private readonly patterns = new WeakMap<Int32Array, Map<number, readonly number[]>>();
  private readonly isSkipped: boolean;

  constructor(
    readonly tables: ClientTables,
    readonly terms: readonly ClosedTerm[],
    private readonly asked: Levels,
    private readonly narrowing: Narrowing,
    readonly window: DayRange,
    /** Day of the window → bucket, NONE for days that do not count. */
    private readonly bucketOf: Int16Array,
  ) {
    if (terms.length > 31) throw new RangeError('A question can read at most 31 terms');
    this.width = window.to - window.from + 1;
    this.classes = new CampaignClasses(tables.feeds, terms, window);
    this.lists = new ListedDays(tables, narrowing, window);
    this.isSkipped = tables.feeds.some((feed) => skipsLevels(feed, asked));
  }

  /** A text that is the same for campaigns of an account whose cells have one plan. */
  classOf(campaign: number, account: number): string {
    return this.classes.of(campaign, account);
  }

  /** The plan for one campaign of an account; campaign NONE stands for what no feed splits by campaign. */
  cells(level: Level, campaign: number, account: number): CellPlan {
    const own = this.byCampaign.get(level) ?? new Map<number, CellPlan>();
    this.byCampaign.set(level, own);
    // Codes of campaigns are not negative but for NONE.
    const known = own.get(campaign === NONE ? -1 - account : campaign) ?? this.cellsOfClass(level, campaign, account);
    own.set(campaign === NONE ? -1 - account : campaign, known);
    return known;
  }

  private cellsOfClass(level: Level, campaign: number, account: number): CellPlan {
    const key = `${level.level} ${level.dimensions.length} ${this.classOf(campaign, account)}`;
    const plan = this.plans.get(key) ?? this.decide(level, campaign, account);
    this.plans.set(key, plan);
    return plan;
  }

  /**
   * Per day: the terms an account knows for everything it has. Without such a cover its total is
   * only "at least", because campaigns may exist that no file has named.
   */
  accountMeasured(account: number): Int32Array {
    const measured = this.accounts.get(account) ?? this.masks((term) => this.wholeDays(term, account));
    this.accounts.set(account, measured);
    return measured;
  }

  /**
   * The terms an account has none of, one bit a term: those of bought traffic where nobody pays for what it brings, and
   * the other way round, unless it delivers them. A total lacks nothing there.
   */
  absent(account: number): number {
    const own = this.tables.accounts[account]?.isUnpaid === true ? 'unpaid' : 'bought';
    const delivers = (column: string): boolean =>
      this.tables.feeds.some((feed) => feed.account === account && feed.rows.columns.has(column));
    return this.terms.reduce((mask, term, index) => {
      const traffic = term.kind === 'measure' ? (term.measure.traffic ?? own) : own;
      return traffic !== own && !delivers(columnKey(term)) ? mask | (1 << index) : mask;
    }, 0);
  }

  /** The different values that a measure of days takes on some of them, in their order. */
  patternsOf(measured: Int32Array, { from, to }: DayRange): readonly number[] {
    const own = this.patterns.get(measured) ?? new Map<number, readonly number[]>();
    this.patterns.set(measured, own);
    const [first, last] = [from - this.window.from, to - this.window.from];
    const key = first * this.width + last;
    const known = own.get(key) ?? this.findPatterns(measured, first, last);
    own.set(key, known);
    return known;
  }

  private findPatterns(measured: Int32Array, first: number, last: number): number[] {
    const patterns: number[] = [];
    for (let at = first; at <= last; at++) {
      const mask = measured[at] ?? 0;
      if ((this.bucketOf[at] ?? NONE) !== NONE && !patterns.includes(mask)) patterns.push(mask);
    }
    return patterns;
  }

  /** The days of a bucket that count, by their place in the window. */
  daysOf({ from, to }: DayRange): number[] {
    const days: number[] = [];
    for (let at = from - this.window.from; at <= to - this.window.from; at++) if ((this.bucketOf[at] ?? NONE) !== NONE) days.push(at);
    return days;
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

  /** The days on which an account knows a term for everything it has. */
  private wholeDays(term: ClosedTerm, account: number): Uint8Array {
    if (!this.narrowing.asks(term, account)) return this.daysWith(() => true);
    if (isListed(term)) return this.lists.days(term, { account, dimensions: [] });
    const delivering = this.delivering([], term, account);
    const hasLongRows = this.tables.feeds.some(({ account: own, rows }) => own === account && rows.spans.length > 0);
    const isWhole = hasLongRows ? (day: Day) => this.knowsUnnamed(term, account, day) : (day: Day) => knowsEverything(delivering, day);
    return this.daysWith(
      (day) => hasNumber(this.tables, term, clientOf(this.tables, account), day) && this.hasRate(term, account, day) && isWhole(day),
    );
  }

  /** Whether a campaign that no file has named would be answered for: with rows of several days that is not a question of cover alone. */
  private knowsUnnamed(term: ClosedTerm, account: number, day: Day): boolean {
    const isAnswered = (campaign: number): boolean =>
      this.answer([], this.terms.indexOf(term), campaign, account)[day - this.window.from] !== NONE;
    return isAnswered(UNNAMED) || isAnswered(NONE);
  }

  private spansOf(feed: FeedTable): Spans | undefined {
    if (!this.spans.has(feed))
      this.spans.set(
        feed,
        spansOf(feed.rows, this.window, (day) => this.bucketOf[day - this.window.from] ?? NONE),
      );
    return this.spans.get(feed);
  }

  /** The terms that a client's lists count and that are known on a day, one bit a term. */
  ordersMeasured(client: number, day: Day): number {
    // Which of them a term is narrowed to is not told of orders that lead nowhere.
    const isKnown = (term: ClosedTerm): boolean =>
      isListed(term) &&
      term.where === undefined &&
      this.lists.days(term, { account: NONE, dimensions: [], client })[day - this.window.from] === 1;
    return this.terms.reduce((mask, term, index) => (isKnown(term) ? mask | (1 << index) : mask), 0);
  }

  private decide(level: Level, campaign: number, account: number): CellPlan {
    // What no feed splits by campaign is asked of the account: a campaign is no part of the breakdown.
    const dimensions = campaign === NONE ? level.dimensions.filter((each) => each !== 'campaign') : level.dimensions;
    const answers = this.answersOf(level, dimensions, campaign, account);
    const known = new Map<number, Int32Array>();
    const whole = this.isSkipped ? undefined : this.measured(answers, { campaign, account, dimensions, needed: [], passed: [] });
    const measuredAt = (path: readonly number[]): Int32Array => {
      if (whole) return whole;
      const key = path.reduce((bits, code) => bits * 2 + (code !== SKIPPED && code !== NONE ? 1 : 0), 1);
      let measured = known.get(key);
      if (!measured) {
        const needed = level.dimensions.filter((_, depth) => path[depth] !== SKIPPED && path[depth] !== NONE);
        const passed = level.dimensions.filter((_, depth) => path[depth] === SKIPPED);
        measured = this.measured(answers, { campaign, account, dimensions, needed, passed });
        known.set(key, measured);
      }
      return measured;
    };
    return { answers, measuredAt };
  }

  /** Per term the reports that answer a level, the same list for all campaigns that the same imports declare. */
  private answersOf(level: Level, dimensions: readonly string[], campaign: number, account: number): readonly Int16Array[] {
    const key = `${level.level} ${level.dimensions.length} ${this.classes.declaredOf(campaign, account)}`;
    const known = this.answers.get(key) ?? this.terms.map((_, term) => this.shown(level, dimensions, term, campaign, account));
    this.answers.set(key, known);
    return known;
  }

  private measured(answers: readonly Int16Array[], where: Where): Int32Array {
    const known = this.declared.get(answers) ?? new Map<string, Int32Array>();
    this.declared.set(answers, known);
    const key = `${where.needed.join()} ${where.passed.join()}`;
    const declared = known.get(key) ?? this.declaredMeasure(answers, where);
    known.set(key, declared);
    return this.withoutMissing(declared, answers, where.campaign);
  }

  /** What is left of it without the days on which some row of the campaign says "--". */
  private withoutMissing(declared: Int32Array, answers: readonly Int16Array[], campaign: number): Int32Array {
    const left = declared.slice();
    for (const { index, feedAt, feed, column } of this.answering(answers))
      for (const day of missingDays(feed, column, campaign, this.window)) {
        const at = day - this.window.from;
        if (answers[index]?.[at] === feedAt) left[at] = (left[at] ?? 0) & ~(1 << index);
      }
    return left;
  }

  /** The reports among answers, by term. */
  private answering(answers: readonly Int16Array[]): readonly Answering[] {
    const known = this.answerers.get(answers);
    if (known) return known;
    const found = this.terms.flatMap((term, index) => {
      if (isListed(term)) return [];
      return [...new Set(answers[index])].flatMap((feedAt) => {
        const feed = this.tables.feeds[feedAt];
        return feed ? [{ index, feedAt, feed, column: columnKey(term) }] : [];
      });
    });
    this.answerers.set(answers, found);
    return found;
  }

  private declaredMeasure(answers: readonly Int16Array[], where: Where): Int32Array {
    const { needed, passed } = where;
    const fits = this.tables.feeds.map(
      (feed) => needed.every((each) => feed.dimensions.has(each)) && passed.every((each) => passesOver(feed, each)),
    );
    return this.masks((term, index) => {
      // Of what lies outside of a term's accounts it has nothing, and that is known.
      if (!this.narrowing.asks(term, where.account)) return this.daysWith(() => true);
      return isListed(term) ? this.lists.days(term, where) : this.deliveredDays(term, answers[index], where.campaign, fits);
    });
  }

  /** The answers of a level without the cells in which a deeper level's answer passes over it: the same money would stand in the tree twice. */
  private shown({ level }: Level, dimensions: readonly string[], term: number, campaign: number, account: number): Int16Array {
    const own = this.answer(dimensions, term, campaign, account);
    if (!this.isSkipped || level < 0) return own;
    const { levels } = this.asked;
    const passed = levels[level] ?? '';
    const deeper = levels.flatMap((_, depth) => {
      if (depth <= level) return [];
      const below = levels.slice(0, depth + 1);
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

  /** The days that a channel's reports declare of a term for the members of a campaign; `fits` says which of them know such members. */
  private deliveredDays(term: ClosedTerm, answer: Int16Array | undefined, campaign: number, fits: readonly boolean[]): Uint8Array {
    const days = new Uint8Array(this.width);
    let last = NONE;
    let isKnown = (_: Day): boolean => false;
    for (let at = 0; at < this.width; at++) {
      const feedAt = answer?.[at] ?? NONE;
      const feed = this.tables.feeds[feedAt];
      if (!feed || !fits[feedAt]) continue;
      if (feedAt !== last) [last, isKnown] = [feedAt, declaredDays(feed, campaign)];
      const day = this.window.from + at;
      if (isKnown(day) && hasNumber(this.tables, term, clientOf(this.tables, feed.account), day)) days[at] = 1;
    }
    return days;
  }

  private daysWith(isKnown: (day: Day) => boolean): Uint8Array {
    const days = new Uint8Array(this.width);
    for (let at = 0; at < this.width; at++) if (isKnown(this.window.from + at)) days[at] = 1;
    return days;
  }

  /** The terms of each day, one bit a term. */
  private masks(daysOf: (term: ClosedTerm, index: number) => Uint8Array): Int32Array {
    const masks = new Int32Array(this.width);
    this.terms.forEach((term, index) => {
      const days = daysOf(term, index);
      for (let at = 0; at < this.width; at++) if (days[at] === 1) masks[at] = (masks[at] ?? 0) | (1 << index);
    });
    return masks;
  }

  /**
   * The feed that passes over the fewest levels, then the one with the fewest closed dimensions, that has
   * the term and the breakdown and covers the cell; ties go to the newest import, then to the larger feed id.
   */
  private answer(dimensions: readonly string[], termAt: number, campaign: number, account: number): Int16Array {
    const key = `${dimensions.join()} ${termAt} ${this.classes.declaredOf(campaign, account)}`;
    let answer = this.found.get(key);
    if (!answer) {
      answer = this.find(dimensions, termAt, campaign, account);
      this.found.set(key, answer);
    }
    return answer;
  }

  private find(dimensions: readonly string[], termAt: number, campaign: number, account: number): Int16Array {
    const term = this.terms[termAt];
    if (!term || isListed(term) || !this.tables.accounts[account]) return new Int16Array(this.width).fill(NONE);
    const delivering = this.delivering(dimensions, term, account);
    const isForeign = termUnit(term) === 'money' && this.tables.accounts[account].rates !== null;
    // Terms that the same reports deliver are answered by the same ones.
    const key = `${delivering.map(({ at }) => at).join()} ${dimensions.join()} ${this.classes.declaredOf(campaign, account)} ${isPeople(term)} ${isForeign}`;
    let answer = this.chosen.get(key);
    if (!answer) {
      answer = this.choose(delivering, term, campaign, account);
      this.chosen.set(key, answer);
    }
    return answer;
  }

  /** The reports of an account that have a term and a breakdown. */
  private delivering(dimensions: readonly string[], term: ClosedTerm, account: number): readonly Candidate[] {
    const column = columnKey(term);
    const required = this.narrowing.required(term);
    const key = `${column} ${dimensions.join()} ${account} ${required.join()} ${withinOf(term) ?? ''}`;
    let delivering = this.candidates.get(key);
    if (!delivering) {
      delivering = candidatesFor(this.tables.feeds, { dimensions, passable: this.asked.passable, required }).filter(
        ({ feed }) => feed.account === account && withinOf(term) === undefined && feed.rows.columns.has(column),
      );
      this.candidates.set(key, delivering);
    }
    return delivering;
  }

  private choose(delivering: readonly Candidate[], term: ClosedTerm, campaign: number, account: number): Int16Array {
    const answer = new Int16Array(this.width).fill(NONE);
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

/** A report that answers a term on some days. */
interface Answering {
  readonly index: number;
  readonly feedAt: number;
  readonly feed: FeedTable;
  readonly column: string;
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
