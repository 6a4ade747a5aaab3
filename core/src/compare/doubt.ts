import type { Figure } from '../figure/figure';
import { type Interval, poissonInterval, wilson } from '../evidence/interval';
import { type Formula, spelledOut } from '../formula/formula';
import type { Measured } from '../grain/measured';
import { type ClosedTerm, termUnit } from '../measure/term';
import { type Chance, chancesIn, isSmooth } from './chance';

/** A figure whose interval is no wider than this share of it, both sides together, is sure enough to be read. */
const WIDE = 0.5;
/** Of more of what is counted no interval is so wide. */
const MANY = 200;

/**
 * Between which a share, a cost or another ratio lies with 95 % where that is far: Wilson for a share of what was
 * counted, Poisson for the counts behind all else (calculations, chapter 10). Null where it is near, where nothing is
 * left to chance, and for sums, which are what they are.
 */
export function doubtOf(formula: Formula, measured: Measured): Interval | null {
  const spelled = spelledOut(formula);
  if (spelled.kind !== 'operation' || spelled.operator !== '/' || !isSmooth(spelled)) return null;
  const figure = measured.figure(formula);
  if (figure.kind !== 'value') return null;
  const kept = measured.measuring(formula);
  const interval = proportionOf(spelled, kept) ?? countedInterval(formula, kept, figure.value);
  return interval && interval.high - interval.low > WIDE * Math.abs(figure.value) ? interval : null;
}

/** Of how many so many are, by click date: by sale date two counts of different people stand over each other. */
function proportionOf({ left, right }: Formula & { kind: 'operation' }, measured: Measured): Interval | undefined {
  if (left.kind !== 'term' || right.kind !== 'term') return undefined;
  const terms = [left.term as ClosedTerm, right.term as ClosedTerm];
  if (!terms.every((term) => termUnit(term) === 'count' && !(term.kind === 'outcome' && term.basis === 'sale'))) return undefined;
  const [some, all] = terms.map((term) => exact(measured.sum(term)));
  return some !== undefined && all !== undefined && all > 0 && some <= all ? wilson(some, all) : undefined;
}

function countedInterval(formula: Formula, measured: Measured, middle: number): Interval | undefined {
  const far = chancesIn(formula).map((chance) => farOf(formula, measured, chance, middle));
  if (far.length === 0 || far.every((each) => each === undefined)) return undefined;
  const side = (of: (each: { below: number; above: number }) => number): number => Math.hypot(...far.map((each) => (each ? of(each) : 0)));
  return { low: middle - side(({ below }) => below), high: middle + side(({ above }) => above) };
}

/** How far the figure may lie below and above if what is counted lies at the ends of its interval. */
function farOf(formula: Formula, measured: Measured, { counted, moving, variance }: Chance, middle: number) {
  const count = exact(measured.sum(counted));
  if (count === undefined || count <= 0 || count > MANY) return undefined;
  const { low, high } = intervalOf(count);
  const ends = [low, high].map((end) => exact(measured.scaled(formula, moving, (end / count) ** Math.sqrt(variance))));
  const known = ends.filter((end) => end !== undefined);
  if (known.length < ends.length) return undefined;
  return { below: Math.max(0, middle - Math.min(...known)), above: Math.max(0, Math.max(...known) - middle) };
}

const intervals = new Map<number, Interval>();

/** Whole counts come up again and again, and their intervals take long. */
function intervalOf(count: number): Interval {
  const known = intervals.get(count) ?? poissonInterval(count);
  if (Number.isInteger(count)) intervals.set(count, known);
  return known;
}

const exact = (figure: Figure): number | undefined => (figure.kind === 'value' ? figure.value : undefined);
