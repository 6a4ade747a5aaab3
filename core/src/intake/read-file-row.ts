import type { Vocabulary } from '../measure/vocabulary';
import type { Cell } from './cell';
import type { Mapping } from './mapping';
import { type LotRow, readLotRow } from './read-lot';
import { type OrderRow, readOrderRow } from './read-order';
import { readTouchRow, type TouchRow } from './read-touch';
import { type CellProblem, readReportRow, type ReportRow, type Zones } from './read-row';

/** Reads one row of a shaped table as its mapping says, or tells what is wrong with it. */
export function readFileRow(
  cells: readonly Cell[],
  mapping: Mapping,
  zones: Zones,
  vocabulary: Vocabulary,
): ReportRow | OrderRow | LotRow | TouchRow | CellProblem {
  switch (mapping.kind) {
    case 'report':
      return readReportRow(cells, mapping, zones, vocabulary);
    case 'orders':
      return readOrderRow(cells, mapping, zones.client);
    case 'lots':
      return readLotRow(cells, mapping);
    case 'journeys':
      return readTouchRow(cells, mapping, zones.client);
  }
}
