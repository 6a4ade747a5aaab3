import { mostSpend } from '../people/demand';
import { planOf, planWith } from './crowd';
import type { Expectation, Expected } from './expected';

/** What outcomes are worth: so much each, and a share of their value. */
export interface Worth {
  readonly perOutcome: number;
  readonly share: number;
}

/** Whole daily budgets by place of the campaign, in the account's currency; 0 is paused. */
export type Budgets = ReadonlyMap<number, number>;

export const worthOf = ({ perOutcome, share }: Worth, { outcomes, value }: Pick<Expected, 'outcomes' | 'value'>): number =>
  perOutcome * outcomes + share * value;

const STEPS = 8;
const SWEEPS = 4;
const PRICES = 9;
const PARTS = 4;

/**
 * The budgets that bring the most of what outcomes are worth for what is spent now. Equal marginal worth: the
 * price of money is sought at which the best budgets cost as much as is spent.
 */
export function mostValue(expectation: Expectation, worth: Worth): Budgets {
  const now = expectation.of(planOf(expectation.crowd));
  const average = worthOf(worth, now) / now.spend;
  let [low, high] = [average / 50, average * 5];
  let [budgets, best]: [Budgets, Budgets] = [budgetsNow(expectation), budgetsNow(expectation)];
  for (let tried = 0; tried < PRICES; tried++) {
    const price = Math.sqrt(low * high);
    budgets = climbed(expectation, worth, price, budgets);
    const { spend } = expectation.of(planOf(expectation.crowd, { budgets }));
    if (spend > now.spend) low = price;
    else [high, best] = [price, budgets];
  }
  return filled(expectation, worth, now.spend, best);
}

/** Spends what is left, part by part where it brings most: the best budgets jump as money gets cheaper, and leave some. */
function filled(expectation: Expectation, worth: Worth, spend: number, from: Budgets): Budgets {
  const { crowd } = expectation;
  const of = (budgets: Budgets): Expected => expectation.of(planOf(crowd, { budgets }));
  let budgets = from;
  let reached = of(budgets);
  for (let part = 0; part < PARTS; part++) {
    const step = Math.round((spend - reached.spend) / crowd.days.length / 2);
    const tried = [...budgets]
      .map(([at, budget]) => new Map([...budgets, [at, Math.min(budget + step, mostUseful(expectation, at))]]))
      .map((raised) => ({ raised, brings: of(raised) }))
      .filter(({ brings }) => brings.spend <= spend && worthOf(worth, brings) > worthOf(worth, reached));
    if (tried.length === 0) break;
    const best = tried.reduce((top, each) => (worthOf(worth, each.brings) > worthOf(worth, top.brings) ? each : top));
    [budgets, reached] = [best.raised, best.brings];
  }
  return budgets;
}

/** How far a daily budget may go from what it is. */
type Limits = (budget: number) => { readonly low: number; readonly high: number };
const FREE: Limits = () => ({ low: 0, high: Infinity });

/** The budgets that earn the most: what outcomes are worth to the client, less what is spent. */
export const mostProfit = (expectation: Expectation, worth: Worth, limits = FREE): Budgets =>
  climbed(expectation, worth, 1, budgetsNow(expectation), limits);

/** The budgets of the campaigns that are bought, as they are set on the last day people are born. */
export function budgetsNow({ crowd }: Expectation): Budgets {
  const last = Math.max(...crowd.days) - crowd.firstDay;
  return new Map(
    crowd.world.campaigns.flatMap(({ budget }, at) => {
      const day = crowd.campaignDays[at]?.[last];
      return budget > 0 && day?.running ? [[at, Math.round(day.budget)] as const] : [];
    }),
  );
}

/**
 * One campaign's budget after the other is set to what brings most while the others stay, until none moves:
 * what campaigns start for each other is in it. No budget is above what demand takes on its best day.
 */
function climbed(expectation: Expectation, worth: Worth, priceOfMoney: number, from: Budgets, limits = FREE): Budgets {
  const { crowd } = expectation;
  const budgets = new Map(from);
  let plan = planOf(crowd, { budgets });
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    let moved = false;
    for (const [at, budget] of budgets) {
      const brings = (tried: number): number => {
        const expected = expectation.of(planWith(crowd, plan, at, { budgets: new Map([[at, tried]]) }), { persons: crowd.metBy[at] ?? [] });
        return worthOf(worth, expected) - priceOfMoney * expected.spend;
      };
      const { low, high } = limits(from.get(at) ?? budget);
      const best = bestWhole(budget, { low: Math.ceil(low), high: Math.min(high, mostUseful(expectation, at)) }, brings);
      if (best === budget) continue;
      moved = true;
      budgets.set(at, best);
      plan = planWith(crowd, plan, at, { budgets });
    }
    if (!moved) break;
  }
  return budgets;
}

/** The whole number between limits that brings most, sought in ever smaller steps around the best so far. */
function bestWhole(now: number, { low, high }: ReturnType<Limits>, brings: (tried: number) => number): number {
  const known = new Map<number, number>();
  const of = (tried: number): number => {
    const value = known.get(tried) ?? brings(tried);
    known.set(tried, value);
    return value;
  };
  let best = now;
  const take = (tried: number): void => {
    if (tried >= low && tried <= high && of(tried) > of(best)) best = tried;
  };
  let step = Math.max(0, high - low) / STEPS;
  for (let nth = 0; nth <= STEPS; nth++) take(Math.round(low + nth * step));
  while (step > 1) {
    step /= 3;
    const around = best;
    for (const nth of [-2, -1, 1, 2]) take(Math.round(around + nth * step));
  }
  return best;
}

/** Above this budget demand ends on every day. */
const mostUseful = ({ crowd }: Expectation, at: number): number =>
  Math.ceil(Math.max(...(crowd.campaignDays[at] ?? []).map((day) => mostSpend(day))));
