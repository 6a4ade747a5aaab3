import type { Day } from '../time/day';
import { MILLIONTHS } from '../measure/scale';
import type { Cell } from '../text/cell';
import { LOT_UNITS, type LotUnit, type Mapping } from './mapping';
import { cellFinder, moneyOf } from './read-order';
import { dayOfCell, notADay } from './read-day';
import { type CellProblem } from './read-row';

/** Traffic bought at once, as a list of lots states it. */
export interface LotRow {
  readonly lot: string;
  readonly seller: string;
  readonly day: Day;
  /** In millionths of the account's currency. */
  readonly price: number;
  readonly link: string;
  readonly unit: LotUnit;
  readonly agreed: number | null;
  /** By the seller's own count. */
  readonly delivered: number | null;
}

/** Reads one lot. */
export function readLotRow(cells: readonly Cell[], mapping: Mapping): LotRow | CellProblem {
  const cellOf = cellFinder(cells, mapping);
  const lot = cellOf('lot id');
  if (lot.cell === '') return { column: lot.column, message: 'The row has no lot' };
  const seller = cellOf('seller');
  if (seller.cell === '') return { column: seller.column, message: 'The lot has no seller' };
  const link = cellOf('lot link');
  if (link.cell === '') return { column: link.column, message: 'The lot has no tracked link: nothing could be known to be its own' };
  const when = cellOf('day');
  const day = dayOfCell(cells[when.column] ?? '', mapping);
  if (day === undefined) return { column: when.column, ...notADay(when.cell, 'date', mapping.dateOrder) };
  const price = moneyOf(cellOf('price'), cells, mapping);
  if (price === null) return { column: cellOf('price').column, message: 'The lot has no price' };
  if (typeof price === 'object') return price;
  const unit = LOT_UNITS.find((each) => cellOf(`agreed ${each}`).column >= 0) ?? 'clicks';
  const [agreed, delivered] = [moneyOf(cellOf(`agreed ${unit}`), cells, mapping), moneyOf(cellOf('delivered'), cells, mapping)];
  if (typeof agreed === 'object' && agreed !== null) return agreed;
  if (typeof delivered === 'object' && delivered !== null) return delivered;
  const whole = (millionths: number | null): number | null => (millionths === null ? null : Math.round(millionths / MILLIONTHS));
  return { lot: lot.cell, seller: seller.cell, day, price, link: link.cell, unit, agreed: whole(agreed), delivered: whole(delivered) };
}
