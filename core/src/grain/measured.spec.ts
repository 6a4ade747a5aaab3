import {
  accumulate,
  bookOf,
  BUILT_IN,
  type ClosedTerm,
  closeFormula,
  type Figure,
  type FeedTable,
  type Formula,
  gap,
  Measured,
  number,
  operation,
  type OrderTable,
  term,
  TermIndex,
  termKey,
  termScale,
  value,
} from '../index';
import { tablesOf } from '../test/ask';
import { adRow, cutFeed, orderTable } from '../test/truth';
import { accountContribution, type Contribution, contributionOf, contributionToTotal, notMatchedContribution } from './contribution';
import type { Part } from './node';
import { changed, plainOf } from '../test/feed';

const [SPEND, CLICKS, IMPRESSIONS] = ['spend', 'clicks', 'impressions'].map(BUILT_IN.measureTerm) as [ClosedTerm, ClosedTerm, ClosedTerm];
const [REACHED, BID, CHANCES] = ['people reached', 'bid', 'eligible impressions'].map(BUILT_IN.measureTerm) as [
  ClosedTerm,
  ClosedTerm,
  ClosedTerm,
];
const CLAIMS = BUILT_IN.outcomeTerm('count', 'purchase', { countedBy: 'claims', basis: 'click' } as const);
const TERMS = [SPEND, CLICKS, IMPRESSIONS, REACHED, BID, CHANCES, CLAIMS];
const INDEX = new TermIndex(TERMS);
const measured = (...of: readonly Contribution[]): Measured => new Measured(INDEX, of);

type Amount = number | readonly [least: number, most: number];
/** A part that measures these terms, in whole units; what it does not name is not measured. */
function part(...amounts: readonly (readonly [ClosedTerm, Amount])[]): Part {
  const [sums, most] = [new Float64Array(TERMS.length), new Float64Array(TERMS.length)];
  let mask = 0;
  for (const [of, amount] of amounts) {
    const at = TERMS.indexOf(of);
    const [low, high] = typeof amount === 'number' ? [amount, amount] : amount;
    mask |= 1 << at;
    sums[at] = low * termScale(of);
    most[at] = high * termScale(of);
  }
  return sums.every((sum, at) => sum === most[at]) ? { mask, sums } : { mask, sums, most };
}
const from = (account: number, ...parts: readonly Part[]): Contribution => ({ account, noRate: false, parts });
const figure = (formula: Formula, ...of: readonly Contribution[]): Figure => measured(...of).figure(formula);
const of = (each: ClosedTerm) => term(each);
const CTR = operation(of(CLICKS), '/', of(IMPRESSIONS));
const between = (low: number, high: number | null, coverage?: number): Figure => ({
  kind: 'bounds',
  low,
  high,
  ...(coverage === undefined ? {} : { coverage }),
});

