import type { Unit } from '../figure/text';
import type { ClientNumber } from '../measure/client-number';
import { amountUnit, type Term } from '../measure/term';

/** Of what kind a number is: how often money, things and seconds go into it; money for each thing is { money: 1, count: -1, seconds: 0 }. */
export interface Quantity {
  readonly money: number;
  readonly count: number;
  readonly seconds: number;
}

/** What a part of a formula is: a quantity, a number as it was written, which goes with any, something that is so or not, or a grade. */
export type Nature = Quantity | 'written' | 'truth' | 'grade';

/** What has no unit: a share, a ratio. */
export const NOTHING: Quantity = { money: 0, count: 0, seconds: 0 };

function natureOfUnit(unit: Unit): Nature {
  if (typeof unit === 'object') return 'grade';
  return unit === 'money' || unit === 'count' || unit === 'seconds' ? { ...NOTHING, [unit]: 1 } : NOTHING;
}

/** What a term is as it is summed: an average × its weight, all × the client's number that multiplies it. */
export function natureOf(term: Term): Nature {
  const amount = natureOfUnit(amountUnit(term));
  const own = term.kind === 'measure' && term.weight ? combined(amount, natureOfUnit(term.weight.unit), 1) : amount;
  return term.times ? combined(own, natureOfNumber(term.times), 1) : own;
}

/** Money that a client's number is told in is for each thing: a price. */
export const natureOfNumber = ({ unit }: ClientNumber): Quantity => (unit === 'money' ? { ...NOTHING, money: 1, count: -1 } : NOTHING);

/** The quantity of a number, undefined for what is none. */
export const quantityOf = (nature: Nature): Quantity | undefined =>
  nature === 'written' ? NOTHING : typeof nature === 'object' ? nature : undefined;

/** Of a product (sign 1) or a ratio (sign −1). */
export function combined(left: Nature, right: Nature, sign: 1 | -1): Nature {
  if (left === 'written' && right === 'written') return 'written';
  const [a, b] = [quantityOf(left) ?? NOTHING, quantityOf(right) ?? NOTHING];
  return { money: a.money + sign * b.money, count: a.count + sign * b.count, seconds: a.seconds + sign * b.seconds };
}

/** What two parts are together where they can be added or compared; undefined where they cannot. */
export function together(left: Nature, right: Nature): Nature | undefined {
  if (left === 'written') return right;
  if (right === 'written') return left;
  if (typeof left === 'string' || typeof right === 'string') return left === right ? left : undefined;
  return left.money === right.money && left.count === right.count && left.seconds === right.seconds ? left : undefined;
}

/** What a nature is called in a sentence about a part. */
export function natureText(nature: Nature): string {
  if (nature === 'truth') return 'something that is so or not';
  if (nature === 'grade') return 'a grade';
  if (nature === 'written') return 'a number';
  const { money, count, seconds } = nature;
  const over = [...many('money', money), ...many('a number', count), ...many('time', seconds)];
  const under = [...many('money', -money), ...many('thing', -count), ...many('second', -seconds)];
  if (over.length === 0 && under.length === 0) return 'a share';
  return [over.length > 0 ? over.join(' × ') : 'a number', ...under.map((each) => `for each ${each}`)].join(' ');
}

const many = (word: string, times: number): string[] => Array<string>(Math.max(0, times)).fill(word);

/** In what a formula can be told, the likeliest first; none where it comes to nothing that is told. */
export function unitsOf(nature: Nature, isOfMoney: boolean): readonly Exclude<Unit, object>[] {
  if (nature === 'truth' || nature === 'grade') return [];
  if (nature === 'written') return ['number', 'share', 'count', 'money', 'ratio'];
  const { money, count, seconds } = nature;
  if (money === 1 && count <= 0 && seconds === 0) return ['money'];
  if (seconds === 1 && count <= 0 && money === 0) return ['seconds'];
  if (money !== 0 || seconds !== 0 || count > 1) return count >= 0 && count <= 1 && seconds === 0 && money === -1 ? ['number'] : [];
  if (count === 1) return ['count', 'number'];
  if (count < 0) return ['number'];
  return isOfMoney ? ['ratio', 'share', 'number'] : ['share', 'ratio', 'number'];
}
