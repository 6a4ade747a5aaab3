import type { Client, WireTable } from '@lens/contract';
import { COUNTED_WORDS, type Figure, formatDay, type Metric, type MetricBook, type Question, type Unit, unpackFigures } from '@lens/core';
import { type Cell, toCsv } from './csv';

/** A comparison as CSV: one line a member, numbers plain, gaps and bounds in words, the question on every line. */
export function tableCsv(client: Client, question: Question, table: WireTable, book: MetricBook): string {
  const columns = namedColumns(table, book).flatMap(({ metric, label, column: { now, before, change } }) => {
    const unit = metric.unit === 'money' ? ` (${client.currency})` : '';
    const figures = unpackFigures(now);
    return [
      { header: `${label}${unit}`, figures, of: metric.unit },
      { header: `${label}, share of spend covered`, figures: figures.map(coverageOf), of: 'share' as const },
      ...(before ? [{ header: `${label}${unit}, compared with`, figures: unpackFigures(before), of: metric.unit }] : []),
      ...(change ? [{ header: `${label}, change`, figures: unpackFigures(change), of: 'share' as const }] : []),
    ];
  });
  const days = (range: { from: number; to: number } | null): Cell[] =>
    range ? [formatDay(range.from), formatDay(range.to)] : [null, null];
  const about: Cell[] = [
    client.name,
    ...days(question.period),
    ...days(question.comparison),
    COUNTED_WORDS[question.countedBy].who,
    `${question.basis} date`,
    question.knownOn === null ? null : formatDay(question.knownOn),
  ];
  const rows = table.rows.map((row, at): Cell[] => [
    row.level,
    '  '.repeat(row.depth) + [row.name, row.note].filter((text) => text !== '').join(', '),
    ...columns.map(({ figures, of }) => cellOf(figures[at], of)),
    ...about,
  ]);
  const headers = [
    'Level',
    'Name',
    ...columns.map(({ header }) => header),
    'Client',
    'From',
    'To',
    'Compared from',
    'Compared to',
    'Counted by',
    'Date basis',
    'As known on',
  ];
  return toCsv(headers, rows);
}

/** A column for each metric, or one for each part that a metric is spread over, the whole of it first. */
function namedColumns(
  { metrics, columns, across }: WireTable,
  book: MetricBook,
): { metric: Metric; label: string; column: WireTable['columns'][number] }[] {
  if (!across)
    return columns.map((column, at) => {
      const metric = book.named(metrics[at] ?? 'spend');
      return { metric, label: metric.label, column };
    });
  const metric = book.named(across.metric);
  return [
    { metric, label: metric.label, column: across.whole },
    ...across.columns.map((column, at) => ({
      metric,
      label: `${metric.label}, ${[across.heads[at]?.name, across.heads[at]?.note].filter(Boolean).join(', ')}`,
      column,
    })),
  ];
}

/** How much of the spend a figure is known for; 1 where its parts are known for all of it. */
const coverageOf = (figure: Figure): Figure =>
  figure.kind === 'gap' && figure.coverage === undefined ? figure : { kind: 'value', value: figure.coverage ?? 1 };

function cellOf(figure: Figure | undefined, unit: Unit = 'number'): Cell {
  if (!figure || figure.kind === 'gap') return figure?.gap ?? null;
  // A grade is its name, whatever its place.
  const write = (number: number): string | number => (typeof unit === 'object' ? (unit.grades[number - 1] ?? number) : round(number));
  if (figure.kind === 'value') return write(figure.value);
  const low = figure.low === null ? '' : String(write(figure.low));
  const high = figure.high === null ? '' : String(write(figure.high));
  if (low !== '' && high !== '') return `between ${low} and ${high}`;
  return low !== '' ? `more than ${low}` : `at most ${high}`;
}

const round = (number: number): number => Math.round(number * 1e6) / 1e6;