describe('a sum over what is measured', () => {
  const whole = from(0, part([SPEND, 30], [CLICKS, 4]));
  const without = from(1, part([SPEND, 10]));

  it('is exact where all of it is, in whole units', () => {
    expect(figure(of(SPEND), whole, without)).toEqual(value(40));
    expect(figure(of(CLICKS), whole)).toEqual(value(4));
    expect(figure(of(CLICKS), from(0, part([CLICKS, 0])))).toEqual(value(0));
  });

  it('is at least what is known where some is not, and says of which share of the spend', () => {
    expect(figure(of(CLICKS), whole, without)).toEqual(between(4, null, 0.75));
    expect(figure(of(CLICKS), from(0, part([SPEND, 30], [CLICKS, 4]), part([SPEND, 30])))).toEqual(between(4, null, 0.5));
    // Without any spend no share of it can be told.
    expect(figure(of(CLICKS), from(0, part([SPEND, 0], [CLICKS, 4]), part([SPEND, 0])))).toEqual(between(4, null));
    // Nothing of a part of the spend is at least nothing; nothing of none of it says nothing.
    expect(figure(of(CLICKS), from(0, part([SPEND, 30], [CLICKS, 0]), part([SPEND, 30])))).toEqual(between(0, null, 0.5));
    expect(figure(of(CLICKS), from(0, part([SPEND, 0], [CLICKS, 0]), part([SPEND, 30])))).toEqual(gap('not measured'));
  });

  it('is not measured where none of it is, for want of a rate where money has none', () => {
    expect(figure(of(CLICKS), without)).toEqual(gap('not measured'));
    const foreign = { ...from(0, part([CLICKS, 1])), noRate: true };
    expect(figure(of(SPEND), foreign)).toEqual(gap('no rate'));
    expect(figure(of(SPEND), from(0, part([CLICKS, 1])))).toEqual(gap('not measured'));
    expect(figure(of(IMPRESSIONS), foreign)).toEqual(gap('not measured'));
  });

  it('keeps limits', () => {
    expect(figure(of(CLICKS), from(0, part([SPEND, 1], [CLICKS, [3, 9]])))).toEqual(between(3, 9));
    expect(figure(of(CLICKS), from(0, part([SPEND, 1], [CLICKS, [3, Infinity]])))).toEqual(between(3, null));
    expect(figure(of(SPEND), from(0, part([SPEND, [0.5, 2]])))).toEqual(between(0.5, 2));
  });

  it('of a rest tells no share of its spend, and nothing where it would be at least nothing', () => {
    const rest = (clicks: number): Contribution => ({
      ...from(0, part([SPEND, 30], [CLICKS, clicks]), part([SPEND, 10])),
      rest: { brokenDown: 0 },
    });
    expect(figure(of(CLICKS), rest(4))).toEqual(between(4, null));
    expect(figure(of(CLICKS), rest(0))).toEqual(gap('not measured'));
    expect(figure(of(CLICKS), rest(4), whole)).toEqual(between(8, null));
  });

  it('of claims of several accounts is at least the most that one claims: they may claim the same', () => {
    const claiming = (account: number, claims: number) => from(account, part([SPEND, 1], [CLAIMS, claims]));
    expect(figure(of(CLAIMS), claiming(0, 5), claiming(1, 3))).toEqual(between(5, 8));
    expect(figure(of(CLAIMS), claiming(0, 5), claiming(0, 3))).toEqual(value(8));
    expect(figure(of(CLAIMS), claiming(0, 5), claiming(1, 0))).toEqual(value(5));
    expect(figure(of(CLICKS), from(0, part([CLICKS, 5])), from(1, part([CLICKS, 3])))).toEqual(value(8));
  });

  it('of people is at least the most of any and at most all; of a state the range that was seen', () => {
    const people = (account: number, reached: number) => from(account, part([SPEND, 1], [REACHED, reached]));
    expect(figure(of(REACHED), people(0, 5), people(1, 3))).toEqual(between(5, 8));
    expect(figure(of(REACHED), people(0, 5))).toEqual(value(5));
    const seen = 1 << TERMS.indexOf(BID);
    const bids = (spend: number, low: number, high: number): Part => ({ ...part([SPEND, spend], [BID, [low, high]]), seen });
    expect(figure(of(BID), from(0, bids(3, 1, 2)), from(1, bids(1, 0.5, 0.5)))).toEqual(between(0.5, 2));
    expect(figure(of(BID), from(0, bids(3, 1, 1)), without)).toEqual({ ...value(1), coverage: 3 / 13 });
    expect(figure(of(BID), without)).toEqual(gap('not measured'));
  });

  it('is refused for a term that nobody asked to sum', () => {
    expect(() => figure(of(BUILT_IN.measureTerm('visits')), whole)).toThrow('The question does not sum "visits"');
  });
});

