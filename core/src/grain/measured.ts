import { divide, multiply } from '../figure/arithmetic';
import { between, type Figure, gap, type Gap, value, withCoverage } from '../figure/figure';
import { evaluate, type Scope } from '../formula/evaluate';
import { type Formula, termsOf } from '../formula/formula';
import type { ClientNumber } from '../measure/client-number';
import { addingOf, type ClosedTerm, isState, termScale, termUnit } from '../measure/term';
import type { TargetMetric } from '../target/target';
import type { Contribution } from './contribution';
import { isEmptyPart } from './node';
import { type Tally, tallyOf } from './tally';
import type { TermIndex } from './term-index';

type SumOf = (term: ClosedTerm, of: Measured) => Figure;

/** What lies around a member and the days that are looked at, as far as a formula may read it. */
export interface Around {
  /** The same member in the days before; undefined where they are not summed. */
  readonly previous?: (() => Measured) | undefined;
  /** The same member from the first of the days up to those looked at. */
  readonly cumulative?: (() => Measured) | undefined;
  readonly total?: (() => Measured | undefined) | undefined;
  readonly parent?: (() => Measured | undefined) | undefined;
  readonly target?: ((metric: TargetMetric) => Figure) | undefined;
  readonly clientNumber?: ((of: ClientNumber) => Figure) | undefined;
}

/** Contributions with the figures that are made of them. What was worked out is kept: most formulas share their terms. */
export class Measured {
  /** By place of the term. */
  private readonly sums: Figure[] = [];
  private figures: Map<Formula, Figure> | undefined;
  /** By the bits of terms. */
  private measured: Map<number, Measured> | undefined;
  private covered: Map<number, ReadonlySet<number>> | undefined;
  private ownSpend: number | undefined;

  constructor(
    readonly index: TermIndex,
    readonly contributions: readonly Contribution[],
    private readonly around: Around = {},
  ) {}

  /**
   * What a closed formula comes to. Ratios use only the cells in which every input is
   * measured and say which share of spend that covers; sums and differences keep everything and
   * become "at least" where some of it is unknown (calculations, chapter 2).
   */
  figure(formula: Formula): Figure {
    this.figures ??= new Map();
    const known = this.figures.get(formula) ?? this.figureOf(formula, (term, of) => of.sum(term));
    this.figures.set(formula, known);
    return known;
  }

  /** The same if the sums of some terms were that many times as large. */
  scaled(formula: Formula, terms: readonly ClosedTerm[], factor: number): Figure {
    const places = terms.map((term) => this.index.at(term));
    return this.figureOf(formula, (term, of) => {
      const sum = of.sum(term);
      return places.includes(this.index.at(term)) ? withCoverage(multiply(sum, value(factor)), sum.coverage) : sum;
    });
  }

  /** The sum of one term in whole units. */
  sum(term: ClosedTerm): Figure {
    const at = this.index.at(term);
    return (this.sums[at] ??= this.summed(term, at));
  }

  /** Accounts whose every cell measures all inputs. */
  coveredAccounts(formula: Formula): ReadonlySet<number> {
    const need = this.index.need(formula);
    this.covered ??= new Map();
    const known =
      this.covered.get(need) ?? new Set(this.contributions.filter((each) => measures(each, need)).map(({ account }) => account));
    this.covered.set(need, known);
    return known;
  }

  /** Those of these that a formula is calculated with: a ratio, with the cells that measure all of it. */
  usedBy(formula: Formula): Measured {
    if (formula.kind === 'metric') return this.usedBy(formula.of);
    return this.isRatio(formula) ? this.measuring(formula) : this;
  }

  /** The cells that measure all that a formula reads of these. */
  measuring = (formula: Formula): Measured => this.measuringAll(this.index.need(formula));

  /** The share of all spend that these hold; undefined without spend. */
  shareOfSpend(all: Measured): number | undefined {
    return all.spend > 0 ? this.spend / all.spend : undefined;
  }

