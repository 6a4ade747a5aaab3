import { eachAmount } from '../grain/each-amount';
import { grainSize } from '../grain/grain-size';
import { NONE } from '../rows/coding';
import { type ClientTables, type FeedTable, rateOn } from '../grain/tables';
import { termUnit } from '../measure/term';
import type { Day } from '../time/day';

/**
 * Splits a whole amount by weights into whole amounts that add up to it again; the largest weight
 * takes what rounding leaves. Undefined where nothing weighs anything.
 */
export function splitBy(amount: number, weights: readonly number[]): number[] | undefined {
  const sum = weights.reduce((all, weight) => all + weight, 0);
  if (!(sum > 0)) return undefined;
  const shares = weights.map((weight) => Math.floor((amount * weight) / sum));
  const most = weights.indexOf(Math.max(...weights));
  const rest = amount - shares.reduce((all, share) => all + share, 0);
  return shares.map((share, at) => (at === most ? share + rest : share));
}

/** What members of a level had of a measure, money in the client's currency: on a day, or on all days where they had nothing on it. */
export function memberWeights(
  { feeds, accounts, vocabulary }: Pick<ClientTables, 'feeds' | 'accounts' | 'vocabulary'>,
  level: string,
  column: string,
): (member: number, day: Day | null) => number {
  const isMoney = termUnit(vocabulary.termOfKey(column)) === 'money';
  const coarsest = new Map<number, FeedTable>();
  for (const feed of feeds) {
    if (!feed.dimensions.has(level) || !feed.rows.columns.has(column) || feed.rows.spans.length > 0) continue;
    const known = coarsest.get(feed.account);
    if (!known || grainSize(feed) < grainSize(known)) coarsest.set(feed.account, feed);
  }
  const onDay = new Map<string, number>();
  const inAll = new Map<number, number>();
  for (const feed of coarsest.values()) {
    const account = accounts[feed.account];
    eachAmount(feed, { column, dimension: level }, (own, day, member) => {
      const amount = own * (isMoney && account ? (rateOn(account, day) ?? NaN) : 1);
      if (member === NONE || Number.isNaN(amount)) return;
      const key = `${member} ${day}`;
      onDay.set(key, (onDay.get(key) ?? 0) + amount);
      inAll.set(member, (inAll.get(member) ?? 0) + amount);
    });
  }
  return (member, day) => (day === null ? (inAll.get(member) ?? 0) : (onDay.get(`${member} ${day}`) ?? 0));
}
