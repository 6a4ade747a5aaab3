import { countedWords, dayName, formatNumber, formulaText, type MetricId, quantity, type Condition, type Filter } from '@lens/core';
import type { Exported } from './exported';

/** What a table tells of: each line a name and what there is to say of it. */
export function aboutQuestion({ client, question, table, book }: Exported): (readonly [name: string, text: string])[] {
  const label = (metric: MetricId): string => book.named(metric).label;
  const day = (of: number): string => dayName('day', of, client.locale);
  const days = ({ from, to }: { from: number; to: number }): string => `${day(from)} to ${day(to)}`;
  const { kept } = table;
  const money = (amount: number): string => formatNumber(amount, 'money', client);
  const metrics = table.across ? [table.across.metric] : table.metrics;
  return [
    ['Client', client.name],
    ['Days', days(question.period)],
    ['Compared with', question.comparison ? days(question.comparison) : 'nothing'],
    ['Counted', countedWords(question.countedBy).who],
    ['Date basis', `by ${question.basis} date`],
    ['As known', question.knownOn === null ? 'now' : `on ${day(question.knownOn)}`],
    ['Money in', client.currency],
    ['Split by', question.rows.join(', then ')],
    ...(question.columns ? [['In columns', `${label(question.columns.metric)} by ${question.columns.by}`] as const] : []),
    ...question.where.map((filter) => ['Where', filterText(filter)] as const),
    ...question.having.map((condition) => ['Only', conditionText(condition, label)] as const),
    ...(question.named === '' ? [] : [['Named', question.named] as const]),
    ...(kept
      ? [
          [
            'Of the spend',
            `${money(kept.kept)} kept, ${money(kept.leftOut)} left out, ${money(kept.cannotTell)} not told, of ${money(kept.all)}`,
          ] as const,
        ]
      : []),
    ...(table.unknown > 0
      ? [
          [
            'Not judged',
            `${quantity(table.unknown, 'member', 'members', client)} cannot be judged by what is asked and are left out`,
          ] as const,
        ]
      : []),
    ...table.withoutClickDay.map(
      ({ action, count, value }) =>
        ['Without a click date', `${count} ${action}, worth ${money(value)}: not placed by click date`] as const,
    ),
    ['Data version', String(table.dataVersion)],
    ...metrics.map((metric) => [label(metric), formulaText(book.named(metric).formula)] as const),
  ];
}

const filterText = ({ dimension, any }: Filter): string =>
  `${dimension} ${any.map(({ test, value }) => `${test} ${value}`.trim()).join(' or ')}`;

function conditionText(condition: Condition, label: (metric: MetricId) => string): string {
  const what = condition.kind === 'target' ? '' : `${label(condition.metric)} of each ${condition.level}`;
  switch (condition.kind) {
    case 'amount':
      return `${what} ${condition.test} ${condition.than}`;
    case 'share':
      return `${what} ${condition.test} ${condition.than * 100} % of the total`;
    case 'target':
      return `each ${condition.level} that surely ${condition.verdict} what its client was promised`;
    case 'top':
      return `${what} among the ${condition.count} ${condition.end} of its siblings`;
    case 'apart':
      return `${what} far from its siblings`;
  }
}