  private get spend(): number {
    const at = this.index.spend;
    if (at === undefined) return 0;
    return (this.ownSpend ??= this.contributions.reduce(
      (sum, { parts }) => parts.reduce((own, part) => own + (part.sums[at] ?? 0), sum),
      0,
    ));
  }

  private figureOf(formula: Formula, sumOf: SumOf): Figure {
    const figure = this.combined(formula, sumOf);
    const isMixed = formula.kind !== 'term' && this.contributions.some((each) => this.isMixed(formula, each));
    return isMixed && figure.kind !== 'gap' ? gap('not additive') : figure;
  }

  private combined(formula: Formula, sumOf: SumOf): Figure {
    if (this.isRatio(formula)) return this.ratio(formula, sumOf);
    const covered: number[] = [];
    const figure = evaluate(formula, this.scope(this, sumOf), (part) => {
      const own = this.combined(part, sumOf);
      if (own.coverage !== undefined) covered.push(own.coverage);
      return own;
    });
    return covered.length > 0 ? withCoverage(figure, Math.min(...covered)) : figure;
  }

  /** Whether sums are multiplied or divided by each other; so many times a sum still adds up. */
  private isRatio(formula: Formula): boolean {
    if (formula.kind !== 'operation' || (formula.operator !== '*' && formula.operator !== '/')) return false;
    return this.index.need(formula.left) !== 0 && this.index.need(formula.right) !== 0;
  }

  /** Where a formula reads its terms from some cells of these, and all else from these and what lies around them. */
  private scope(cells: Measured, sumOf: SumOf): Scope {
    return {
      sum: (term) => sumOf(term, cells),
      elsewhere: (formula) => this.elsewhere(formula, sumOf),
      target: (metric) => this.around.target?.(metric) ?? gap('not measured'),
      clientNumber: (of) => this.around.clientNumber?.(of) ?? gap('not measured'),
    };
  }

  private elsewhere({ place, of }: Formula & { kind: 'place' }, sumOf: SumOf): Figure {
    if (place === 'previous') return this.around.previous?.().figure(of) ?? gap('not measured');
    if (place === 'cumulative') return (this.around.cumulative?.() ?? this).figure(of);
    const whole = (place === 'share of total' ? this.around.total : this.around.parent)?.();
    return whole ? this.shareOf(whole, of, sumOf) : gap('not measured');
  }

  /** Of a whole, both in the cells that measure what is shared. */
  private shareOf(whole: Measured, formula: Formula, sumOf: SumOf): Figure {
    const need = this.index.need(formula);
    const [own, all] = [this.measuringAll(need), whole.measuringAll(need)];
    if (all.isEmpty) return gap(whole.reason(formula));
    return withCoverage(divide(own.combined(formula, sumOf), all.figure(formula)), all.shareOfSpend(whole));
  }

  /** Whether a rest holds a part of one input and all of another: orders by campaign do not belong to the spend no device is told of. */
  private isMixed(formula: Formula, { rest }: Contribution): boolean {
    if (rest === undefined) return false;
    const need = this.index.need(formula);
    return (need & rest.brokenDown) !== 0 && (need & ~rest.brokenDown) !== 0;
  }

  private ratio(formula: Formula, sumOf: SumOf): Figure {
    const kept = this.measuringAll(this.index.need(formula));
    if (kept.contributions.every(({ parts }) => parts.length === 0) || (kept.isEmpty && !this.isEmpty)) return gap(this.reason(formula));
    const figure = evaluate(formula, this.scope(kept, sumOf));
    return withCoverage(isPartOfChances(formula) ? atMostAll(figure) : figure, isOfSite(formula) ? undefined : kept.shareOfSpend(this));
  }

  private get isEmpty(): boolean {
    return this.contributions.every(({ parts }) => parts.every(isEmptyPart));
  }

