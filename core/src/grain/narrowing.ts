import { groupBy } from '../list/group-by';
import { type ClosedTerm, termKey, withinOf } from '../measure/term';
import type { Day } from '../time/day';
import type { Bucket } from './accumulate';
import { EVERY_ROW, type RowFilter } from './row-filter';

/** Which rows count: those that pass a filter, of some accounts; of all accounts where none are named. */
export interface Narrow {
  readonly filter: RowFilter;
  readonly accounts?: ReadonlySet<number> | undefined;
}

/** Terms that count the same rows, by their places. */
export interface Alike extends Narrow {
  readonly terms: ReadonlySet<number>;
}

/** Which rows count for each term of a question: what the question asks for, and what the term itself is narrowed to. */
export class Narrowing {
  /** Terms by the rows they count: each such group is summed by itself. */
  readonly groups: readonly Alike[];
  private readonly narrowOf: ReadonlyMap<string, Narrow>;

  constructor(
    terms: readonly ClosedTerm[],
    private readonly buckets: readonly Bucket[],
    { filter = EVERY_ROW, accounts, narrowed }: Partial<Narrow> & { readonly narrowed?: ReadonlyMap<string, Narrow> | undefined },
  ) {
    const own = (term: ClosedTerm): Narrow | undefined => narrowed?.get(termKey(term));
    this.narrowOf = new Map(terms.map((term) => [termKey(term), both({ filter, accounts }, own(term))]));
    const alike = groupBy(terms.keys(), (at) => JSON.stringify(terms[at]?.where ?? []));
    this.groups = [...alike.values()].flatMap((places) => {
      const [first = 0] = places;
      const term = terms[first];
      return term ? [{ ...this.of(term), terms: new Set(places) }] : [];
    });
  }

  /** Dimensions that whatever answers a term must know. */
  required = (term: ClosedTerm): readonly string[] => [...new Set(this.of(term).filter.map(({ dimension }) => dimension))];

  /** Whether a term asks of an account at all. */
  asks = (term: ClosedTerm, account: number): boolean => this.of(term).accounts?.has(account) !== false;

  /** Whether all has come on a click day that a term counts within some days; told of other terms by how late they come. */
  isRipe = (term: ClosedTerm, day: Day): boolean => {
    const within = withinOf(term);
    if (within === undefined || term.kind !== 'outcome' || term.basis !== 'click') return true;
    const { knownBy = Infinity } = this.buckets.find(({ from, to }) => from <= day && day <= to) ?? {};
    return day + within <= knownBy;
  };

  private of(term: ClosedTerm): Narrow {
    return this.narrowOf.get(termKey(term)) ?? { filter: EVERY_ROW };
  }
}

function both(all: Narrow, own: Narrow | undefined): Narrow {
  if (!own) return all;
  const accounts =
    own.accounts && all.accounts ? new Set([...own.accounts].filter((each) => all.accounts?.has(each))) : (own.accounts ?? all.accounts);
  return { filter: [...all.filter, ...own.filter], accounts };
}
