import { costPer, divide, subtract } from '../figure/arithmetic';
import { bounds, type Figure, gap, value } from '../figure/figure';
import { eachAmount } from '../grain/each-amount';
import { NONE } from '../rows/coding';
import { type ClientTables, type Cover, type FeedTable, listsOf, type OrderTable, rateOn, worthOf } from '../grain/tables';
import { MILLIONTHS } from '../measure/scale';
import { groupBy } from '../list/group-by';
import { latenessOf } from '../maturity/lateness';
import { maturityOf } from '../maturity/maturity';
import type { OutcomeId } from '../measure/outcome';
import type { Day, DayRange } from '../time/day';
import type { Lot } from '../grain/lot';

/** What is told of a lot, in the order it is read (calculations, chapter 6: a traffic lot). */
export const LOT_METRICS = [
  { id: 'price', label: 'Price', unit: 'money', definition: 'What was paid, exchanged on the day of the lot.' },
  { id: 'delivered', label: 'Delivered', unit: 'share', definition: 'What came, by the seller’s count, of what was agreed.' },
  {
    id: 'visits',
    label: 'Visits',
    unit: 'count',
    definition: 'Visits by the tracked link as the site counts them; else clicks the seller counts.',
  },
  { id: 'costPerVisit', label: 'Cost per visit', unit: 'money', definition: 'Price / visits.' },
  { id: 'signUps', label: 'Sign-ups', unit: 'count', definition: 'Sign-ups, installs or leads that came by the link.' },
  { id: 'signUpRate', label: 'Sign-up rate', unit: 'share', definition: 'Sign-ups / visits.' },
  { id: 'costPerSignUp', label: 'Cost per sign-up', unit: 'money', definition: 'Price / sign-ups.' },
  {
    id: 'valuePerSignUp',
    label: 'Value per sign-up',
    unit: 'money',
    definition: 'Value of sales / sign-ups: more than the cost per sign-up pays.',
  },
  { id: 'sales', label: 'Sales', unit: 'count', definition: 'Sales that came by the link, whenever they came.' },
  { id: 'salesPerVisit', label: 'Sales per visit', unit: 'share', definition: 'Sales / visits.' },
  { id: 'salesPerSignUp', label: 'Sales per sign-up', unit: 'share', definition: 'Sales / sign-ups.' },
  { id: 'costPerSale', label: 'Cost per sale', unit: 'money', definition: 'Price / sales.' },
  { id: 'value', label: 'Value', unit: 'money', definition: 'Value of the sales.' },
  { id: 'perVisit', label: 'Earnings per visit', unit: 'money', definition: 'Value / visits.' },
  { id: 'roi', label: 'ROI', unit: 'share', definition: '(value − price) / price.' },
  { id: 'notYet', label: 'Not yet buyers', unit: 'count', definition: 'Sign-ups less sales: who may still buy.' },
] as const;
export type LotMetricId = (typeof LOT_METRICS)[number]['id'];
export type LotFigures = Readonly<Record<LotMetricId, Figure>>;

export const LOT_LINE_KINDS = ['total', 'seller', 'lot'] as const;
export type LotLineKind = (typeof LOT_LINE_KINDS)[number];
/** Who counts the visits of lots. */
export const VISITS_BY = ['site', 'seller'] as const;
export type VisitsBy = (typeof VISITS_BY)[number];

export interface LotLine {
  readonly kind: LotLineKind;
  /** The lot's number, or the seller. */
  readonly name: string;
  readonly seller: string;
  readonly lot: Lot | null;
  readonly figures: LotFigures;
  /** Share of its sales that has arrived, by how late this client’s sales come; null where that is not known. */
  readonly arrived: number | null;
}

export interface LotList {
  /** The total, then each seller by price with its lots, the newest first. */
  readonly lines: readonly LotLine[];
  /** Which outcomes count as sign-ups and as sales; null where the client has none. */
  readonly signUp: OutcomeId | null;
  readonly sale: OutcomeId | null;
  readonly visitsBy: VisitsBy;
  /** Outcomes of the period with a tracked link that leads to no lot. */
  readonly strayed: { readonly count: number; readonly value: number };
}

