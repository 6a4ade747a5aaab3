import { figureIn } from '../compare/answer';
import type { Figure } from '../figure/figure';
import { TARGET_METRICS } from '../target/target';
import { barOfParts } from './bar-of-parts';
import { metricsOf, read, resultOf, type Situation } from './situation';

/**
 * What a result may cost for the target of campaigns to hold: the target itself, or what a result is worth over the return that
 * is asked. Null without a target, or where no result tells what it is worth.
 */
export function costOfResult(situation: Situation): number | null {
  const { target } = situation;
  const bar = barOfParts(situation)?.value;
  if (!target || !bar) return null;
  if (TARGET_METRICS[target.metric].bound === 'at most') return bar;
  const { outcome, count } = resultOf(situation);
  const worth = metricsOf(situation).plainOf('value', outcome.id)?.id;
  if (worth === undefined) return null;
  const { found, members } = read(situation, [count, worth]);
  const whole = (['matched', 'total'] as const).flatMap((own) => members.find(({ kind }) => kind === own) ?? [])[0];
  const [counted, value] = [count, worth].map((metric) => (whole ? leastOf(figureIn(found, whole, metric, 0)) : 0));
  return counted && value ? value / counted / bar : null;
}

/** Both are known of the same: where some of it is not, of what is. */
const leastOf = (figure: Figure): number => (figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? (figure.low ?? 0) : 0);
