import {
  type Joined,
  joiner,
  type Joining,
  memberWeights,
  type AccountInfo,
  type FeedTable,
  type Mapping,
  MILLIONTHS,
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
  /** What it tells beside, as JSON by measure. */
  readonly beside: string | null;
  readonly tagCampaign: string | null;
  readonly tagAd: string | null;
  readonly tagKeyword: string | null;
  readonly tagLink: string | null;
  readonly count: number | null;
  readonly since: number;
}

export const storedOutcomes = (db: Db, feed: number, cut: Cut): StoredOutcome[] =>
  db
    .prepare<object, StoredOutcome>(
      `SELECT sale_day AS saleDay, click_day AS clickDay, value, beside, tag_campaign AS tagCampaign, tag_ad AS tagAd, tag_keyword AS tagKeyword, tag_link AS tagLink, count, since
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

/** Amounts in millionths: the value, and what comes beside it by the measure's id. */
type Amounts = ReadonlyMap<string, number>;

/** A row with what it tells, led to a member. */
interface Placed {
  readonly row: StoredOutcome;
  readonly path: ReadonlyMap<string, number>;
  readonly count: number;
  readonly amounts: Amounts;
}

/** The key of what an outcome is worth. */
const VALUE = 'value';
const NOWHERE: ReadonlyMap<string, number> = new Map();
/** Keywords only where some key leads to them: else nothing tells of them, which is not 0. */
const levelsOf = ({ keys }: Joining): readonly ('campaign' | 'group' | 'ad' | 'keyword')[] =>
  keys.some(({ level }) => level === 'keyword') ? ['campaign', 'group', 'ad', 'keyword'] : ['campaign', 'group', 'ad'];

/** The table of a list of outcomes, each led to its member; one that is split stands in several rows that add up to it. */
export function loadOrders(db: Db, feed: FeedRecord, loading: OrderLoading): OrderTable {
  const placed = storedOutcomes(db, feed.id, loading.cut).flatMap(placer(loading));
  const { priced, unpriced } = exchanged(placed, loading);
  const told = toldBy(feed.mapping, priced, loading.vocabulary);
  return {
    feedId: feed.id,
    action: loading.vocabulary.outcome(feed.action).id,
    countedBy: feed.mapping.countedBy,
    covers: coversOf(db, feed.id, loading.cut),
    unread: unreadOf(db, feed.id, loading.cut),
    length: priced.length,
    saleDay: Int32Array.from(priced, ({ row }) => row.saleDay),
    clickDay: Int32Array.from(priced, ({ row }) => row.clickDay ?? NONE),
    importId: Int32Array.from(priced, ({ row }) => row.since),
    codes: new Map([
      ...levelsOf(loading.joining).map((level) => [level, Int32Array.from(priced, ({ path }) => path.get(level) ?? NONE)] as const),
      ['lot', loading.lotCodesOf(priced.map(({ row }) => row.tagLink))],
    ]),
    count: Float64Array.from(priced, ({ count }) => count),
    amounts: new Map(told.map((key) => [key, Float64Array.from(priced, ({ amounts }) => amounts.get(key) ?? NaN)])),
    ...(unpriced.size > 0 ? { unpriced: { account: loading.account, rows: unpriced } } : {}),
  };
}

/** What a list tells of its outcomes: what its newest file has a column for, and what an earlier one told. */
function toldBy({ columns }: Mapping, placed: readonly Placed[], { measure }: Vocabulary): string[] {
  const named = columns.flatMap((role) =>
    role.role === 'order value' ? [VALUE] : role.role === 'measure' ? [measure(role.measure).id] : [],
  );
  return [...new Set([...named, ...placed.flatMap(({ amounts }) => [...amounts.keys()])])];
}

/** Money in the client's currency, by the rate of the day of the sale; values of days without one are kept apart, by row. */
function exchanged(
  rows: readonly Placed[],
  { accounts, account, vocabulary }: OrderLoading,
): { priced: readonly Placed[]; unpriced: Map<number, number> } {
  const unpriced = new Map<number, number>();
  const own = accounts[account];
  if (!own || own.rates === null) return { priced: rows, unpriced };
  const isMoney = (key: string): boolean => key === VALUE || vocabulary.measure(key).unit === 'money';
  const priced = rows.map((placed, at) => {
    const rate = rateOn(own, placed.row.saleDay);
    const value = placed.amounts.get(VALUE);
    if (rate === undefined && value !== undefined) unpriced.set(at, value);
    const amounts = [...placed.amounts].flatMap(([key, amount]): [string, number][] => {
      if (!isMoney(key)) return [[key, amount]];
      return rate === undefined ? [] : [[key, Math.round(amount * rate)]];
    });
    return { ...placed, amounts: new Map(amounts) };
  });
  return { priced, unpriced };
}

/** The amounts a row tells; a word that has become another is that one. */
function amountsOf({ value, beside }: StoredOutcome, { idOf }: Vocabulary): Amounts {
  const amounts = new Map<string, number>(value === null ? [] : [[VALUE, value]]);
  if (beside === null) return amounts;
  for (const [word, amount] of Object.entries(JSON.parse(beside) as Record<string, number | null>))
    if (amount !== null) amounts.set(idOf(word), amount);
  return amounts;
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
    const whole: Omit<Placed, 'path'> = { row, count: row.count ?? MILLIONTHS, amounts: amountsOf(row, vocabulary) };
    const { key, members: found } = find(tagsOf(row));
    const [only, another] = found;
    if (only === undefined) return [{ ...whole, path: NOWHERE }];
    if (another === undefined) return [{ ...whole, path: members.pathOf(only) }];
    if (several === 'refuse') return [{ ...whole, path: NOWHERE }];
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
    const counts = shares(whole.count);
    if (!counts) return [{ ...whole, path: NOWHERE }];
    const parts = new Map([...whole.amounts].map(([word, amount]) => [word, shares(amount) ?? []]));
    return found.flatMap((member, at) => {
      const count = counts[at] ?? 0;
      const amounts = new Map([...parts].map(([word, of]) => [word, of[at] ?? 0]));
      const isNothing = count === 0 && [...amounts.values()].every((amount) => amount === 0);
      return isNothing ? [] : [{ row, path: members.pathOf(member), count, amounts }];
    });
  };
}
