import { type CheckReport } from '@lens/contract';
import { isProblem, LEVELS, type Mapping, type OrderRow, readOrderRow, readReportRow, type ReportRow, roleKey } from '@lens/core';
import type { Db } from '../store/database';
import { inOneGo, orderInserter, rowInserter, SLOTS } from '../store/staging';
import { type Delimiter, readTable } from './read-table';
import { UnreadableFile } from './unreadable-file';

const MOST_PROBLEMS = 200;

export interface StageResult {
  readonly read: number;
  readonly merged: number;
  readonly badRows: number;
  readonly problems: CheckReport['problems'];
}

/** The terms of a mapping's amount columns, in file order: the slots of staged rows. */
export const termsOfMapping = (mapping: Mapping): string[] =>
  mapping.columns.filter((role) => role.role === 'measure' || role.role === 'outcome').map(roleKey);

/** Slots that hold settings: the last row of a day counts, they are never added. */
const settingSlots = (mapping: Mapping): Set<number> =>
  new Set(termsOfMapping(mapping).flatMap((term, slot) => (term === 'daily budget' || term === 'running' ? [slot] : [])));

/**
 * Reads a whole stored file into a staging database, collecting every line that cannot be read.
 * `onRows` is called every thousand lines, in the middle of the work.
 */
export async function stageFile(
  staging: Db,
  source: { path: string; delimiter: Delimiter; mapping: Mapping; zone: string },
  onRows: (rows: number) => void,
): Promise<StageResult> {
  const { mapping, zone } = source;
  const terms = termsOfMapping(mapping);
  if (terms.length > SLOTS)
    throw new UnreadableFile(`A feed can hold ${SLOTS} measures and outcomes; this mapping has ${terms.length}. Ignore some.`);
  const insert = mapping.kind === 'report' ? rowInserter(staging, terms.length, settingSlots(mapping)) : orderInserter(staging);
  let headers: readonly string[] | undefined;
  const problems: CheckReport['problems'] = [];
  const count = { read: 0, merged: 0, badRows: 0 };
  const refuse = (line: number, column: string, message: string): void => {
    count.badRows += 1;
    if (problems.length < MOST_PROBLEMS) problems.push({ line, column, message });
  };
  await inOneGo(staging, async () => {
    for await (const { line, cells } of readTable(source.path, source.delimiter)) {
      if (!headers) {
        headers = cells;
        continue;
      }
      count.read += 1;
      if (count.read % 1000 === 0) onRows(count.read);
      if (cells.length !== headers.length) {
        refuse(line, '', `The line has ${cells.length} cells, the header ${headers.length}`);
        continue;
      }
      const row = mapping.kind === 'report' ? readReportRow(cells, mapping) : readOrderRow(cells, mapping, zone);
      if (isProblem(row)) {
        refuse(line, headers[row.column] ?? '', row.message);
        continue;
      }
      if (!insert('amounts' in row ? reportValues(row, terms) : orderValues(row))) count.merged += 1;
    }
  });
  onRows(count.read);
  return { ...count, problems };
}

const reportValues = (row: ReportRow, terms: readonly string[]): unknown[] => [
  row.day,
  ...LEVELS.flatMap((level) => [row.members[level]?.id ?? '', row.members[level]?.name ?? '']),
  JSON.stringify(row.splits, Object.keys(row.splits).sort()),
  ...terms.map((term) => row.amounts[term] ?? null),
];

const orderValues = (row: OrderRow): unknown[] => [row.id, row.saleDay, row.clickDay, row.value, row.tagCampaign, row.tagAd];
