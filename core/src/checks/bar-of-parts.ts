import { TARGET_METRICS } from '../target/target';
import { metricsOf, read, resultOf, type Situation } from './situation';

/** What every campaign must reach for the client's target to hold. */
export interface BarOfParts {
  readonly value: number;
  /** Share of the results, or of what they are worth, that is matched to campaigns, where the target means all; null where it means those. */
  readonly matched: number | null;
}

/**
 * The bar of campaigns and what is below them: the target itself where it means what is matched to campaigns. Where it means
 * all orders, those that no campaign is matched with help to reach it: an at-least bar is lower by their share of the value,
 * an at-most bar higher by their share of the count. 2.6 over everything, a third of the value unmatched → 1.733.
 * Null without a target.
 */
export function barOfParts(
  situation: Pick<Situation, 'tables' | 'names' | 'client' | 'metricSet' | 'lastDay' | 'days' | 'target'>,
): BarOfParts | null {
  const { target } = situation;
  if (!target) return null;
  if (target.orders === 'matched') return { value: target.value, matched: null };
  const isAtLeast = TARGET_METRICS[target.metric].bound === 'at least';
  const { outcome, count } = resultOf(situation);
  const metric = isAtLeast ? metricsOf(situation).plainOf('value', outcome.id)?.id : count;
  if (metric === undefined) return { value: target.value, matched: null };
  const { members, known } = read(situation, [metric]);
  const [all, matched] = (['total', 'matched'] as const).map((kind) => {
    const member = members.find((each) => each.kind === kind);
    return member ? known(member, metric) : null;
  });
  const share = all && matched ? Math.min(1, matched / all) : 1;
  return { value: isAtLeast ? target.value * share : target.value / share, matched: share };
}
