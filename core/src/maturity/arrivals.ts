import { accumulate } from '../grain/accumulate';
import type { ClientTables } from '../grain/tables';
import { partKey } from '../measure/outcome';
import { termScale } from '../measure/term';
import { BUILT_IN } from '../measure/vocabulary';
import { type Day, type DayRange, daysOf } from '../time/day';
import { latenessOf, type LateTerm } from './lateness';
import { type Arrived, arrivedOf, maturitiesOf, type WeightedDays } from './maturity';

const CLICKS = BUILT_IN.measureTerm('clicks');
const SPEND = BUILT_IN.measureTerm('spend');

/** How much of the outcomes of some click days has arrived, by campaign and for any of them together. */
export class Arrivals {
  private weighted: ReadonlyMap<number, WeightedDays> | undefined;
  private readonly maturities = new Map<string, readonly number[] | undefined>();
  private readonly known = new Map<string, Arrived | undefined>();

  constructor(
    private readonly tables: ClientTables,
    private readonly days: DayRange,
    private readonly lastDay: Day,
  ) {}

  /** Of these campaigns, of all by default; undefined where the outcome's lists cannot tell how late it comes. */
  of(term: LateTerm, campaigns?: Iterable<number>): Arrived | undefined {
    // Most outcomes asked for have no list at all: then there is nothing to weigh.
    if (!latenessOf(this.tables, this.lastDay).of(term)) return undefined;
    const own = [...(campaigns ?? this.weights.keys())];
    const key = `${keyOf(term)} ${own.join()}`;
    if (!this.known.has(key)) this.known.set(key, this.together(term, own));
    return this.known.get(key);
  }

  private together(term: LateTerm, campaigns: readonly number[]): Arrived | undefined {
    let weights = 0;
    let sums: number[] | undefined;
    for (const campaign of campaigns) {
      const maturities = this.maturitiesOf(term, campaign);
      if (!maturities) return undefined;
      const weight = (this.weights.get(campaign) ?? []).reduce((sum, each) => sum + each.weight, 0);
      weights += weight;
      sums = maturities.map((each, at) => (sums?.[at] ?? 0) + weight * each);
    }
    return sums && weights > 0 ? arrivedOf(sums.map((each) => each / weights)) : { share: 1, low: 1, high: 1 };
  }

  private maturitiesOf(term: LateTerm, campaign: number): readonly number[] | undefined {
    const key = `${keyOf(term)} ${campaign}`;
    if (!this.maturities.has(key)) {
      const curve = latenessOf(this.tables, this.lastDay).of(term, campaign);
      this.maturities.set(key, curve && maturitiesOf(curve, this.weights.get(campaign) ?? [], this.lastDay));
    }
    return this.maturities.get(key);
  }

  private get weights(): ReadonlyMap<number, WeightedDays> {
    this.weighted ??= clickWeights(this.tables, this.days);
    return this.weighted;
  }
}

const known = new WeakMap<ClientTables, Map<string, Arrivals>>();
/** Periods whose arrivals are kept for one client. */
const MOST_KEPT = 20;

/** The arrivals of some click days; kept for as long as the client's tables stand. */
export function arrivalsOf(tables: ClientTables, days: DayRange, lastDay: Day): Arrivals {
  const own = known.get(tables) ?? new Map<string, Arrivals>();
  known.set(tables, own);
  const key = `${days.from} ${days.to} ${lastDay}`;
  const found = own.get(key) ?? new Arrivals(tables, days, lastDay);
  if (own.size >= MOST_KEPT) own.clear();
  own.set(key, found);
  return found;
}

const keyOf = ({ outcome, part, countedBy }: LateTerm): string => `${outcome.id} ${partKey(part)} ${countedBy}`;

/** Clicks of each campaign by day; where a campaign's clicks are not measured, what its spend would buy at the usual price. */
function clickWeights(tables: ClientTables, days: DayRange): Map<number, WeightedDays> {
  const buckets = daysOf(days).map((day) => ({ from: day, to: day }));
  const sums = accumulate(tables, { terms: [CLICKS, SPEND], levels: ['campaign'], buckets });
  const nodes = sums.campaigns.all();
  const total = (of: typeof nodes, term: 0 | 1): number =>
    of.reduce((sum, node) => sum + buckets.reduce((own, _, bucket) => own + node.total(bucket, term), 0), 0);
  const counted = nodes.filter((node) => total([node], 0) > 0);
  const clicksOfMoney = counted.length > 0 ? total(counted, 0) / Math.max(1, total(counted, 1)) : 1 / termScale(SPEND);
  const weights = new Map<number, { day: Day; weight: number }[]>();
  for (const node of nodes) {
    const [term, factor] = counted.includes(node) ? ([0, 1] as const) : ([1, clicksOfMoney] as const);
    const own = buckets.map(({ from: day }, bucket) => ({ day, weight: node.total(bucket, term) * factor }));
    weights.set(node.campaign, [...(weights.get(node.campaign) ?? []), ...own]);
  }
  return weights;
}