describe('a formula over what is measured', () => {
  const both = from(0, part([SPEND, 30], [CLICKS, 4], [IMPRESSIONS, 200]));
  const half = from(1, part([SPEND, 10], [IMPRESSIONS, 999]));

  it('divides only what measures both sides, and says which share of the spend that is', () => {
    expect(figure(CTR, both)).toEqual(value(0.02));
    expect(figure(CTR, both, half)).toEqual({ ...value(0.02), coverage: 0.75 });
    expect(figure(CTR, from(0, ...both.parts, ...half.parts))).toEqual({ ...value(0.02), coverage: 0.75 });
    expect(figure(CTR, half)).toEqual(gap('not measured'));
    expect(figure(operation(of(CLICKS), '*', of(IMPRESSIONS)), both, half)).toEqual({ ...value(800), coverage: 0.75 });
  });

  it('is not measured where only empty parts measure both sides', () => {
    const empty = from(0, part([SPEND, 0], [CLICKS, 0], [IMPRESSIONS, 0]));
    expect(figure(CTR, empty, half)).toEqual(gap('not measured'));
    expect(figure(CTR, empty)).toEqual(gap('nothing to divide by'));
    expect(figure(operation(of(SPEND), '/', of(CLICKS)), { ...half, noRate: true })).toEqual(gap('no rate'));
  });

  it('keeps everything in sums and differences, which become at least', () => {
    expect(figure(operation(of(CLICKS), '+', of(IMPRESSIONS)), both, half)).toEqual({ ...between(4 + 1199, null), coverage: 0.75 });
    expect(figure(operation(of(IMPRESSIONS), '-', of(CLICKS)), both)).toEqual(value(196));
    expect(figure(operation(of(IMPRESSIONS), '-', number(50)), both)).toEqual(value(150));
    expect(figure(operation(operation(of(IMPRESSIONS), '+', of(CLICKS)), '-', of(CLICKS)), both)).toEqual(value(200));
    // So many times a sum is one as well.
    expect(figure(operation(of(CLICKS), '*', number(2)), both, half)).toEqual({ ...between(8, null), coverage: 0.75 });
    expect(figure(operation(of(CLICKS), '/', number(2)), both, half)).toEqual({ ...between(2, null), coverage: 0.75 });
  });

  it('tells a share of chances as at most all of them', () => {
    const won = operation(of(IMPRESSIONS), '/', of(CHANCES));
    const chances = (low: number, high: number) => from(0, part([SPEND, 1], [IMPRESSIONS, 80], [CHANCES, [low, high]]));
    expect(figure(won, chances(100, 200))).toEqual(between(0.4, 0.8));
    expect(figure(won, chances(40, 160))).toEqual(between(0.5, 1));
    expect(figure(won, chances(40, 50))).toEqual(value(1));
    expect(figure(won, chances(100, 100))).toEqual(value(0.8));
    // Of nothing else: two clicks may come of one impression.
    expect(figure(operation(of(CLICKS), '/', of(IMPRESSIONS)), from(0, part([CLICKS, [8, 30]], [IMPRESSIONS, 10])))).toEqual(
      between(0.8, 3),
    );
    expect(figure(operation(of(IMPRESSIONS), '*', of(CHANCES)), chances(1, 2))).toEqual(between(80, 160));
  });

  it('names the accounts whose every cell measures all inputs', () => {
    const patchy = from(2, part([CLICKS, 1], [IMPRESSIONS, 2]), part([IMPRESSIONS, 5]));
    expect([...measured(both, half, patchy).coveredAccounts(CTR)]).toEqual([0]);
    expect([...measured(both, half, patchy).coveredAccounts(of(IMPRESSIONS))]).toEqual([0, 1, 2]);
  });

  it('tells the share of spend that some hold; of none there is no share', () => {
    expect(measured(both).shareOfSpend(measured(both, half))).toBe(0.75);
    expect(measured().shareOfSpend(measured(from(0, part([CLICKS, 1]))))).toBeUndefined();
    const withoutSpend = new Measured(new TermIndex([CLICKS]), [both]);
    expect(withoutSpend.shareOfSpend(withoutSpend)).toBeUndefined();
  });

  it('multiplies the sums of some terms, with what they are at most, and leaves what it was given', () => {
    const limited = from(0, part([SPEND, 30], [CLICKS, [4, 8]]), part([SPEND, 10], [CLICKS, 1]));
    expect(measured(limited).scaled(of(CLICKS), [CLICKS], 2)).toEqual(between(10, 18));
    expect(measured(limited).scaled(of(SPEND), [CLICKS], 2)).toEqual(value(40));
    expect(figure(of(CLICKS), limited)).toEqual(between(5, 9));
  });

  it('reads a metric of the book', () => {
    const cpc = closeFormula(bookOf(BUILT_IN).named('cpc').formula, { countedBy: 'orders', basis: 'sale' });
    expect(measured(both).figure(cpc)).toEqual(value(7.5));
    expect(termKey(SPEND)).toBe('spend');
  });
});

