import type { Day, DayRange } from '../time/day';
import { grainSize } from './grain-size';
import { coversWhole, hasUnread, newestCover } from './known-cells';
import type { Spans } from './spans';
import { NONE } from '../rows/coding';
import type { FeedTable } from './tables';

/** A campaign that no file has named. */
export const UNNAMED = -3;

/** What a report must know to answer. */
export interface Breakdown {
  /** Outermost first. */
  readonly dimensions: readonly string[];
  /** Those of them that it may lack where it has the innermost. */
  readonly passable: ReadonlySet<string>;
  /** What it must have besides: filters ask for it. */
  readonly required: readonly string[];
}

/** The feeds that know a breakdown, with what ranks them. */
export function candidatesFor(feeds: readonly FeedTable[], { dimensions, passable, required }: Breakdown): Candidate[] {
  return feeds.flatMap((feed, at) => {
    const lost = dimensions.filter((each) => !feed.dimensions.has(each)).length;
    return required.every((each) => feed.dimensions.has(each)) && knows(feed, dimensions, passable)
      ? [{ feed, at, size: grainSize(feed) + LEVEL_LOST * lost }]
      : [];
  });
}

/** Whether a feed has the innermost of these dimensions, and all above it that cannot be passed over. */
const knows = ({ dimensions }: FeedTable, wanted: readonly string[], passable: ReadonlySet<string>): boolean =>
  wanted.every((each, at) => dimensions.has(each) || (at < wanted.length - 1 && passable.has(each)));

/** A feed that passes over a level comes after all that do not, however fine they are. */
const LEVEL_LOST = 1000;

/** A report that might answer, by its place among the tables; the smaller comes first. */
export interface Candidate {
  readonly feed: FeedTable;
  readonly at: number;
  readonly size: number;
}

/** Whether some report tells everything an account has on a day; one without campaigns counts only where no report knows campaigns. */
export function knowsEverything(candidates: readonly Candidate[], day: Day): boolean {
  const covering = candidates.filter(({ feed }) => feed.covers.some((cover) => cover.from <= day && day <= cover.to));
  const byCampaign = covering.filter(({ feed }) => feed.dimensions.has('campaign'));
  return (byCampaign.length > 0 ? byCampaign : covering).some(
    ({ feed }) =>
      feed.covers.some((cover) => cover.campaigns === 'all') && coversWhole(feed.covers, UNNAMED, day) && !hasUnread(feed, UNNAMED, day),
  );
}

/** Of people, rows of several days say more than those of their days, which cannot be added up. */
export function best(candidates: readonly Candidate[], campaign: number, day: Day, people: boolean): number {
  let winner: { size: number; importId: number; feedId: number; at: number } | undefined;
  for (const { feed, at, size } of candidates) {
    const importId = newestCover(feed.covers, campaign, day);
    if (importId === undefined) continue;
    const rank = { size: people && feed.rows.spans.length > 0 ? size - 0.5 : size, importId, feedId: feed.feedId, at };
    if (!winner || rank.size < winner.size || (rank.size === winner.size && newer(rank, winner))) winner = rank;
  }
  return winner?.at ?? NONE;
}

const newer = (a: { importId: number; feedId: number }, b: { importId: number; feedId: number }): boolean =>
  a.importId === b.importId ? a.feedId > b.feedId : a.importId > b.importId;

/** Days on which a feed cannot answer because a row of several days would count in part only. */
export class Refused {
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
