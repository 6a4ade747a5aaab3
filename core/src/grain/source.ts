import { type OutcomePart, partKey } from '../measure/outcome';
import { type ClosedOutcomeTerm, type ClosedTerm, columnKey } from '../measure/term';
import type { OrderTable } from './tables';

/** One term as a feed delivers it; `derived` multiplies a value by the margin of the row's day. */
export interface Source {
  readonly column: string;
  readonly derived: boolean;
}

/** A term's column in a feed: margin value is derived from the value of the same outcome. */
export function sourceOf(term: ClosedTerm): Source {
  if (term.kind === 'outcome' && term.part === 'margin') return { column: columnKey({ ...term, part: 'value' }), derived: true };
  return { column: columnKey(term), derived: false };
}

/** Whether lists of outcomes answer a term, instead of a channel's feeds. */
export const isListed = (term: ClosedTerm): boolean => term.kind === 'outcome' && term.countedBy !== 'claims';

/** Whether a list is of the outcomes that a term asks of. */
export const lists = (table: OrderTable, term: ClosedTerm): term is ClosedOutcomeTerm =>
  term.kind === 'outcome' && table.countedBy === term.countedBy && table.action === term.outcome.id;

/** Whether a list tells a part of its outcomes; who is the same person none does. */
const tells = ({ amounts }: OrderTable, part: OutcomePart): boolean =>
  part === 'count' || (part !== 'people' && amounts.has(part === 'margin' ? 'value' : partKey(part)));

/** Whether a list of outcomes answers a term. */
export const ordersAnswer = (table: OrderTable, term: ClosedTerm): term is ClosedOutcomeTerm =>
  lists(table, term) && tells(table, term.part);
