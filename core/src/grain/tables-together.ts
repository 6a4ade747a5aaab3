import { firstOfEach } from '../list/first-of-each';
import { keepFew } from '../list/keep-few';
import type { Credited } from '../measure/counted-by';
import { wordsTogether } from '../measure/own-words';
import { termUnit } from '../measure/term';
import { Vocabulary } from '../measure/vocabulary';
import type { Coding } from '../rows/coding';
import type { Day } from '../time/day';
import type { AccountInfo, ClientTables, DatedRate, FeedTable, OrderTable } from './tables';

/** Ways to credit whose lists stay in memory. */
const MOST_WAYS = 2;

/** The tables of one client, and what its money is worth in the currency that is answered in; null where it is that. */
export interface InOneCurrency {
  readonly tables: ClientTables;
  readonly rates: readonly DatedRate[] | null;
}

/**
 * The tables of several clients as those of one question: each account and list knows whose it is, and all money is in
 * one currency by the rate of its day. Words that clients have of one id are those of the first,
 * and so are own metrics and sets.
 */
export function tablesTogether(parts: readonly InOneCurrency[]): ClientTables {
  const vocabularies = parts.map(({ tables }) => tables.vocabulary);
  const vocabulary = new Vocabulary(
    wordsTogether(vocabularies.map(({ own }) => own)),
    firstOfEach(vocabularies.flatMap(({ groupings }) => groupings)),
    vocabularies[0]?.library,
  );
  const before = { accounts: 0, lots: 0 };
  const moved = parts.map(({ tables, rates }, client) => {
    const { accounts, lots } = before;
    before.accounts += tables.accounts.length;
    before.lots += tables.lots.length;
    const moveList = (list: OrderTable): OrderTable =>
      exchanged({ ...list, client, codes: withLots(list.codes, lots, movedCodes) }, rates, vocabulary);
    return {
      clients: tables.clients.map((info) => ({ ...info, rates })),
      accounts: tables.accounts.map((info): AccountInfo => ({ ...info, client, rates: chained(info.rates, rates) })),
      feeds: tables.feeds.map((feed): FeedTable => ({
        ...feed,
        account: feed.account + accounts,
        codes: withLots(feed.codes, lots, movedCoding),
      })),
      orders: tables.orders.map(moveList),
      credited: (as: Credited) => tables.credited?.(as).map(moveList) ?? [],
      lots: tables.lots.map((lot) => ({ ...lot, account: lot.account + accounts })),
      campaigns: [...tables.campaignAccount].map(([campaign, account]) => [campaign, account + accounts] as const),
    };
  });
  return {
    vocabulary,
    clients: moved.flatMap(({ clients }) => clients),
    accounts: moved.flatMap(({ accounts }) => accounts),
    feeds: moved.flatMap(({ feeds }) => feeds),
    orders: moved.flatMap(({ orders }) => orders),
    credited: keepFew(MOST_WAYS, (as) => moved.flatMap(({ credited }) => credited(as))),
    lots: moved.flatMap(({ lots }) => lots),
    campaignAccount: new Map(moved.flatMap(({ campaigns }) => campaigns)),
  };
}

/** What a currency is worth as its own rates say, and on days without one as those of the other in it say, the other way round. */
export const withInverse = (own: readonly DatedRate[], opposite: readonly DatedRate[]): DatedRate[] => [
  ...opposite.map((each) => ({ ...each, rate: 1 / each.rate })),
  ...own,
];

/** The rates of one currency in a third, by way of a second; of each the later entry wins on its days. */
export function chained(first: readonly DatedRate[] | null, second: readonly DatedRate[] | null): readonly DatedRate[] | null {
  if (first === null) return second;
  if (second === null) return first;
  return first.flatMap((a) =>
    second.flatMap((b) => {
      const [from, to] = [Math.max(a.from, b.from), Math.min(a.to, b.to)];
      return from <= to ? [{ from, to, rate: a.rate * b.rate }] : [];
    }),
  );
}

/** Codes of lots are places in the list of all of them. */
function withLots<Codes>(
  codes: ReadonlyMap<string, Codes>,
  by: number,
  move: (codes: Codes, by: number) => Codes,
): ReadonlyMap<string, Codes> {
  const lots = codes.get('lot');
  return lots === undefined || by === 0 ? codes : new Map([...codes, ['lot', move(lots, by)]]);
}

const movedCodes = (codes: Int32Array, by: number): Int32Array => codes.map((code) => (code < 0 ? code : code + by));
const movedCoding = (coding: Coding, by: number): Coding => ({ ...coding, codes: movedCodes(coding.codes, by) });

/** A list with its money exchanged; on days without a rate nobody knows what it is worth. */
function exchanged(list: OrderTable, rates: readonly DatedRate[] | null, { measure, has }: Vocabulary): OrderTable {
  if (rates === null) return list;
  const isMoney = (key: string): boolean =>
    key === 'value' || (has.measure(key) && termUnit({ kind: 'measure', measure: measure(key) }) === 'money');
  const rateOn = (day: Day): number => rates.findLast(({ from, to }) => from <= day && day <= to)?.rate ?? NaN;
  const byRow = Float64Array.from(list.saleDay, rateOn);
  const amounts = [...list.amounts].map(
    ([key, own]) => [key, isMoney(key) ? own.map((amount, row) => Math.round(amount * (byRow[row] ?? NaN))) : own] as const,
  );
  return { ...list, amounts: new Map(amounts) };
}
