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
import { OrderColumns } from './order-columns';
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

type OutcomeRow = readonly [
  saleDay: number,
  clickDay: number | null,
  value: number | null,
  beside: string | null,
  tagCampaign: string | null,
  tagAd: string | null,
  tagKeyword: string | null,
  tagLink: string | null,
  count: number | null,
  since: number,
];

/** The rows of a list in the order of their sale days. */
export function* storedOutcomes(db: Db, feed: number, cut: Cut): Iterable<StoredOutcome> {
  // Rows as arrays, one by one, take a third of the time of all of them as objects of SQLite's making.
  const rows = db
    .prepare<object, OutcomeRow>(
      `SELECT sale_day, click_day, value, beside, tag_campaign, tag_ad, tag_keyword, tag_link, count, since
       FROM ${rowsAt('order_row', cut)} ORDER BY sale_day`,
    )
    .raw()
    .iterate({ feed });
  for (const [saleDay, clickDay, value, beside, tagCampaign, tagAd, tagKeyword, tagLink, count, since] of rows)
    yield { saleDay, clickDay, value, beside, tagCampaign, tagAd, tagKeyword, tagLink, count, since };
}

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

/** The key of what an outcome is worth. */
const VALUE = 'value';
const NOWHERE: ReadonlyMap<string, number> = new Map();
/** Keywords only where some key leads to them: else nothing tells of them, which is not 0. */
const levelsOf = ({ keys }: Joining): readonly ('campaign' | 'group' | 'ad' | 'keyword')[] =>
  keys.some(({ level }) => level === 'keyword') ? ['campaign', 'group', 'ad', 'keyword'] : ['campaign', 'group', 'ad'];

/** The table of a list of outcomes, each led to its member; one that is split stands in several rows that add up to it. */
export function loadOrders(db: Db, feed: FeedRecord, loading: OrderLoading): OrderTable {
  const columns = placed(storedOutcomes(db, feed.id, loading.cut), loading);
  for (const key of namedBy(feed.mapping, loading.vocabulary)) columns.columnOf(key);
  const { length } = columns;
  const amounts = columns.amountColumns();
  const unpriced = exchange(amounts, columns.saleDay, loading);
  return {
    feedId: feed.id,
    action: loading.vocabulary.outcome(feed.action).id,
    countedBy: feed.mapping.countedBy,
    covers: coversOf(db, feed.id, loading.cut),
    unread: unreadOf(db, feed.id, loading.cut),
    length,
    saleDay: Int32Array.from(columns.saleDay),
    clickDay: Int32Array.from(columns.clickDay),
    importId: Int32Array.from(columns.importId),
    codes: new Map([
      ...levelsOf(loading.joining).map((level) => [level, Int32Array.from(columns.path, (path) => path.get(level) ?? NONE)] as const),
      ['lot', loading.lotCodesOf(columns.link)],
    ]),
    count: Float64Array.from(columns.count),
    amounts,
    ...(unpriced.size > 0 ? { unpriced: { account: loading.account, rows: unpriced } } : {}),
  };
}

/** What the newest file of a list has a column for. */
const namedBy = ({ columns }: Mapping, { measure }: Vocabulary): string[] =>
  columns.flatMap((role) => (role.role === 'order value' ? [VALUE] : role.role === 'measure' ? [measure(role.measure).id] : []));

/** Puts money into the client's currency, by the rate of the day of the sale; gives the values of days without one, by row, which are no amounts. */
function exchange(
  amounts: ReadonlyMap<string, Float64Array>,
  saleDay: readonly number[],
  { accounts, account, vocabulary }: OrderLoading,
): Map<number, number> {
  const unpriced = new Map<number, number>();
  const own = accounts[account];
  if (!own || own.rates === null) return unpriced;
  for (const [key, column] of amounts)
    if (key === VALUE || vocabulary.measure(key).unit === 'money')
      for (const [at, day] of saleDay.entries()) {
        const amount = column[at] ?? NaN;
        const rate = rateOn(own, day);
        if (key === VALUE && rate === undefined && !Number.isNaN(amount)) unpriced.set(at, amount);
        column[at] = rate === undefined ? NaN : Math.round(amount * rate);
      }
  return unpriced;
}

/** Tells the amounts of a row; a word that has become another is that one. */
function eachAmount({ value, beside }: StoredOutcome, { idOf }: Vocabulary, tell: (key: string, amount: number) => void): void {
  if (value !== null) tell(VALUE, value);
  if (beside === null) return;
  for (const [word, amount] of Object.entries(JSON.parse(beside) as Record<string, number | null>))
    if (amount !== null) tell(idOf(word), amount);
}

/** Leads outcomes to their members. */
function placed(rows: Iterable<StoredOutcome>, { vocabulary, accounts, members, naming, joining, reports }: OrderLoading): OrderColumns {
  const find = memberJoiner(joining, members, naming);
  const { several } = joining;
  const columns = new OrderColumns();
  const tell = columns.tell.bind(columns);
  const weights = new Map<string, ReturnType<typeof memberWeights>>();
  const weightOf = (level: string): ReturnType<typeof memberWeights> => {
    const known = weights.get(level) ?? memberWeights({ vocabulary, accounts, feeds: reports }, level, several);
    weights.set(level, known);
    return known;
  };
  const addWhole = (row: StoredOutcome, path: ReadonlyMap<string, number>): void => {
    columns.add(row, path, row.count ?? MILLIONTHS);
    eachAmount(row, vocabulary, tell);
  };
  /** Splits an outcome over members that fit alike; whether something tells how. */
  const addParts = (row: StoredOutcome, found: readonly number[], level: string): boolean => {
    const weigh = weightOf(level);
    const sharesOf = (amount: number): number[] | undefined =>
      [row.clickDay ?? row.saleDay, null].reduce<number[] | undefined>(
        (known, day) =>
          known ??
          splitBy(
            amount,
            found.map((member) => weigh(member, day)),
          ),
        undefined,
      );
    const counts = sharesOf(row.count ?? MILLIONTHS);
    if (!counts) return false;
    const parts = new Map<string, readonly number[]>();
    eachAmount(row, vocabulary, (key, amount) => parts.set(key, sharesOf(amount) ?? []));
    for (const [at, member] of found.entries()) {
      const count = counts[at] ?? 0;
      const told = [...parts].map(([key, shares]) => [key, shares[at] ?? 0] as const);
      if (count === 0 && told.every(([, amount]) => amount === 0)) continue;
      columns.add(row, members.pathOf(member), count);
      for (const [key, amount] of told) tell(key, amount);
    }
    return true;
  };
  for (const row of rows) {
    const { key, members: found } = find(tagsOf(row));
    const [only, another] = found;
    const isSplit = another !== undefined && several !== 'refuse' && addParts(row, found, joining.keys[key]?.level ?? 'campaign');
    if (!isSplit) addWhole(row, only === undefined || another !== undefined ? NOWHERE : members.pathOf(only));
  }
  return columns;
}
