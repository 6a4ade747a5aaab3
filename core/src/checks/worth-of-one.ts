import { numberOn } from '../grain/tables';
import { MARGIN } from '../measure/client-number';
import { type Worth, worthOf } from '../moves/worth';
import { barOfParts } from './bar-of-parts';
import { metricsOf, read, resultOf, type Situation } from './situation';

/** What one more outcome of the client is worth; null without a target. */
export function worthIn(situation: Situation): Worth | null {
  const { target, tables, days } = situation;
  return target && worthOf(target, numberOn(tables, 0, MARGIN.id, days.to), valueOfOne(situation));
}

/** What one outcome of a campaign, or of what is below it, may cost for the client's target to hold; null where nothing says. */
export function mayCost(situation: Situation): number | null {
  const bar = barOfParts(situation);
  if (!situation.target || !bar) return null;
  const { each } = worthOf({ ...situation.target, value: bar.value }, undefined, valueOfOne(situation));
  return each > 0 ? each : null;
}

/** What an outcome was worth on average on the days that are looked at, of those that are known; 0 where nothing says. */
function valueOfOne(situation: Situation): number {
  const { outcome, count } = resultOf(situation);
  const worthMetric = metricsOf(situation).plainOf('value', outcome.id)?.id;
  if (worthMetric === undefined) return 0;
  const { members, known } = read(situation, [count, worthMetric]);
  const whole = members.find(({ kind }) => kind === 'total');
  const [counted, brought] = whole ? [known(whole, count), known(whole, worthMetric)] : [];
  return counted && brought ? brought / counted : 0;
}
