import { ARITHMETIC, type Formula, nodesOf, termsOf } from '../formula/formula';
import { groupBy } from '../list/group-by';
import { type ClosedOutcomeTerm, type ClosedTerm, termKey, termUnit } from '../measure/term';

/** Order values are taken to spread as widely as their mean, which doubles the variance of their sum. */
const VALUE_VARIANCE = 2;

export interface Chance {
  /** What is counted. */
  readonly counted: ClosedTerm;
  /** The terms that move with it: its count and its value. */
  readonly moving: readonly ClosedTerm[];
  readonly variance: number;
}

/** Whether a figure moves with every sum it is made of, however little that moves. */
export const isSmooth = (formula: Formula): boolean =>
  nodesOf(formula).every((each) =>
    each.kind === 'operation' ? ARITHMETIC.some((of) => of === each.operator) : !['when', 'call', 'not'].includes(each.kind),
  );

/** What a formula counts: its outcomes, else its clicks; nothing where nothing is left to chance. */
export function chancesIn(formula: Formula): Chance[] {
  const terms = termsOf(formula) as ClosedTerm[];
  const outcomes = groupBy(
    terms.filter((term) => term.kind === 'outcome'),
    // Those of some rows alone, or that came soon, are other ones than all of them.
    (term) => termKey(countOf(term)),
  );
  if (outcomes.size > 0) return [...outcomes.values()].flatMap((own) => chanceOf(own) ?? []);
  const clicks = terms.find((term) => term.kind === 'measure' && term.measure.id === 'clicks');
  return clicks ? [{ counted: clicks, moving: [clicks], variance: 1 }] : [];
}

/** The rarest thing that is counted of one outcome. */
function chanceOf(outcomes: readonly ClosedOutcomeTerm[]): Chance | undefined {
  // New customers among orders are fewer than the orders: their own count is the rarest thing.
  const rarest = outcomes.find((term) => typeof term.part === 'object' && termUnit(term) === 'count');
  if (rarest) return { counted: rarest, moving: [rarest], variance: 1 };
  // An average order value leaves the count behind: only the spread of the values is left.
  const values = outcomes.filter(({ part }) => part !== 'count');
  const [first] = outcomes;
  if (!first) return undefined;
  const moving = values.length > 0 ? values : outcomes;
  const averaged = values.length > 0 && values.length < outcomes.length;
  return { counted: countOf(first), moving, variance: values.length > 0 && !averaged ? VALUE_VARIANCE : 1 };
}

/** The count behind an outcome's count or value, whatever that is multiplied by. */
export const countOf = ({ times: _, ...term }: ClosedOutcomeTerm): ClosedTerm => ({ ...term, part: 'count' });
