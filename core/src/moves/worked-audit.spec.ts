import { audit, type ClientTables, type TargetFinding, poissonInterval, type Target, valueInterval } from '../index';
import { names, tablesOf } from '../test/ask';
import { BY_AD, cutFeed, orderTable, type TrueRow } from '../test/truth';
import { withAmounts } from '../test/feed';

// Whole findings of small worlds, by numbers that can be worked out by hand.
const FIRST = 60;
const LAST_DAY = 69;
const DAYS = { from: FIRST, to: LAST_DAY };
const TARGET: Target = { metric: 'roas', value: 2, countedBy: 'claims', basis: 'sale', orders: 'matched', from: 0, to: 999 };

/** Ten equal days of one ad of campaign 1, by day of the amounts. */
function world(amounts: Record<string, number>, more: Parameters<typeof tablesOf>[1] = {}, spend = 10): ClientTables {
  const rows = Array.from({ length: 10 }, (_, at): TrueRow => ({
    day: FIRST + at,
    campaign: 1,
    group: 10,
    ad: 100,
    device: 0,
    spend,
    clicks: 50,
  }));
  return tablesOf([withAmounts(cutFeed(rows, { ...BY_AD, from: FIRST, to: LAST_DAY }, 1), amounts)], more);
}
const claims = (count: number, value: number, outcome = 'purchase') => ({
  [`${outcome}.count.claims.click`]: count * 1e6,
  [`${outcome}.value.claims.click`]: value * 1e6,
});
const findingsOf = (tables: ClientTables, target: Partial<Target> = {}): readonly TargetFinding[] =>
  audit({ tables, target: { ...TARGET, ...target }, days: DAYS, lastDay: LAST_DAY, names }).findings;
const campaignOf = (tables: ClientTables, target: Partial<Target> = {}): TargetFinding => {
  const found = findingsOf(tables, target).find(({ level }) => level === 'campaign');
  if (!found) throw new Error('no campaign');
  return found;
};
const adOf = (tables: ClientTables, target: Partial<Target> = {}): TargetFinding | undefined =>
  findingsOf(tables, target).find(({ level }) => level === 'ad');
const MARGIN = { numbers: { margin: [{ from: 0, to: 999, value: 0.5 }] } };

describe('a finding, worked out', () => {
  it('of value for spend: 20 outcomes of 8 for 100', () => {
    // 160 / 100; the count is 20 give or take a Poisson interval, each worth 8.
    const { low, high } = poissonInterval(20);
    const found = campaignOf(world({ ...claims(2, 16), impressions: 900, 'impressions lost to budget': 100 }, MARGIN));
    expect(found).toMatchObject({
      ...{
        key: 'channel:search/campaign:1',
        level: 'campaign',
        name: 'campaign 1',
        channel: 'search',
        account: 0,
        currency: 'GBP',
        member: 1,
      },
      ...{ metric: 'roas', target: 2, verdict: 'undecided', unfit: null, supported: false, days: DAYS },
      ...{ spend: 100, clicks: 500, outcomes: 20, value: 160, maturity: 1, lostToBudget: 0.1, stopLoss: null, move: null, noMove: '' },
    });
    expect(found.actual).toBeCloseTo(1.6, 12);
    expect(found.marginal).toEqual({ low: expect.closeTo(0.72, 12), middle: expect.closeTo(1.12, 12), high: expect.closeTo(1.6, 12) });
    expect(found.range.low).toBeCloseTo((low * 8) / 100, 10);
    expect(found.range.high).toBeCloseTo((high * 8) / 100, 10);
    expect(found.breakEven.roas).toBeCloseTo(2, 12);
    expect(found.breakEven.cpa).toBeCloseTo(4, 12);
  });

  it('of a cost per outcome: 20 for 100, against 4', () => {
    const { low, high } = poissonInterval(20);
    const found = campaignOf(world(claims(2, 16, 'lead')), { metric: 'cost-per-lead', value: 4 });
    expect(found.actual).toBeCloseTo(5, 12);
    expect(found.marginal?.low).toBeCloseTo(5, 12);
    expect(adOf(world(claims(2, 16, 'lead')), { metric: 'cost-per-lead', value: 4 })?.marginal).toBeNull();
    expect(found.range.low).toBeCloseTo(100 / high, 10);
    expect(found.range.high).toBeCloseTo(100 / low, 10);
    expect(found).toMatchObject({ verdict: 'undecided', breakEven: { roas: null, cpa: null }, lostToBudget: null });
  });

  it('of nothing: no cost can be told, only the least of it; no value is nothing', () => {
    const leads = campaignOf(world(claims(0, 0, 'lead')), { metric: 'cost-per-lead', value: 4 });
    expect(leads).toMatchObject({ actual: null, range: { high: null }, verdict: 'misses', supported: true });
    expect(leads.range.low).toBeCloseTo(100 / 3.688879454, 6);
    const sales = campaignOf(world(claims(0, 0), MARGIN));
    expect(sales).toMatchObject({ actual: 0, breakEven: { cpa: null } });
  });

  it('of orders takes the spread of their values as well', () => {
    const values = Array.from({ length: 20 }, (_, at) => ({
      sale: FIRST + (at % 10),
      click: FIRST + (at % 10),
      campaign: 1,
      group: 10,
      ad: 100,
      value: at < 10 ? 4 : 12,
    }));
    const found = campaignOf(world({}, { orders: [orderTable(values, FIRST, LAST_DAY)] }), { countedBy: 'orders' });
    const own = valueInterval(
      values.map(({ value }) => value),
      8,
      1,
    );
    expect(found.actual).toBeCloseTo(1.6, 12);
    expect(found.range.low).toBeCloseTo(own.low / 100, 6);
    expect(found.range.high).toBeCloseTo(own.high / 100, 6);
  });

  it('is not judged where little of it is measured, and says so', () => {
    expect(campaignOf(world({ impressions: 10 }))).toMatchObject({
      verdict: 'not judged',
      unfit: 'not measured',
      more: null,
      supported: false,
    });
  });

  it('is none where nothing was spent, and in the currency of its account', () => {
    expect(findingsOf(world(claims(2, 16), {}, 0))).toEqual([]);
    const accounts = [{ id: 'a', channel: 'search', currency: 'USD', rates: [{ from: 0, to: 999, rate: 0.5 }] }];
    expect(campaignOf(world(claims(2, 16), { accounts }))).toMatchObject({ currency: 'USD', spend: 50, value: 80 });
  });
});

