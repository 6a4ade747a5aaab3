import type { MetricId } from '../metric/metric';
import type { DayRange } from '../time/day';
import { type Lines, linesOf, watchedMetrics } from '../watch/lines';
import { DAYS_BEFORE } from '../watch/unusual-days';
import { countingOf, metricsOf, resultOf, type Situation } from './situation';

const known = new WeakMap<Situation, Lines[]>();

/** What results are worth, where the client's outcome carries a value. */
export const valueOf = (situation: Situation): MetricId | undefined =>
  metricsOf(situation).plainOf('value', resultOf(situation).outcome.id)?.id;

/** The days of channel lines: those that are looked at, and those before them which tell what is usual. */
export const daysOfLines = ({ days }: Pick<Situation, 'days'>): DayRange => ({ from: days.from - DAYS_BEFORE, to: days.to });

/** Channels day by day with all that checks watch of them: from impressions to what results are worth. Summed once for all checks. */
export function channelLines(situation: Situation): Lines[] {
  const made = known.get(situation) ?? make(situation);
  known.set(situation, made);
  return made;
}

function make(situation: Situation): Lines[] {
  const { tables, client, metricSet, names, lastDay } = situation;
  const value = valueOf(situation);
  const metrics = ['impressions', ...watchedMetrics(tables, metricSet), ...(value === undefined ? [] : [value])];
  const asked = { client, metricSet, knownOn: null, ...countingOf(situation) };
  return linesOf(tables, asked, names, { days: daysOfLines(situation), lastDay, metrics });
}