describe('what is behind a member', () => {
  const days = { from: 10, to: 14 };
  const row = (day: number, campaign: number) => ({ ...adRow(day, campaign, 10, 5), device: 0 });
  const spends = cutFeed([row(10, 1), row(11, 2)], { dimensions: ['campaign'], from: 10, to: 14, campaigns: 'all' }, 1);
  const only = (feed: FeedTable, column: string): FeedTable =>
    changed(feed, { amounts: new Map([...plainOf(feed).amounts].filter(([key]) => key === column)) });
  /** Spend is known on all days, clicks on the first three; orders on all. */
  const clicks = only(
    { ...cutFeed([row(10, 1), row(11, 2)], { dimensions: ['campaign'], from: 10, to: 12, campaigns: 'all' }, 2) },
    'clicks',
  );
  const orders = BUILT_IN.outcomeTerm('count', 'purchase', { countedBy: 'orders', basis: 'sale' } as const);
  const [SPENT, CLICKED, ORDERED] = [1, 2, 4];
  const list = orderTable([{ sale: 11, click: 10, campaign: -1, value: 7 }], 10, 14);
  const sums = (lists: readonly OrderTable[] = []) =>
    accumulate(tablesOf([only(spends, 'spend'), clicks], { orders: lists }), {
      terms: [SPEND, CLICKS, orders],
      levels: ['campaign'],
      buckets: [days, { from: 20, to: 21 }],
    });
  const partsOf = ({ parts }: Contribution): [mask: number, ...sums: number[]][] => parts.map(({ mask, sums: own }) => [mask, ...own]);

  it('has an empty part for every pattern of days it has no rows on, and none where nothing was asked', () => {
    const found = sums();
    const [first] = found.campaigns.all();
    if (!first) throw new Error('no campaign');
    expect(partsOf(contributionOf(found, first, 0))).toEqual([
      [SPENT | CLICKED, 10e6, 5, 0],
      [SPENT, 0, 0, 0],
    ]);
    expect(partsOf(contributionOf(found, first, 1))).toEqual([[0, 0, 0, 0]]);
    expect(contributionOf(found, first, 2)).toEqual({ account: 0, noRate: false, parts: [] });
    expect(partsOf(contributionToTotal(found, first, 0))).toEqual(partsOf(contributionOf(found, first, 0)));
    expect(contributionToTotal(found, first, 2).parts).toEqual([]);
  });

  it('of an account is what it does not know, by the patterns of its days', () => {
    expect(partsOf(accountContribution(sums(), 0, 0))).toEqual([
      [SPENT | CLICKED, 0, 0, 0],
      [SPENT, 0, 0, 0],
    ]);
    expect(partsOf(accountContribution(sums([list]), 0, 0)).map(([mask]) => mask)).toEqual([SPENT | CLICKED | ORDERED, SPENT | ORDERED]);
    expect(accountContribution(sums(), 0, 2).parts).toEqual([]);
  });

  it('of orders that match nothing joins the money of their days, measured wherever anything is', () => {
    expect(notMatchedContribution(sums(), 0)).toEqual({ account: -1, noRate: false, parts: [] });
    expect(partsOf(notMatchedContribution(sums([list]), 0))).toEqual([[SPENT | CLICKED | ORDERED, 0, 0, 1e6]]);
    expect(notMatchedContribution(sums([list]), 1).parts).toEqual([]);
    const late = { ...list, covers: [{ from: 14, to: 14, campaigns: 'all', importId: 1 } as const], saleDay: Int32Array.of(14) };
    expect(partsOf(notMatchedContribution(sums([late]), 0))).toEqual([[SPENT | CLICKED | ORDERED, 0, 0, 1e6]]);
  });
});
