import type { OutcomeId } from '../measure/outcome';
import type { Vocabulary } from '../measure/vocabulary';
import { type Cell, cellText } from '../text/cell';
import { isNothing } from '../text/number';
import type { Day } from '../time/day';
import { parseInstant } from './date';
import { type Mapping } from './mapping';
import { notADay } from './read-day';
import { cellFinder, moneyOf, textFinder } from './read-order';
import { type CellProblem } from './read-row';

/** What one line of a log of touches tells: a touch, an outcome, or a touch with the outcome its journey ended in. */
export interface TouchRow {
  /** Whose it is, as the file writes it. */
  readonly person: string;
  readonly day: Day;
  /** Seconds since 1970, UTC. */
  readonly moment: number;
  /** Null where the line tells an outcome alone. */
  readonly kind: TouchKind | null;
  readonly source: string | null;
  readonly tags: Readonly<Record<'campaign' | 'ad' | 'keyword' | 'link', string | null>>;
  /** What the touch was like: device, landing page and the like, by dimension. */
  readonly splits: Readonly<Record<string, string>>;
  /** How many people it stands for, in millionths; null where it does not say. */
  readonly weight: number | null;
  readonly outcome: TouchOutcome | null;
}

export type TouchKind = 'click' | 'view';

export interface TouchOutcome {
  readonly action: OutcomeId;
  readonly day: Day;
  readonly moment: number;
  /** In millionths; null where it is not told. */
  readonly value: number | null;
  /** The number its order, booking or lead has in the client's own list. */
  readonly order: string | null;
}

const VIEWS = /^(?:view|impression|seen|ansicht|vue|vista)/i;
const CLICKS = /^(?:click|visit|session|touch|klick|besuch|clic|clique|visite|visita)/i;

/** Reads one line. `zone` is the client's, for times that carry an offset. */
export function readTouchRow(cells: readonly Cell[], mapping: Mapping, zone: string, vocabulary: Vocabulary): TouchRow | CellProblem {
  const cellOf = cellFinder(cells, mapping);
  const textOf = textFinder(cells, mapping);
  const person = cellOf('person');
  if (isNothing(person.cell)) return { column: person.column, message: 'The line does not say whose touch it is' };
  const when = cellOf('touch time');
  const at = parseInstant(when.cell, mapping.dateOrder, zone);
  if (!at) return { column: when.column, ...notADay(when.cell, 'time', mapping.dateOrder) };
  const what = kindOf(cellOf('touch kind'), vocabulary);
  if ('message' in what) return what;
  const weight = moneyOf(cellOf('weight'), cells, mapping);
  if (typeof weight === 'object' && weight !== null) return weight;
  if (weight !== null && weight <= 0)
    return { column: cellOf('weight').column, message: `“${cellOf('weight').cell}” is no number of people: it must be above 0` };
  const outcome = outcomeOf(cells, { mapping, zone, vocabulary, action: what.action, at: { moment: at.second, day: at.day } });
  if (outcome && 'message' in outcome) return outcome;
  return {
    person: person.cell,
    day: at.day,
    moment: at.second,
    kind: what.action === null ? what.kind : null,
    source: textOf('touch source'),
    tags: { campaign: textOf('tag campaign'), ad: textOf('tag ad'), keyword: textOf('tag keyword'), link: textOf('tag link') },
    splits: splitsOf(cells, mapping),
    weight,
    outcome,
  };
}

/** What a line is: a view, a click where it says so or says nothing, or the name of an outcome of the client. */
function kindOf(
  { column, cell }: { column: number; cell: string },
  vocabulary: Vocabulary,
): { readonly kind: TouchKind; readonly action: OutcomeId | null } | CellProblem {
  if (isNothing(cell) || CLICKS.test(cell)) return { kind: 'click', action: null };
  if (VIEWS.test(cell)) return { kind: 'view', action: null };
  const action = actionNamed(cell, vocabulary);
  return action === undefined
    ? {
        column,
        message: `“${cell}” is no click, no view and no outcome of this client: leave such lines out by a step, or add the outcome under Words`,
      }
    : { kind: 'click', action };
}

const actionNamed = (text: string, { outcomes }: Vocabulary): OutcomeId | undefined => {
  const word = text.trim().toLowerCase();
  return outcomes.find(
    ({ id, name, label, headers }) => [id, name.toLowerCase(), label.toLowerCase()].includes(word) || headers.includes(word),
  )?.id;
};

interface OutcomeContext {
  readonly mapping: Mapping;
  readonly zone: string;
  readonly vocabulary: Vocabulary;
  /** What the line itself is, where it is an outcome. */
  readonly action: OutcomeId | null;
  readonly at: { readonly moment: number; readonly day: Day };
}

/** The outcome a line tells: the line itself, or what its columns say the journey ended in. */
function outcomeOf(cells: readonly Cell[], { mapping, zone, vocabulary, action, at }: OutcomeContext): TouchOutcome | CellProblem | null {
  const cellOf = cellFinder(cells, mapping);
  const ended = cellOf('outcome time');
  if (action === null && isNothing(ended.cell)) return null;
  const told = isNothing(ended.cell) ? undefined : parseInstant(ended.cell, mapping.dateOrder, zone);
  if (!isNothing(ended.cell) && !told) return { column: ended.column, ...notADay(ended.cell, 'time', mapping.dateOrder) };
  const named = cellOf('outcome kind');
  const other = isNothing(named.cell) ? mapping.action : actionNamed(named.cell, vocabulary);
  if (action === null && other === undefined)
    return { column: named.column, message: `“${named.cell}” is no outcome of this client: add it under Words` };
  const value = moneyOf(cellOf('order value'), cells, mapping);
  if (typeof value === 'object' && value !== null) return value;
  const order = cellOf('order id');
  return {
    action: action ?? other ?? mapping.action,
    moment: told?.second ?? at.moment,
    day: told?.day ?? at.day,
    value,
    order: isNothing(order.cell) ? null : order.cell,
  };
}

function splitsOf(cells: readonly Cell[], { columns }: Mapping): Record<string, string> {
  const splits: Record<string, string> = {};
  for (const [column, role] of columns.entries()) {
    if (role.role !== 'dimension') continue;
    const text = cellText(cells[column]);
    if (!isNothing(text)) splits[role.dimension] = text;
  }
  return splits;
}
