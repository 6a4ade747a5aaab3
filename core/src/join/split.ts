import { grainSize } from '../grain/grain-size';
import { type ClientTables, type FeedTable, NONE, rateOn } from '../grain/tables';
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
    if (!feed.dimensions.has(level) || !feed.amounts.has(column) || feed.to) continue;
    const known = coarsest.get(feed.account);
    if (!known || grainSize(feed) < grainSize(known)) coarsest.set(feed.account, feed);
  }
  const onDay = new Map<string, number>();
  const inAll = new Map<number, number>();
  for (const feed of coarsest.values()) {
    const [members, amounts] = [feed.codes.get(level), feed.amounts.get(column)];
    const account = accounts[feed.account];
    for (let row = 0; row < feed.length; row++) {
      const member = members?.[row] ?? NONE;
      const day = feed.day[row] ?? 0;
      const rate = isMoney && account ? (rateOn(account, day) ?? NaN) : 1;
      const amount = (amounts?.[row] ?? NaN) * rate;
      if (member === NONE || Number.isNaN(amount)) continue;
      const key = `${member} ${day}`;
      onDay.set(key, (onDay.get(key) ?? 0) + amount);
      inAll.set(member, (inAll.get(member) ?? 0) + amount);
    }
  }
  return (member, day) => (day === null ? (inAll.get(member) ?? 0) : (onDay.get(`${member} ${day}`) ?? 0));
}