const SIGN_UPS: readonly OutcomeId[] = ['sign-up', 'install', 'lead'];
const SALES: readonly OutcomeId[] = ['subscription', 'purchase', 'booking'];

interface Tally {
  visits: number;
  /** Visits by day, which say how old they are. */
  readonly days: Map<Day, number>;
  signUps: number;
  sales: number;
  value: number;
}
const empty = (): Tally => ({ visits: 0, days: new Map(), signUps: 0, sales: 0, value: 0 });

/** Lots of a period with all that came of them up to `lastDay`, the last finished one. */
export function listLots(tables: ClientTables, period: DayRange, lastDay: Day): LotList {
  const has = (action: OutcomeId): boolean => listsOf(tables, action).some((orders) => orders.codes.has('lot'));
  const [signUp, sale] = [SIGN_UPS.find(has) ?? null, SALES.find(has) ?? null];
  const tallies = new Map<number, Tally>();
  const strayed = { count: 0, value: 0 };
  const of = (lot: number): Tally => {
    const tally = tallies.get(lot) ?? empty();
    tallies.set(lot, tally);
    return tally;
  };
  for (const action of [signUp, sale])
    if (action !== null) for (const orders of listsOf(tables, action)) tallyOrders(orders, { sale, period, of, strayed });
  const counting = tables.feeds.filter((feed) => feed.codes.has('lot') && feed.rows.columns.has('visits'));
  for (const feed of counting) tallyVisits(feed, of);
  const maturity =
    sale === null
      ? undefined
      : latenessOf(tables, lastDay).of({ outcome: tables.vocabulary.outcome(sale), part: 'count', countedBy: 'orders' });
  const visitsBy = counting.length > 0 ? ('site' as const) : ('seller' as const);
  const covers = {
    visits: coversOf(counting),
    signUps: signUp === null ? [] : coversOf(listsOf(tables, signUp)),
    sales: sale === null ? [] : coversOf(listsOf(tables, sale)),
  };
  const about = { tables, tallies, covers, visitsBy };
  const lots = tables.lots.map((lot, at) => ({ lot, at })).filter(({ lot: { day } }) => day >= period.from && day <= period.to);
  const line = (kind: LotLine['kind'], name: string, own: typeof lots): LotLine => ({
    kind,
    name,
    seller: kind === 'total' ? '' : (own[0]?.lot.seller ?? ''),
    lot: kind === 'lot' ? (own[0]?.lot ?? null) : null,
    figures: figuresOf(about, own),
    arrived: maturity
      ? maturityOf(
          maturity,
          own.flatMap((each) => agesOf(each, tallies)),
          lastDay,
        ).share
      : null,
  });
  const sellers = [...groupBy(lots, ({ lot }) => lot.seller)]
    .map(([seller, own]) => ({ own, seller: line('seller', seller, own) }))
    .sort((a, b) => amount(b.seller.figures.price) - amount(a.seller.figures.price));
  return {
    lines: [
      ...(lots.length > 0 ? [line('total', 'All lots', lots)] : []),
      ...sellers.flatMap(({ own, seller }) => [
        seller,
        ...own.sort((a, b) => b.lot.day - a.lot.day).map((each) => line('lot', each.lot.id, [each])),
      ]),
    ],
    signUp,
    sale,
    visitsBy: about.visitsBy,
    strayed: { count: strayed.count, value: strayed.value / MILLIONTHS },
  };
}

const amount = (figure: Figure): number => (figure.kind === 'value' ? figure.value : -1);

interface Tallying {
  readonly sale: OutcomeId | null;
  readonly period: DayRange;
  readonly of: (lot: number) => Tally;
  readonly strayed: { count: number; value: number };
}

function tallyOrders(orders: OrderTable, { sale, period, of, strayed }: Tallying): void {
  const lots = orders.codes.get('lot');
  const isSale = orders.action === sale;
  for (let row = 0; row < orders.length; row++) {
    const lot = lots?.[row] ?? NONE;
    const worth = worthOf(orders, row);
    const value = Number.isNaN(worth) ? 0 : worth;
    const count = (orders.count[row] ?? 0) / MILLIONTHS;
    const day = orders.saleDay[row] ?? 0;
    if (lot === STRAYED && day >= period.from && day <= period.to) {
      strayed.count += count;
      strayed.value += value;
    }
    if (lot < 0) continue;
    const tally = of(lot);
    tally[isSale ? 'sales' : 'signUps'] += count;
    if (isSale) tally.value += value;
  }
}