  /** The cells in which all of some terms are measured, one bit a term. */
  private measuringAll(need: number): Measured {
    this.measured ??= new Map();
    const known = this.measured.get(need) ?? this.findMeasuring(need);
    this.measured.set(need, known);
    return known;
  }

  private findMeasuring(need: number): Measured {
    if (this.contributions.every((each) => measures(each, need))) return this;
    const kept = this.contributions.map((each) => ({ ...each, parts: each.parts.filter(({ mask }) => (mask & need) === need) }));
    return new Measured(this.index, kept);
  }

  private summed(term: ClosedTerm, at: number): Figure {
    const { contributions } = this;
    const bit = 1 << at;
    const scale = termScale(term);
    const tally = tallyOf(contributions, at, addingOf(term));
    if (isState(term)) return this.state(term, tally, bit);
    const low = tally.least / scale;
    // Only where they differ: sums of fractions depend on their order.
    const high = tally.isExact ? low : Math.max(low, tally.most / scale);
    const known = contributions.some(({ parts }) => parts.some(({ mask }) => (mask & bit) !== 0));
    if (!known && (high === 0 || low === -Infinity)) return gap(this.reason({ kind: 'term', term }));
    const shared = term.kind === 'outcome' && term.countedBy === 'claims' && tally.claiming > 1;
    // Two channels may claim one order: across accounts claims are at most their sum.
    const least = shared ? tally.largest / scale : low;
    if (contributions.every((each) => measures(each, bit))) return between(least, high);
    const isRest = contributions.some(({ rest }) => rest);
    const share = isRest ? undefined : this.share(bit);
    const reason = this.reason({ kind: 'term', term });
    // "At least 0" of none of the spend says nothing, nor where no money could be exchanged.
    if (least === 0 && (share === 0 || isRest || (share === undefined && reason === 'no rate'))) return gap(reason);
    return withCoverage(between(least, Infinity), share);
  }

  /** Between which a state lay, in whole units; what is not measured of it says nothing of the rest. */
  private state(term: ClosedTerm, { least, most }: Tally, bit: number): Figure {
    if (least > most) return gap(this.reason({ kind: 'term', term }));
    const scale = termScale(term);
    const isComplete = this.contributions.every((each) => measures(each, bit));
    return withCoverage(between(least / scale, most / scale), isComplete ? undefined : this.share(bit));
  }

  /** The share of spend in the cells that measure a term. */
  private share(bit: number): number | undefined {
    const at = this.index.spend;
    if (at === undefined || this.spend <= 0) return undefined;
    let spend = 0;
    for (const { parts } of this.contributions) for (const { mask, sums } of parts) if ((mask & bit) !== 0) spend += sums[at] ?? 0;
    return spend / this.spend;
  }

  private reason(formula: Formula): Gap {
    const money = termsOf(formula).some((term) => termUnit(term) === 'money');
    return money && this.contributions.some((each) => each.noRate) ? 'no rate' : 'not measured';
  }
}

/** Whether every cell of a contribution measures some terms, one bit a term. */
function measures({ parts }: Contribution, need: number): boolean {
  for (const { mask } of parts) if ((mask & need) !== need) return false;
  return true;
}

/** What a site measures of all its visits is beside the advertising: no share of spend says how much of it is known. */
const isOfSite = (formula: Formula): boolean => termsOf(formula).every((term) => term.kind === 'measure' && term.measure.bySite === true);

/** What was won or lost of chances that may be the same: at most all of them. */
const isPartOfChances = (formula: Formula): boolean =>
  formula.kind === 'operation' && formula.operator === '/' && formula.right.kind === 'term' && addingOf(formula.right.term) === 'competing';

const atMostAll = (figure: Figure): Figure =>
  figure.kind === 'bounds' ? between(Math.min(1, figure.low ?? -Infinity), Math.min(1, figure.high ?? Infinity)) : figure;
