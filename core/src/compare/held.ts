import { Measured } from '../grain/measured';
import type { Arrivals } from '../maturity/arrivals';
import type { MetricId } from '../metric/metric';
import { termsOf } from '../formula/formula';
import type { ClosedTerm, Counting } from '../measure/term';
import { type Sureness, surenessOf } from '../target/sureness';
import { shareMet, type Target, TARGET_METRICS } from '../target/target';
import type { TargetVerdict } from '../question/condition';
import type { Answer } from './answer';
import type { Pledge } from './pledge';
import { NONE } from '../rows/coding';
import { campaignsOf, isTotal, type Member } from './member';
import { unmatchedContributions } from './unmatched';

/** How a row stands to what its client was promised. */
export interface Held extends Counting {
  readonly metric: MetricId;
  /** What it must show: the promise itself, or what that asks of campaigns where orders that match none count as well. */
  readonly bar: number;
  /** Actual / bar where more is better, else bar / actual; 0 without outcomes. */
  readonly met: number;
  readonly sureness: Sureness;
}

/** On which side of what was promised a row surely is; null where that cannot be said yet. */
export const sureVerdict = ({ met, sureness }: Pick<Held, 'met' | 'sureness'>): TargetVerdict | null =>
  sureness !== 'supported' ? null : met < 1 ? 'misses' : 'beats';

/** Members with what they are summed from. */
type Source = Pick<Answer, 'sums' | 'terms' | 'members'>;

/** What rows are held against. */
interface Holding {
  readonly pledges: readonly Pledge[];
  readonly arrivals: Arrivals;
  /** Whether the question keeps a part of the data. */
  readonly isFiltered: boolean;
  /**
   * Sums the same rows as a promise counts, since the question may count by others or by other days; or the channels
   * without the question's filters.
   */
  readonly countedFor: (pledge: Pledge, of: 'the rows' | 'everything') => Source;
}

/**
 * Holds members against the promise to their client. Where orders that match no campaign count for it, a campaign
 * cannot show them: its bar is lower by as much as the matched orders fall short of all. Members of several clients,
 * and those of which nothing is measured, are held against nothing.
 */
export class Holder {
  private readonly bars = new Map<Pledge, number | null>();
  private readonly sources = new Map<Pledge, Source & { readonly byKey: ReadonlyMap<string, Member> }>();

  constructor(
    private readonly own: Source,
    private readonly holding: Holding,
  ) {}

  of(asked: Member): Held | null {
    const pledge = this.pledgeTo(asked);
    if (!pledge) return null;
    const { target, actual, count } = pledge;
    const source = this.sourceOf(pledge);
    const member = source.sums === this.own.sums ? asked : source.byKey.get(asked.key);
    if (!member) return null;
    const isWhole = member.unmatched.length > 0;
    const bar = target.orders === 'all' && !isWhole ? this.barOfMatched(pledge) : target.value;
    // Beside the total stands what is matched of it; a client's row has no such row beside it.
    const isMatchedMeant = target.orders === 'matched' && isWhole;
    if (bar === null || (isMatchedMeant && member.kind === 'total')) return null;
    const contributions = member.contributions(0);
    const measured = new Measured(source.terms, isMatchedMeant ? contributions.filter(({ account }) => account !== NONE) : contributions);
    const met = shareMet({ ...target, value: bar }, measured.figure(actual));
    if (met === undefined) return null;
    const counted = measured.figure(count);
    const arrived = target.basis === 'click' ? this.arrivedOf(member, target) : undefined;
    const sureness = surenessOf(met, counted.kind === 'value' ? counted.value : undefined, arrived);
    return { metric: target.metric, countedBy: target.countedBy, basis: target.basis, bar, met, sureness };
  }

  /** The promise of the only client that something in it is of. */
  private pledgeTo(member: Member): Pledge | undefined {
    const { accounts, clients } = this.own.sums.plan.tables;
    const { pledges } = this.holding;
    if (clients.length === 1) return pledges[0];
    const own = new Set(
      [...member.pieces.map(({ node }) => accounts[node.account]?.client), ...member.unmatched].filter((each) => each !== undefined),
    );
    const [only, ...others] = own;
    return others.length === 0 ? pledges.find(({ client }) => client === only) : undefined;
  }

  /** What campaigns together must show for the whole to be what was promised; null where that is not known. */
  private barOfMatched(pledge: Pledge): number | null {
    const known = this.bars.get(pledge);
    if (known !== undefined) return known;
    const { client, target, actual } = pledge;
    const { sums: of, terms, members } = this.holding.isFiltered ? this.holding.countedFor(pledge, 'everything') : this.sourceOf(pledge);
    const total = members.find(({ kind }) => kind === 'matched') ?? members.find(({ kind }) => isTotal(kind));
    const { accounts } = of.plan.tables;
    const matched = (total?.contributions(0) ?? []).filter(({ account }) => (accounts[account]?.client ?? 0) === client);
    const whole = members.find(({ kind }) => kind === 'total');
    const unmatched = unmatchedContributions(
      (whole?.pieces ?? []).filter(({ sums, node }) => sums.notMatched[client] === node),
      0,
    );
    const [part, all] = [matched, [...matched, ...unmatched]].map((contributions) => new Measured(terms, contributions).figure(actual));
    const bar =
      part?.kind === 'value' && all?.kind === 'value' && all.value > 0 && part.value > 0 ? (target.value * part.value) / all.value : null;
    this.bars.set(pledge, bar);
    return bar;
  }

  private sourceOf(pledge: Pledge): Source & { readonly byKey: ReadonlyMap<string, Member> } {
    const known = this.sources.get(pledge);
    if (known) return known;
    const isCounted = [pledge.actual, pledge.count].flatMap(termsOf).every((term) => this.own.terms.has(term as ClosedTerm));
    const { sums, terms, members } = isCounted ? this.own : this.holding.countedFor(pledge, 'the rows');
    const source = { sums, terms, members, byKey: new Map(members.map((each) => [each.key, each])) };
    this.sources.set(pledge, source);
    return source;
  }

  private arrivedOf(member: Member, { metric, countedBy }: Target): number | undefined {
    const outcome = this.own.sums.plan.tables.vocabulary.outcome(TARGET_METRICS[metric].outcome);
    return this.holding.arrivals.of({ outcome, part: 'count', countedBy }, campaignsOf(member))?.share;
  }
}
