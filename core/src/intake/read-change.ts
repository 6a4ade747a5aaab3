import type { Day } from '../time/day';
import { type Cell, cellText } from '../text/cell';
import { parseMoment } from './date';
import { type Level, LEVELS } from '../measure/level';
import { type Mapping } from './mapping';
import { notADay } from './read-day';
import { cellFinder, textFinder } from './read-order';
import type { CellProblem } from './read-row';

/** A change of a setting, as a channel's change history tells it. */
export interface ChangeRow {
  readonly day: Day;
  /** As it is written: changes of a day are in the order of their texts. */
  readonly at: string;
  /** The deepest level the row names; null where it is about the whole account. */
  readonly level: Level | null;
  /** Id and name of what was changed; null where the row does not tell it. */
  readonly memberId: string | null;
  readonly memberName: string | null;
  readonly field: string | null;
  readonly oldValue: string | null;
  readonly newValue: string | null;
  readonly note: string | null;
  readonly by: string | null;
}

/** Reads one change. `zone` is the client's, for times that carry an offset. */
export function readChangeRow(cells: readonly Cell[], mapping: Mapping, zone: string): ChangeRow | CellProblem {
  const cellOf = cellFinder(cells, mapping);
  const textOf = textFinder(cells, mapping);
  const when = cellOf('change time');
  const day = parseMoment(when.cell, mapping.dateOrder, zone)?.day;
  if (day === undefined) return { column: when.column, ...notADay(when.cell, 'time', mapping.dateOrder) };
  const [field, note] = [textOf('changed field'), textOf('change note')];
  const said = cellOf('changed field').column >= 0 ? cellOf('changed field') : cellOf('change note');
  if (field === null && note === null) return { column: said.column, message: 'The row does not say what was changed' };
  const level = LEVELS.findLast((each) => textOf(`${each} id`) !== null || textOf(`${each} name`) !== null) ?? null;
  return {
    day,
    at: cellText(when.cell),
    level,
    memberId: level && textOf(`${level} id`),
    memberName: level && textOf(`${level} name`),
    field,
    oldValue: textOf('old value'),
    newValue: textOf('new value'),
    note,
    by: textOf('changed by'),
  };
}
