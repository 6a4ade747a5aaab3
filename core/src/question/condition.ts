import { median } from 'simple-statistics';
import type { Figure } from '../figure/figure';
import { compareFigures } from '../figure/order';
import type { Tells } from '../grain/row-filter';
import type { MetricId } from '../metric/metric';

export const AMOUNT_TESTS = ['above', 'at least', 'below', 'at most'] as const;
export type AmountTest = (typeof AMOUNT_TESTS)[number];
export const TOP_ENDS = ['largest', 'smallest'] as const;

export const TARGET_VERDICTS = ['misses', 'beats'] as const;
export type TargetVerdict = (typeof TARGET_VERDICTS)[number];

/** What the members of a level must come to once they are summed. */
export type Condition = {
  /** The dimension whose members are judged: one of the rows. */
  readonly level: string;
} & (
  | { readonly kind: 'amount'; readonly metric: MetricId; readonly test: AmountTest; readonly than: number }
  /** So much of what all that is kept comes to. */
  | { readonly kind: 'share'; readonly metric: MetricId; readonly test: AmountTest; readonly than: number }
  /** The first of their siblings. */
  | { readonly kind: 'top'; readonly metric: MetricId; readonly end: (typeof TOP_ENDS)[number]; readonly count: number }
  /** Far from their siblings. */
  | { readonly kind: 'apart'; readonly metric: MetricId }
  /** Surely on one side of what their client was promised. */
  | { readonly kind: 'target'; readonly verdict: TargetVerdict }
);

/** The metrics that members are judged by. */
export const judgedBy = ({ having }: { readonly having: readonly Condition[] }): MetricId[] =>
  having.flatMap((condition) => (condition.kind === 'target' ? [] : [condition.metric]));

/** Whether a figure is above, below … an amount. Bounds may settle it; a gap never does (calculations, chapter 1). */
export function meets(figure: Figure, test: AmountTest, than: number): Tells {
  if (figure.kind === 'gap') return 'unknown';
  const [low, high] = figure.kind === 'value' ? [figure.value, figure.value] : [figure.low ?? -Infinity, figure.high ?? Infinity];
  const settled = (allHold: boolean, noneHolds: boolean): Tells => (allHold ? 'yes' : noneHolds ? 'no' : 'unknown');
  switch (test) {
    case 'above':
      return settled(low > than, high <= than);
    case 'at least':
      return settled(low >= than, high < than);
    case 'below':
      return settled(high < than, low >= than);
    case 'at most':
      return settled(high <= than, low > than);
  }
}

/** Fewer siblings than this have no middle to be far from. */
const LEAST_SIBLINGS = 5;
/** A residual of so many robust standard deviations is far (calculations, chapter 17). */
const FAR = 3.5;
const MAD_TO_DEVIATION = 1.4826;

/** Which of some siblings lie far from their median, in robust standard deviations. Where more than half are equal nothing is. */
export function farFromSiblings(figures: readonly Figure[]): Tells[] {
  const known = figures.flatMap((figure) => (figure.kind === 'value' ? [figure.value] : []));
  if (known.length < LEAST_SIBLINGS) return figures.map(() => 'unknown');
  const middle = median(known);
  const spread = MAD_TO_DEVIATION * median(known.map((each) => Math.abs(each - middle)));
  return figures.map((figure) => {
    if (figure.kind !== 'value') return 'unknown';
    return spread > 0 && Math.abs(figure.value - middle) > FAR * spread ? 'yes' : 'no';
  });
}

/** Which of some siblings are the first so many; gaps are of no place. */
export function firstOfSiblings(figures: readonly Figure[], end: (typeof TOP_ENDS)[number], count: number): Tells[] {
  const direction = end === 'largest' ? 'descending' : 'ascending';
  const order = figures.map((_, at) => at).filter((at) => figures[at]?.kind !== 'gap');
  order.sort((a, b) => compareFigures(figures[a] as Figure, figures[b] as Figure, direction) || a - b);
  const first = new Set(order.slice(0, count));
  return figures.map((figure, at) => (figure.kind === 'gap' ? 'unknown' : first.has(at) ? 'yes' : 'no'));
}
