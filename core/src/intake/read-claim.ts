import { type Cell } from '../text/cell';
import { isNothing } from '../text/number';
import type { Day } from '../time/day';
import { parseInstant } from './date';
import { type Mapping } from './mapping';
import { notADay } from './read-day';
import { cellFinder, moneyOf, textFinder } from './read-order';
import { type CellProblem } from './read-row';

/** An outcome that a channel claims to have brought, as its own list tells it. */
export interface ClaimRow {
  /** The number of the order, booking or lead that it claims; null where the channel does not know it. */
  readonly claims: string | null;
  /** The day of the outcome, where the channel says it, else that of the click. */
  readonly day: Day;
  /** When the click was; null where that is not told. Seconds since 1970, UTC. */
  readonly click: { readonly day: Day; readonly moment: number } | null;
  /** In millionths of the account's currency; null where it is not told. */
  readonly value: number | null;
  /** How many outcomes are claimed, in millionths; null for one. */
  readonly count: number | null;
  readonly campaign: string | null;
}

/** Reads one claim. `zone` is the client's, for times that carry an offset. */
export function readClaimRow(cells: readonly Cell[], mapping: Mapping, zone: string): ClaimRow | CellProblem {
  const cellOf = cellFinder(cells, mapping);
  const textOf = textFinder(cells, mapping);
  const at = (key: string): ReturnType<typeof parseInstant> | null | CellProblem => {
    const { column, cell } = cellOf(key);
    if (isNothing(cell)) return null;
    return parseInstant(cell, mapping.dateOrder, zone) ?? { column, ...notADay(cell, 'time', mapping.dateOrder) };
  };
  const [sale, click] = [at('sale time'), at('click time')];
  if (sale && 'message' in sale) return sale;
  if (click && 'message' in click) return click;
  const day = sale?.day ?? click?.day;
  if (day === undefined)
    return { column: cellOf('click time').column, message: 'The claim says neither when the click was nor when the outcome came' };
  const value = moneyOf(cellOf('order value'), cells, mapping);
  if (typeof value === 'object' && value !== null) return value;
  const count = moneyOf(cellOf('order count'), cells, mapping);
  if (typeof count === 'object' && count !== null) return count;
  if (count !== null && count < 0)
    return { column: cellOf('order count').column, message: `“${cellOf('order count').cell}” is no number of outcomes` };
  return {
    claims: textOf('order id'),
    day,
    click: click ? { day: click.day, moment: click.second } : null,
    value,
    count,
    campaign: textOf('tag campaign'),
  };
}
