import { add, subtract } from '../figure/arithmetic';
import { between, type Figure, gap, type Gap, withCoverage } from '../figure/figure';
import { evaluate, type Formula, termsOf } from '../formula/formula';
import { addingOf, type ClosedTerm, isState, termKey, termScale, termUnit } from '../measure/term';
import type { Sums } from './accumulate';
import { isEmptyPart, type Part, type SumNode } from './node';
import { WHOLE_ACCOUNT } from './plan';
import { isListed } from './source';
import { NONE } from '../rows/coding';
import { type Tally, tallyOf } from './tally';

/** What one account adds to a figure, kept apart by what was measured. */
export interface Contribution {
  readonly account: number;
  readonly noRate: boolean;
  readonly parts: readonly Part[];
  /** Of a rest, nothing tells where it was spent: what share of its spend a term covers is not known. */
  readonly rest?: {
    /** The terms that some report breaks down, one bit a term: of those the rest is a part, of the others it is all. */
    readonly brokenDown: number;
  };
}

/** The contribution of a node, with an empty part for every pattern of its covered or missing days that it has none of. */
export function contributionOf(sums: Sums, node: SumNode, bucket: number): Contribution {
  const range = sums.buckets[bucket];
  const noRate = sums.plan.lacksRate(node.account);
  if (!range) return { account: node.account, noRate, parts: [] };
  const own = node.partsOf(bucket);
  // Few patterns occur: looking through them is quicker than keeping a set.
  const has = (parts: readonly Part[], mask: number): boolean => parts.some((part) => part.mask === mask);
  const empty: Part[] = [];
  for (const campaign of node.campaigns) {
    const measured = sums.plan.cells(node.level, campaign, node.account).measuredAt(node.path);
    for (const mask of sums.plan.patternsOf(measured, range)) {
      if (!has(own, mask) && !has(empty, mask)) empty.push({ mask, sums: new Float64Array(sums.terms.length) });
    }
  }
  return { account: node.account, noRate, parts: empty.length === 0 ? own : [...own, ...empty] };
}

/**
 * The contribution of a campaign to a total. What is known of the account as a whole, not by campaign, is
 * measured there beside the campaigns, and what is known by campaign beside the account.
 */
export function contributionToTotal(sums: Sums, node: SumNode, bucket: number): Contribution {
  const own = contributionOf(sums, node, bucket);
  const { plan } = sums;
  const beside = node.campaign === NONE ? plan.accountMeasured(node.account) : plan.cells(WHOLE_ACCOUNT, NONE, node.account).measuredAt([]);
  const range = sums.buckets[bucket];
  if (!range) return own;
  const always = plan.daysOf(range).reduce((mask, at) => mask & (beside[at] ?? 0), ~0);
  const none = plan.absent(node.account);
  return { ...own, parts: own.parts.map((part) => ({ ...part, mask: part.mask | always | none })) };
}

/** What an account adds to a total by what it does not know: empty parts for the patterns of its days. */
export function accountContribution(sums: Sums, account: number, bucket: number): Contribution {
  const range = sums.buckets[bucket];
  const noRate = sums.plan.lacksRate(account);
  const masks = range ? sums.plan.patternsOf(sums.plan.accountMeasured(account), range) : [];
  const none = sums.plan.absent(account);
  return { account, noRate, parts: masks.map((mask) => ({ mask: mask | none, sums: new Float64Array(sums.terms.length) })) };
}

/**
 * The contribution of unmatched orders. They join the money of the days they fall on, so in totals
 * they count as measured wherever anything is.
 */
export function notMatchedContribution(sums: Sums, bucket: number): Contribution {
  if (sums.notMatched.partsOf(bucket).length === 0) return { account: NONE, noRate: false, parts: [] };
  const delivered = sums.terms.reduce((mask, term, index) => (isListed(term) ? mask : mask | (1 << index)), 0);
  let everything = delivered;
  const range = sums.buckets[bucket];
  if (range) for (const at of sums.plan.daysOf(range)) everything |= sums.plan.ordersMeasured(sums.plan.window.from + at);
  const total = Float64Array.from(sums.terms, (_, term) => sums.notMatched.total(bucket, term));
  const most = Float64Array.from(sums.terms, (_, term) => sums.notMatched.most(bucket, term));
  return { account: NONE, noRate: false, parts: [{ mask: everything, sums: total, most }] };
}

