import type { Day } from '../time/day';
import { MILLIONTHS } from '../measure/scale';
import { type Cell, cellText } from '../text/cell';
import { parseMoment } from './date';
import type { Mapping } from './mapping';
import { isNothing } from '../text/number';
import { cellFinder, moneyOf, textFinder } from './read-order';
import { notADay } from './read-day';
import { type CellProblem } from './read-row';

/** One touch of a journey, as a log of touches states it. */
export interface TouchRow {
  readonly journey: string;
  readonly day: Day;
  /** As it is written: touches of a day are in the order of their texts. */
  readonly at: string;
  readonly kind: 'click' | 'view';
  readonly source: string | null;
  readonly tagCampaign: string | null;
  /** How many journeys it stands for, in millionths. */
  readonly weight: number;
  /** The day the journey ended in an outcome; null where it did not. */
  readonly outcomeDay: Day | null;
}

const VIEWS = /^(?:view|impression|seen|ansicht|vue|vista)/i;

/** Reads one touch. `zone` is the client's, for times that carry an offset. */
export function readTouchRow(cells: readonly Cell[], mapping: Mapping, zone: string): TouchRow | CellProblem {
  const cellOf = cellFinder(cells, mapping);
  const textOf = textFinder(cells, mapping);
  const journey = cellOf('journey');
  if (journey.cell === '') return { column: journey.column, message: 'The touch belongs to no journey' };
  const when = cellOf('touch time');
  const day = parseMoment(when.cell, mapping.dateOrder, zone)?.day;
  if (day === undefined) return { column: when.column, ...notADay(when.cell, 'time', mapping.dateOrder) };
  const ended = cellOf('outcome time');
  const outcomeDay = isNothing(ended.cell) ? null : parseMoment(ended.cell, mapping.dateOrder, zone)?.day;
  if (outcomeDay === undefined) return { column: ended.column, ...notADay(ended.cell, 'time', mapping.dateOrder) };
  const weight = moneyOf(cellOf('weight'), cells, mapping);
  if (typeof weight === 'object' && weight !== null) return weight;
  return {
    journey: journey.cell,
    day,
    at: cellText(when.cell),
    kind: VIEWS.test(cellOf('touch kind').cell) ? 'view' : 'click',
    source: textOf('touch source'),
    tagCampaign: textOf('tag campaign'),
    weight: weight ?? MILLIONTHS,
    outcomeDay,
  };
}