describe('the stop loss of an ad', () => {
  it('asks for steps before sales at half of what a sale may cost, by the stricter of margin and target', () => {
    // Four carts to a sale of 8: a sale may cost 4 by the target of 2, 4 by the margin of a half.
    const carts = { ...claims(0.1, 0.8), 'cart.count.claims.click': 4e5 };
    const found = adOf(world(carts, MARGIN));
    expect(found?.stopLoss).toMatchObject({ step: 'cart', spend: 100, days: DAYS, stop: false });
    expect(found?.stopLoss?.cap).toBeCloseTo(2, 10);
    expect(found?.stopLoss?.chance).toBeCloseTo(Math.exp((-100 * 4) / 4), 12);
    const strict = adOf(world(carts, { numbers: { margin: [{ from: 0, to: 999, value: 0.25 }] } }));
    expect(strict?.stopLoss?.cap).toBeCloseTo(1, 10);
    const promised = adOf(world(carts), { value: 4 });
    expect(promised?.stopLoss?.cap).toBeCloseTo(1, 10);
  });

  it('of a cost per outcome is half of what was promised; without steps the outcome itself is waited for', () => {
    const found = adOf(world(claims(0.2, 0, 'lead')), { metric: 'cost-per-lead', value: 30 });
    expect(found?.stopLoss).toMatchObject({ step: 'lead', spend: 100, cap: 15, stop: false });
    expect(found?.stopLoss?.chance).toBeCloseTo(Math.exp(-100 / 30), 12);
    expect(adOf(world(claims(0, 0, 'lead')), { metric: 'cost-per-lead', value: 30 })?.stopLoss).toMatchObject({ stop: true });
  });

  it('says nothing where nothing tells what a sale may cost', () => {
    expect(adOf(world(claims(0, 0)))?.stopLoss).toBeNull();
  });
});

describe('late sales', () => {
  /** Sixty days of orders of 10, half on the day of the click and half five days later. */
  const late = (value = 10) =>
    Array.from({ length: 70 }, (_, at) => at).flatMap((click) =>
      [0, 5].flatMap((lag) => Array.from({ length: 10 }, () => ({ sale: click + lag, click, campaign: 1, group: 10, ad: 100, value }))),
    );
  const orders = [orderTable(late(), 0, LAST_DAY)];

  it('are allowed for: what half of the days lack is made up, and the range is wider', () => {
    const found = campaignOf(world({}, { orders }, 100), { countedBy: 'orders' });
    // Of the last ten click days five have half of their sales: 15 of 20 a day.
    expect(found.outcomes).toBe(150);
    expect(found.maturity).toBeCloseTo(0.75, 1);
    expect(found.actual).toBeCloseTo(2, 1);
    const own = valueInterval(
      late()
        .filter(({ sale, click }) => sale <= LAST_DAY && click >= FIRST)
        .map(({ value }) => value),
      10,
      1,
    );
    expect(found.range.low).toBeLessThan(own.low / found.maturity / 1000 + 1e-9);
    expect(found.range.high).toBeGreaterThan(own.high / found.maturity / 1000 - 1e-9);
    expect(found.range.low).toBeLessThan(found.actual ?? 0);
    expect(found.range.high ?? 0).toBeGreaterThan(found.actual ?? 0);
  });

  it('are told to be allowed for only where a list shows how late they come', () => {
    const matured = (tables: ClientTables, countedBy: Target['countedBy']) =>
      audit({ tables, target: { ...TARGET, countedBy }, days: DAYS, lastDay: LAST_DAY, names }).matured;
    expect(matured(world({}, { orders }, 100), 'orders')).toBe(true);
    expect(matured(world(claims(2, 16)), 'claims')).toBe(false);
  });

  it('keep what has hardly arrived from being judged', () => {
    const today = { from: LAST_DAY, to: LAST_DAY };
    const slow = Array.from({ length: 70 }, (_, click) => click).flatMap((click) =>
      [0, 5, 5, 5, 5].map((lag) => ({ sale: click + lag, click, campaign: 1, group: 10, ad: 100, value: 10 })),
    );
    const tables = world({}, { orders: [orderTable(slow, 0, LAST_DAY)] }, 100);
    const early = audit({ tables, target: { ...TARGET, countedBy: 'orders' }, days: today, lastDay: LAST_DAY, names }).findings[0];
    expect(early).toMatchObject({ verdict: 'not judged', unfit: 'too early' });
    const settled = audit({ tables, target: { ...TARGET, countedBy: 'orders' }, days: { from: 60, to: 64 }, lastDay: LAST_DAY, names })
      .findings[0];
    expect(settled).toMatchObject({ unfit: null });
    expect(settled?.maturity).toBeCloseTo(1, 6);
  });
});