/** Term positions of one question, with what a figure over them needs. */
export class Measured {
  private readonly index: ReadonlyMap<string, number>;
  /** Places of terms and needs of formulas met before: each is asked for once for every row. */
  private readonly places = new WeakMap<ClosedTerm, number>();
  private readonly needs = new WeakMap<Formula, number>();

  constructor(terms: readonly ClosedTerm[]) {
    this.index = new Map(terms.map((term, at) => [termKey(term), at]));
  }

  /**
   * A closed formula over contributions. Ratios use only the cells in which every input is
   * measured and say which share of spend that covers; sums and differences keep everything and
   * become "at least" where some of it is unknown (calculations, chapter 2).
   */
  figure(formula: Formula, contributions: readonly Contribution[]): Figure {
    const figure = this.combined(formula, contributions);
    const isMixed = formula.kind === 'operation' && contributions.some((each) => this.isMixed(formula, each));
    return isMixed && figure.kind !== 'gap' ? gap('not additive') : figure;
  }

  /** Accounts whose every cell measures all inputs. */
  coveredAccounts(formula: Formula, contributions: readonly Contribution[]): ReadonlySet<number> {
    const need = this.need(formula);
    return new Set(contributions.filter(({ parts }) => parts.every((part) => (part.mask & need) === need)).map(({ account }) => account));
  }

  /** The share of spend that some of the contributions hold; undefined without spend. */
  shareOfSpend(some: readonly Contribution[], all: readonly Contribution[]): number | undefined {
    const whole = this.spend(all);
    return whole > 0 ? this.spend(some) / whole : undefined;
  }

  /** The same contributions with the sums of some terms multiplied. */
  scaled(contributions: readonly Contribution[], terms: readonly ClosedTerm[], factor: number): Contribution[] {
    const positions = terms.map((term) => this.at(term));
    const changed = (sums: Float64Array): Float64Array => {
      const copy = sums.slice();
      for (const at of positions) copy[at] = (copy[at] ?? 0) * factor;
      return copy;
    };
    return contributions.map((each) => ({
      ...each,
      parts: each.parts.map(({ mask, sums, most }) => ({ mask, sums: changed(sums), ...(most ? { most: changed(most) } : {}) })),
    }));
  }

  private combined(formula: Formula, contributions: readonly Contribution[]): Figure {
    if (formula.kind === 'operation' && (formula.operator === '*' || formula.operator === '/')) return this.ratio(formula, contributions);
    if (formula.kind === 'operation') {
      const left = this.combined(formula.left, contributions);
      const right = this.combined(formula.right, contributions);
      return formula.operator === '+' ? add(left, right) : subtract(left, right);
    }
    return evaluate(formula, (term) => this.sum(term, contributions));
  }

  /** Whether a rest holds a part of one input and all of another: orders by campaign do not belong to the spend no device is told of. */
  private isMixed(formula: Formula, { rest }: Contribution): boolean {
    const need = this.need(formula);
    return rest !== undefined && (need & rest.brokenDown) !== 0 && (need & ~rest.brokenDown) !== 0;
  }

  private ratio(formula: Formula, contributions: readonly Contribution[]): Figure {
    const need = this.need(formula);
    const isWhole = contributions.every(({ parts }) => parts.every(({ mask }) => (mask & need) === need));
    const kept = isWhole
      ? contributions
      : contributions.map((each) => ({ ...each, parts: each.parts.filter(({ mask }) => (mask & need) === need) }));
    const isEmpty = (of: readonly Contribution[]): boolean => of.every(({ parts }) => parts.every(isEmptyPart));
    if (kept.every(({ parts }) => parts.length === 0) || (isEmpty(kept) && !isEmpty(contributions)))
      return gap(this.reason(formula, contributions));
    const figure = evaluate(formula, (term) => this.sum(term, kept));
    return withCoverage(isPartOfChances(formula) ? atMostAll(figure) : figure, this.shareOfSpend(kept, contributions));
  }

