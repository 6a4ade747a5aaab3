import { countedWords, formatDay, type PlainCell, plainColumns, plainName } from '@lens/core';
import { toCsv } from './csv';
import type { Exported } from './exported';

/** A comparison as CSV: one line a member, numbers plain, the question on every line. */
export function tableCsv({ client, question, table, book, limitsIn }: Exported): string {
  const columns = plainColumns(table, book, client.currency, limitsIn);
  const days = (range: { from: number; to: number } | null): PlainCell[] =>
    range ? [formatDay(range.from), formatDay(range.to)] : [null, null];
  const about: PlainCell[] = [
    client.name,
    ...days(question.period),
    ...days(question.comparison),
    countedWords(question.countedBy).who,
    `${question.basis} date`,
    question.knownOn === null ? null : formatDay(question.knownOn),
  ];
  const rows = table.rows.map((row, at): PlainCell[] => [
    row.level,
    '  '.repeat(row.depth) + plainName(row),
    ...columns.map(({ cells }) => cells[at] ?? null),
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
