import { groupBy } from '../list/group-by';
import { NONE } from '../rows/coding';
import { type ClientTables, listsOf, worthOf } from '../grain/tables';
import { MILLIONTHS } from '../measure/scale';
import { type ByList, type CountedBy, isCredited } from '../measure/counted-by';
import { partUnit } from '../measure/outcome';
import type { ClosedOutcomeTerm } from '../measure/term';
import type { Day } from '../time/day';
import { estimateMaturity, type LaggedOutcome, type Maturity } from './maturity';
import { resampleDays } from './resample';

/** What arrives late: an outcome's count, or its value, which may come later or sooner. */
export type LateTerm = Pick<ClosedOutcomeTerm, 'outcome' | 'part' | 'countedBy'>;

interface PlacedOutcome extends LaggedOutcome {
  readonly campaign: number;
}

/**
 * How late each outcome of a client arrives, counts and values apart: for the client, for each channel
 * drawn towards the client's curve, for each campaign drawn towards its channel's (calculations,
 * chapter 9). Claims go by the orders of the same kind: a channel does not say when each of its sales came.
 */
export class Lateness {
  private readonly curves = new Map<string, Maturity | undefined>();
  private readonly outcomes = new Map<string, ReadonlyMap<number, readonly PlacedOutcome[]>>();
  private readonly times = resampleDays();

  constructor(
    private readonly tables: ClientTables,
    /** The last finished day, which ages are counted to. */
    readonly lastDay: Day,
  ) {}

  /** The curve of a campaign, or of everything for NONE; undefined where the outcome's lists cannot tell. */
  of(term: LateTerm, campaign: number = NONE): Maturity | undefined {
    const whole = this.curve(term, 'client', undefined, (byCampaign) => [...byCampaign.values()].flat());
    const account = this.tables.campaignAccount.get(campaign);
    if (!whole || account === undefined) return whole;
    const channelOf = (code: number): string | undefined => this.tables.accounts[this.tables.campaignAccount.get(code) ?? NONE]?.channel;
    const channel = this.tables.accounts[account]?.channel ?? '';
    const ofChannel = this.curve(term, `channel ${channel}`, whole, (byCampaign) =>
      [...byCampaign].flatMap(([code, own]) => (channelOf(code) === channel ? own : [])),
    );
    return this.curve(term, `campaign ${campaign}`, ofChannel, (byCampaign) => byCampaign.get(campaign) ?? []);
  }

  private curve(
    term: LateTerm,
    whose: string,
    parent: Maturity | undefined,
    ownOf: (byCampaign: ReadonlyMap<number, readonly PlacedOutcome[]>) => readonly PlacedOutcome[],
  ): Maturity | undefined {
    const key = `${sourceKey(term)} ${whose}`;
    if (!this.curves.has(key)) {
      this.curves.set(
        key,
        estimateMaturity(ownOf(this.outcomesOf(term)), this.lastDay, { times: this.times, ...(parent ? { parent } : {}) }),
      );
    }
    return this.curves.get(key);
  }

  /** The outcomes of a term by the code of their campaign. */
  private outcomesOf(term: LateTerm): ReadonlyMap<number, readonly PlacedOutcome[]> {
    const key = sourceKey(term);
    let found = this.outcomes.get(key);
    if (!found) {
      const { outcome, countedBy } = term;
      const lists = sourcesOf(countedBy).map((by) => listsOf(this.tables, outcome.id, by));
      const outcomes = readOutcomes(lists.find(({ length }) => length > 0) ?? [], isByValue(term), this.lastDay);
      found = groupBy(outcomes, (each) => each.campaign);
      this.outcomes.set(key, found);
    }
    return found;
  }
}

const isByValue = ({ part }: LateTerm): boolean => partUnit(part) === 'money';
const sourceKey = (term: LateTerm): string => `${term.outcome.id} ${isByValue(term) ? 'value' : 'count'} ${sourcesOf(term.countedBy)[0]}`;

/** Whose lists tell how late outcomes come: those that count them, else others of the same. What is credited comes by ways of its own. */
function sourcesOf(countedBy: CountedBy): readonly [ByList, ...ByList[]] {
  if (isCredited(countedBy)) return [countedBy];
  return countedBy === 'site' ? ['site', 'orders'] : ['orders', 'site'];
}

function readOutcomes(lists: ReturnType<typeof listsOf>, byValue: boolean, lastDay: Day): PlacedOutcome[] {
  const outcomes: PlacedOutcome[] = [];
  for (const table of lists) {
    const campaigns = table.codes.get('campaign');
    for (let row = 0; row < table.length; row++) {
      const clickDay = table.clickDay[row] ?? NONE;
      const saleDay = table.saleDay[row] ?? 0;
      const weight = (byValue ? worthOf(table, row) : (table.count[row] ?? 0)) / MILLIONTHS;
      if (clickDay === NONE || saleDay > lastDay || !(weight > 0)) continue;
      outcomes.push({ clickDay, saleDay, weight, campaign: campaigns?.[row] ?? NONE });
    }
  }
  return outcomes;
}

const known = new WeakMap<ClientTables, Lateness>();

/** The lateness of a client's outcomes as seen on a day; kept for as long as its tables stand. */
export function latenessOf(tables: ClientTables, lastDay: Day): Lateness {
  let lateness = known.get(tables);
  if (lateness?.lastDay !== lastDay) {
    lateness = new Lateness(tables, lastDay);
    known.set(tables, lateness);
  }
  return lateness;
}