/** Code of an outcome whose link leads to no lot. */
export const STRAYED = -2;

function tallyVisits(feed: FeedTable, of: (lot: number) => Tally): void {
  eachAmount(feed, { column: 'visits', dimension: 'lot' }, (count, day, lot) => {
    if (lot < 0) return;
    const tally = of(lot);
    tally.visits += count;
    tally.days.set(day, (tally.days.get(day) ?? 0) + count);
  });
}

/** Days of a lot's visits by their number; where none are known, its own day. */
function agesOf({ lot, at }: Placed[number], tallies: ReadonlyMap<number, Tally>): { day: Day; weight: number }[] {
  const days = [...(tallies.get(at)?.days ?? [])];
  return days.length > 0 ? days.map(([day, weight]) => ({ day, weight })) : [{ day: lot.day, weight: lot.delivered ?? lot.agreed ?? 1 }];
}

type Counted = 'visits' | 'signUps' | 'sales' | 'value';

interface About {
  readonly tables: ClientTables;
  readonly tallies: ReadonlyMap<number, Tally>;
  readonly covers: Readonly<Record<'visits' | 'signUps' | 'sales', readonly Cover[]>>;
  readonly visitsBy: VisitsBy;
}

const coversOf = (tables: readonly { readonly covers: readonly Cover[] }[]): Cover[] => tables.flatMap(({ covers }) => covers);

type Placed = readonly { readonly lot: Lot; readonly at: number }[];

/** Sums first, then ratios: never an average of the lots' own. */
function figuresOf({ tables, tallies, covers, visitsBy }: About, lots: Placed): LotFigures {
  // What came of a lot is known from the day it was bought on, where a feed covers that day.
  const sum = (key: Counted, scale = 1): Figure => {
    const told = covers[key === 'value' ? 'sales' : key];
    return summed(
      lots.map(({ lot, at }) => ({
        amount: (tallies.get(at)?.[key] ?? 0) / scale,
        known: told.some(({ from, to }) => from <= lot.day && lot.day <= to),
      })),
    );
  };
  const price = priceOf(tables, lots);
  const counted = (amount: number | null) => ({ amount: amount ?? 0, known: amount !== null });
  const delivered = summed(lots.map(({ lot }) => counted(lot.delivered)));
  const clicks = lots.every(({ lot }) => lot.unit === 'clicks') ? delivered : gap('not measured');
  const visits = visitsBy === 'site' ? sum('visits') : clicks;
  const [signUps, sales, worth] = [sum('signUps'), sum('sales'), sum('value', MILLIONTHS)];
  return {
    price,
    delivered: divide(delivered, summed(lots.map(({ lot }) => counted(lot.agreed)))),
    visits,
    costPerVisit: divide(price, visits),
    signUps,
    signUpRate: divide(signUps, visits),
    costPerSignUp: costPer(price, signUps),
    valuePerSignUp: divide(worth, signUps),
    sales,
    salesPerVisit: divide(sales, visits),
    salesPerSignUp: divide(sales, signUps),
    costPerSale: costPer(price, sales),
    value: worth,
    perVisit: divide(worth, visits),
    roi: divide(subtract(worth, price), price),
    notYet: subtract(signUps, sales),
  };
}

/** In whole units of the client's currency; no rate where a lot has none. */
function priceOf({ accounts }: ClientTables, lots: Placed): Figure {
  let sum = 0;
  for (const { lot } of lots) {
    const account = accounts[lot.account];
    const rate = account ? rateOn(account, lot.day) : 1;
    if (rate === undefined) return gap('no rate');
    sum += Math.round(lot.price * rate);
  }
  return value(sum / MILLIONTHS);
}

/** Where only some are known the sum is "at least"; where none is and nothing was seen, not measured. */
function summed(parts: readonly { readonly amount: number; readonly known: boolean }[]): Figure {
  const sum = parts.reduce((all, { amount }) => all + amount, 0);
  if (parts.every(({ known }) => known)) return value(sum);
  return sum > 0 || parts.some(({ known }) => known) ? bounds(sum, null) : gap('not measured');
}
