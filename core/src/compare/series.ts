import type { Figure } from '../figure/figure';
import { accumulate } from '../grain/accumulate';
import { contributionOf, Measured, notMatchedContribution } from '../grain/measured';
import type { ClientTables } from '../grain/tables';
import type { MetricId } from '../metric/metric';
import { type DayRange, lengthOf, weekday } from '../time/day';
import { closedFormula, nodeKey, termsFor } from './comparison';
import { type Question, TREES } from './question';

export interface Series {
  readonly buckets: readonly DayRange[];
  /** One list of figures for each member asked for, in bucket order. */
  readonly lines: readonly { readonly key: string; readonly figures: readonly Figure[] }[];
}

/** Days up to nine weeks, weeks (Monday to Sunday) beyond; the edges may be part of a week. */
export function bucketsOf(period: DayRange): DayRange[] {
  const buckets: DayRange[] = [];
  const weekly = lengthOf(period) > 63;
  for (let from = period.from; from <= period.to;) {
    const to = weekly ? Math.min(period.to, from + 6 - weekday(from)) : from;
    buckets.push({ from, to });
    from = to + 1;
  }
  return buckets;
}

/** One metric over time for chosen members, each bucket from its own sums. */
export function series(tables: ClientTables, question: Question, metric: MetricId, keys: readonly string[]): Series {
  const formula = closedFormula(metric, question);
  const buckets = bucketsOf(question.period);
  const sums = accumulate(tables, { terms: termsFor([formula]), levels: TREES[question.tree], buckets });
  const measured = new Measured(sums.terms);
  const nodes = sums.nodes.flatMap((level) => level.all());
  const channelOf = (account: number): string => tables.accounts[account]?.channel ?? '';
  const lines = keys.map((key) => {
    const campaigns = sums.campaigns.all();
    const own =
      key === 'total'
        ? campaigns
        : key.includes('/')
          ? nodes.filter((node) => nodeKey(channelOf(node.account), node) === key)
          : campaigns.filter((node) => channelOf(node.account) === key);
    const figures = buckets.map((_, bucket) => {
      const contributions = own.map((node) => contributionOf(sums, node, bucket));
      if (key === 'total' || key === 'not matched') contributions.push(notMatchedContribution(sums, bucket));
      return measured.figure(formula, contributions);
    });
    return { key, figures };
  });
  return { buckets, lines };
}
