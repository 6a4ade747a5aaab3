import {
  type Joined,
  joiner,
  type Joining,
  memberWeights,
  type AccountInfo,
  type FeedTable,
  type Naming,
  NONE,
  type OrderTable,
  rateOn,
  splitBy,
  type Tags,
  type Vocabulary,
} from '@lens/core';
import type { Db } from './database';
import type { FeedRecord } from './feeds';
import { coversOf, unreadOf } from './imports';
import type { Members } from './members';
import { type Cut, rowsAt } from './rows-at';

/** A row of a list of outcomes as it is kept. */
export interface StoredOutcome {
  readonly saleDay: number;
  readonly clickDay: number | null;
  readonly value: number | null;
  readonly tagCampaign: string | null;
  readonly tagAd: string | null;
  readonly tagKeyword: string | null;
  readonly tagLink: string | null;
  readonly count: number | null;
  readonly since: number;
}

/** One outcome in millionths: what a row stands for that does not say how many. */
export const ONE_OUTCOME = 1_000_000;

export const storedOutcomes = (db: Db, feed: number, cut: Cut): StoredOutcome[] =>
  db
    .prepare<object, StoredOutcome>(
      `SELECT sale_day AS saleDay, click_day AS clickDay, value, tag_campaign AS tagCampaign, tag_ad AS tagAd, tag_keyword AS tagKeyword, tag_link AS tagLink, count, since
       FROM ${rowsAt('order_row', cut)} ORDER BY sale_day`,
    )
    .all({ feed });

export const tagsOf = ({
  tagCampaign,
  tagAd,
  tagKeyword,
  tagLink,
}: Pick<StoredOutcome, 'tagCampaign' | 'tagAd' | 'tagKeyword' | 'tagLink'>): Tags => ({
  campaign: tagCampaign,
  ad: tagAd,
  keyword: tagKeyword,
  link: tagLink,
});

/** Finds members by tags as a joining says. */
export const memberJoiner = (joining: Joining, members: Members, naming: Naming): ((tags: Tags) => Joined) =>
  joiner(joining, members.byId.values(), { naming, campaignOf: (member) => members.campaignOf(member) });

export interface OrderLoading {
  readonly vocabulary: Vocabulary;
  readonly accounts: readonly AccountInfo[];
  /** Place of the list's account among them. */
  readonly account: number;
  readonly members: Members;
  readonly naming: Naming;
  readonly joining: Joining;
  /** Reports, whose amounts weigh members that fit alike. */
  readonly reports: readonly FeedTable[];
  readonly cut: Cut;
  readonly lotCodesOf: (links: readonly (string | null)[]) => Int32Array;
}

interface Placed extends StoredOutcome {
  readonly path: ReadonlyMap<string, number>;
}

const NOWHERE: ReadonlyMap<string, number> = new Map();
/** Keywords only where some key leads to them: else nothing tells of them, which is not 0. */
const levelsOf = ({ keys }: Joining): readonly ('campaign' | 'group' | 'ad' | 'keyword')[] =>
  keys.some(({ level }) => level === 'keyword') ? ['campaign', 'group', 'ad', 'keyword'] : ['campaign', 'group', 'ad'];

/** The table of a list of outcomes, each led to its member; one that is split stands in several rows that add up to it. */
export function loadOrders(db: Db, feed: FeedRecord, loading: OrderLoading): OrderTable {
  const { priced, unpriced } = exchanged(storedOutcomes(db, feed.id, loading.cut).flatMap(placer(loading)), loading);
  return {
    feedId: feed.id,
    action: loading.vocabulary.outcome(feed.action).id,
    countedBy: feed.mapping.countedBy,
    covers: coversOf(db, feed.id, loading.cut),
    unread: unreadOf(db, feed.id, loading.cut),
    length: priced.length,
    saleDay: Int32Array.from(priced, (row) => row.saleDay),
    clickDay: Int32Array.from(priced, (row) => row.clickDay ?? NONE),
    importId: Int32Array.from(priced, (row) => row.since),
    codes: new Map([
      ...levelsOf(loading.joining).map((level) => [level, Int32Array.from(priced, ({ path }) => path.get(level) ?? NONE)] as const),
      ['lot', loading.lotCodesOf(priced.map(({ tagLink }) => tagLink))],
    ]),
    count: Float64Array.from(priced, ({ count }) => count ?? ONE_OUTCOME),
    value: Float64Array.from(priced, ({ value }) => value ?? NaN),
    ...(unpriced.size > 0 ? { unpriced: { account: loading.account, rows: unpriced } } : {}),
  };
}

/** Values in the client's currency, by the rate of the day of the sale; those of days without one are kept apart, by row. */
function exchanged(
  rows: readonly Placed[],
  { accounts, account }: OrderLoading,
): { priced: readonly Placed[]; unpriced: Map<number, number> } {
  const unpriced = new Map<number, number>();
  const own = accounts[account];
  if (!own || own.rates === null) return { priced: rows, unpriced };
  const priced = rows.map((row, at) => {
    if (row.value === null) return row;
    const rate = rateOn(own, row.saleDay);
    if (rate === undefined) unpriced.set(at, row.value);
    return { ...row, value: rate === undefined ? null : Math.round(row.value * rate) };
  });
  return { priced, unpriced };
}

function placer({ vocabulary, accounts, members, naming, joining, reports }: OrderLoading): (row: StoredOutcome) => Placed[] {
  const find = memberJoiner(joining, members, naming);
  const { several } = joining;
  const weights = new Map<string, ReturnType<typeof memberWeights>>();
  const weightOf = (level: string): ReturnType<typeof memberWeights> => {
    const known = weights.get(level) ?? memberWeights({ vocabulary, accounts, feeds: reports }, level, several);
    weights.set(level, known);
    return known;
  };
  return (row) => {
    const { key, members: found } = find(tagsOf(row));
    const [only, another] = found;
    if (only === undefined) return [{ ...row, path: NOWHERE }];
    if (another === undefined) return [{ ...row, path: members.pathOf(only) }];
    if (several === 'refuse') return [{ ...row, path: NOWHERE }];
    const weigh = weightOf(joining.keys[key]?.level ?? 'campaign');
    const shares = (amount: number): number[] | undefined =>
      splitBy(
        amount,
        found.map((member) => weigh(member, row.clickDay ?? row.saleDay)),
      ) ??
      splitBy(
        amount,
        found.map((member) => weigh(member, null)),
      );
    const counts = shares(row.count ?? ONE_OUTCOME);
    const values = row.value === null ? undefined : shares(row.value);
    if (!counts) return [{ ...row, path: NOWHERE }];
    return found.flatMap((member, at) =>
      (counts[at] ?? 0) === 0 && (values?.[at] ?? 0) === 0
        ? []
        : [{ ...row, path: members.pathOf(member), count: counts[at] ?? 0, value: values?.[at] ?? null }],
    );
  };
}
