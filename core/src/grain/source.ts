import { type OutcomePart, partKey } from '../measure/outcome';
import type { ByList } from '../measure/counted-by';
import type { ClosedOutcomeTerm, ClosedTerm } from '../measure/term';
import type { OrderTable } from './tables';

/** Whether lists of outcomes answer a term, instead of a channel's feeds. */
export const isListed = (term: ClosedTerm): term is ClosedOutcomeTerm & { readonly countedBy: ByList } =>
  term.kind === 'outcome' && term.countedBy !== 'claims';

/** Whether a list is of the outcomes that a term asks of. */
export const lists = (table: OrderTable, term: ClosedTerm): term is ClosedOutcomeTerm =>
  term.kind === 'outcome' && table.countedBy === term.countedBy && table.action === term.outcome.id;

/** Whether a list tells a part of its outcomes; who is the same person none does. */
const tells = ({ amounts }: OrderTable, part: OutcomePart): boolean =>
  part === 'count' || (part !== 'people' && amounts.has(partKey(part)));

/** Whether a list of outcomes answers a term. */
export const ordersAnswer = (table: OrderTable, term: ClosedTerm): term is ClosedOutcomeTerm =>
  lists(table, term) && tells(table, term.part);
