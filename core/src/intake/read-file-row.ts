import type { Vocabulary } from '../measure/vocabulary';
import type { Cell } from '../text/cell';
import type { Mapping } from './mapping';
import { type ChangeRow, readChangeRow } from './read-change';
import { type ClaimRow, readClaimRow } from './read-claim';
import { type LotRow, readLotRow } from './read-lot';
import { type OrderRow, readOrderRow } from './read-order';
import { readTouchRow, type TouchRow } from './read-touch';
import { type CellProblem, readReportRow, type ReportRow, type Zones } from './read-row';

/** One row of a file, whatever a row is. */
export type FileRow = ReportRow | OrderRow | LotRow | TouchRow | ClaimRow | ChangeRow;

/** Reads one row of a shaped table as its mapping says, or tells what is wrong with it. */
export function readFileRow(cells: readonly Cell[], mapping: Mapping, zones: Zones, vocabulary: Vocabulary): FileRow | CellProblem {
  switch (mapping.kind) {
    case 'report':
      return readReportRow(cells, mapping, zones, vocabulary);
    case 'orders':
      return readOrderRow(cells, mapping, zones.client, vocabulary);
    case 'lots':
      return readLotRow(cells, mapping);
    case 'journeys':
      return readTouchRow(cells, mapping, zones.client, vocabulary);
    case 'claims':
      return readClaimRow(cells, mapping, zones.client);
    case 'changes':
      return readChangeRow(cells, mapping, zones.client);
  }
}