  /** The sum of one term in whole units. */
  private sum(term: ClosedTerm, contributions: readonly Contribution[]): Figure {
    const at = this.at(term);
    const bit = 1 << at;
    const scale = termScale(term);
    const tally = tallyOf(contributions, at, addingOf(term));
    if (isState(term)) return this.state(term, tally, contributions);
    const low = tally.least / scale;
    // Only where they differ: sums of fractions depend on their order.
    const high = tally.isExact ? low : Math.max(low, tally.most / scale);
    const known = contributions.some(({ parts }) => parts.some(({ mask }) => (mask & bit) !== 0));
    if (!known && (high === 0 || low === -Infinity)) return gap(this.reason({ kind: 'term', term }, contributions));
    const complete = contributions.every(({ parts }) => parts.every(({ mask }) => (mask & bit) !== 0));
    const shared = term.kind === 'outcome' && term.countedBy === 'claims' && tally.claiming > 1;
    // Two channels may claim one order: across accounts claims are at most their sum.
    const least = shared ? tally.largest / scale : low;
    if (complete) return between(least, high);
    const isRest = contributions.some(({ rest }) => rest);
    const share = isRest
      ? undefined
      : this.share(
          bit,
          contributions.flatMap(({ parts }) => parts),
        );
    // "At least 0" of none of the spend says nothing.
    if ((share === 0 || isRest) && least === 0) return gap(this.reason({ kind: 'term', term }, contributions));
    return withCoverage(between(least, Infinity), share);
  }

  /** Between which a state lay, in whole units; what is not measured of it says nothing of the rest. */
  private state(term: ClosedTerm, { least, most }: Tally, contributions: readonly Contribution[]): Figure {
    if (least > most) return gap(this.reason({ kind: 'term', term }, contributions));
    const scale = termScale(term);
    const parts = contributions.flatMap((each) => each.parts);
    const bit = 1 << this.at(term);
    const isComplete = parts.every(({ mask }) => (mask & bit) !== 0);
    return withCoverage(between(least / scale, most / scale), isComplete ? undefined : this.share(bit, parts));
  }

  private share(bit: number, parts: readonly Part[]): number | undefined {
    const spendAt = this.index.get('spend');
    if (spendAt === undefined) return undefined;
    const spend = (of: readonly Part[]): number => of.reduce((sum, part) => sum + (part.sums[spendAt] ?? 0), 0);
    const all = spend(parts);
    return all > 0 ? spend(parts.filter((part) => (part.mask & bit) !== 0)) / all : undefined;
  }

  private spend(contributions: readonly Contribution[]): number {
    const at = this.index.get('spend');
    if (at === undefined) return 0;
    return contributions.reduce((sum, each) => sum + each.parts.reduce((own, part) => own + (part.sums[at] ?? 0), 0), 0);
  }

  private need(formula: Formula): number {
    let need = this.needs.get(formula);
    if (need === undefined) {
      need = termsOf(formula).reduce((mask, term) => mask | (1 << this.at(term as ClosedTerm)), 0);
      this.needs.set(formula, need);
    }
    return need;
  }

  private reason(formula: Formula, contributions: readonly Contribution[]): Gap {
    const money = termsOf(formula).some((term) => termUnit(term) === 'money');
    return money && contributions.some((each) => each.noRate) ? 'no rate' : 'not measured';
  }

  private at(term: ClosedTerm): number {
    const at = this.places.get(term) ?? this.index.get(termKey(term));
    if (at !== undefined) this.places.set(term, at);
    else throw new RangeError(`The question does not sum "${termKey(term)}"`);
    return at;
  }
}

/** What was won or lost of chances that may be the same: at most all of them. */
const isPartOfChances = (formula: Formula): boolean =>
  formula.kind === 'operation' && formula.operator === '/' && formula.right.kind === 'term' && addingOf(formula.right.term) === 'competing';

const atMostAll = (figure: Figure): Figure =>
  figure.kind === 'bounds' ? between(Math.min(1, figure.low ?? -Infinity), Math.min(1, figure.high ?? Infinity)) : figure;
