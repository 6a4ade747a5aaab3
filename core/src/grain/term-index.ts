import { type Formula, ownTermsOf } from '../formula/formula';
import { type ClosedTerm, termKey } from '../measure/term';

/** The places of one question's terms among its sums. Each is asked for once for every row, so what was met before is kept. */
export class TermIndex {
  private readonly index: ReadonlyMap<string, number>;
  private readonly places = new WeakMap<ClosedTerm, number>();
  private readonly needs = new WeakMap<Formula, number>();

  constructor(terms: readonly ClosedTerm[]) {
    this.index = new Map(terms.map((term, at) => [termKey(term), at]));
  }

  /** Undefined where the question does not sum spend. */
  get spend(): number | undefined {
    return this.index.get('spend');
  }

  has = (term: ClosedTerm): boolean => this.index.has(termKey(term));

  /** Throws a RangeError for a term that the question does not sum. */
  at(term: ClosedTerm): number {
    const at = this.places.get(term) ?? this.index.get(termKey(term));
    if (at === undefined) throw new RangeError(`The question does not sum "${termKey(term)}"`);
    this.places.set(term, at);
    return at;
  }

  /** The terms a formula reads of the member and the days looked at, one bit a term. */
  need(formula: Formula): number {
    let need = this.needs.get(formula);
    if (need === undefined) {
      need = ownTermsOf(formula).reduce((mask, term) => mask | (1 << this.at(term as ClosedTerm)), 0);
      this.needs.set(formula, need);
    }
    return need;
  }
}
