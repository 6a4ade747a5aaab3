import {
  type AcceptedMove,
  audit,
  type ClientTables,
  type FeedTable,
  type TargetFinding,
  placeOnScale,
  poissonInterval,
  seededRandom,
  surenessOf,
  type Target,
} from '../index';
import { names, tablesOf } from '../test/ask';
import { cutFeed, orderTable, type TrueRow } from '../test/truth';
import { changed, plainOf, withAmounts } from '../test/feed';

const DAYS = Array.from({ length: 10 }, (_, at) => 10 + at);
const LAST_DAY = 19;
const ROAS: Target = { metric: 'roas', value: 2.5, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 99 };
const LEADS: Target = { ...ROAS, metric: 'cost-per-lead', value: 20 };

interface Given {
  readonly campaign: number;
  readonly ad: number;
  readonly spend: number;
  readonly clicks: number;
  /** Orders a day, each worth 40, on the day of the click. */
  readonly orders: number;
}

/** Ten equal days of these ads, of campaigns with a daily budget of 50 that run. */
function world(given: readonly Given[], more: { lost?: number; carts?: number; action?: 'purchase' | 'lead' } = {}): ClientTables {
  const rows = given.flatMap(({ campaign, ad, spend, clicks }) =>
    DAYS.map((day): TrueRow => ({ day, campaign, group: campaign * 10, ad, device: 0, spend, clicks })),
  );
  const ads = cutFeed(rows, { dimensions: ['campaign', 'group', 'ad'], from: 10, to: LAST_DAY, campaigns: 'all' }, 1);
  const campaigns = cutFeed(rows, { dimensions: ['campaign'], from: 10, to: LAST_DAY, campaigns: 'all' }, 2);
  const orders = given.flatMap(({ campaign, ad, orders: count }) =>
    DAYS.flatMap((day) => Array.from({ length: count }, () => ({ sale: day, click: day, campaign, group: campaign * 10, ad, value: 40 }))),
  );
  return tablesOf(
    [
      withAmounts(ads, { running: 1, 'cart.count.claims.click': (more.carts ?? 1) * 1e6 }),
      withAmounts(campaigns, {
        running: 1,
        'daily budget': 50e6,
        impressions: 1000,
        'impressions lost to budget': more.lost ?? 0,
      }),
    ],
    {
      orders: [{ ...orderTable(orders, 10, LAST_DAY), action: more.action ?? 'purchase' }],
      numbers: { margin: [{ from: 0, to: 99, value: 0.5 }] },
    },
  );
}

const run = (tables: ClientTables, target = ROAS, days = { from: 10, to: LAST_DAY }) =>
  audit({ tables, target, days, lastDay: LAST_DAY, names });
const of = (findings: readonly TargetFinding[], level: string, member: number): TargetFinding => {
  const found = findings.find((finding) => finding.level === level && finding.member === member);
  if (!found) throw new Error(`no ${level} ${member}`);
  return found;
};

describe('audit', () => {
  it('supports a miss when the whole range is under the target, and lowers the budget one step', () => {
    const { findings } = run(world([{ campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 1 }]));
    const campaign = of(findings, 'campaign', 1);
    expect(campaign).toMatchObject({ verdict: 'misses', supported: true, spend: 500, outcomes: 10, actual: 0.8 });
    expect(campaign.range.high).toBeLessThan(2.5);
    expect(campaign.breakEven).toEqual({ roas: 2, cpa: 20 });
    expect(campaign.move).toMatchObject({ change: { field: 'daily budget', from: 50, to: 40 } });
    expect(campaign.move?.effect.spend.middle).toBeCloseTo(-10, 10);
    // The last fifth of a budget brings less than a fifth: 1 − 0.8^0.7 = 14.5 %.
    expect(campaign.move?.effect.outcomes.middle).toBeCloseTo(-0.1446, 4);
    expect(campaign.move?.effect.profit?.middle).toBeCloseTo(10 - 0.1446 * 40 * 0.5, 2);
    const { low, high } = campaign.move?.effect.outcomes ?? { low: 0, high: 0 };
    expect(low).toBeLessThan(-0.25);
    expect(high).toBeGreaterThan(-0.08);
  });

  it('leaves undecided what few orders cannot tell, and says how much more is needed', () => {
    const { findings } = run(world([{ campaign: 1, ad: 100, spend: 10, clicks: 9, orders: 1 }]));
    expect(of(findings, 'campaign', 1)).toMatchObject({ verdict: 'undecided', supported: false, move: null });
    expect(of(findings, 'campaign', 1).more?.clicks).toBeGreaterThan(90);
  });

  it('raises a budget only where impressions are lost to it', () => {
    const winner = [{ campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 8 }];
    expect(of(run(world(winner)).findings, 'campaign', 1)).toMatchObject({ verdict: 'beats', supported: true, move: null });
    const bound = of(run(world(winner, { lost: 250 })).findings, 'campaign', 1);
    expect(bound.lostToBudget).toBeCloseTo(0.2, 10);
    expect(bound.move).toMatchObject({ change: { field: 'daily budget', from: 50, to: 60 } });
    // No further than to what it loses: 100 of 1,100 are a tenth more of what it has.
    expect(of(run(world(winner, { lost: 100 })).findings, 'campaign', 1).move).toMatchObject({ change: { to: 55 } });
    expect(of(run(world(winner, { lost: 20 })).findings, 'campaign', 1).move).toBeNull();
  });

  it('pauses a supported loser, but never the last running ad of its group', () => {
    const loser = { campaign: 1, ad: 100, spend: 40, clicks: 60, orders: 0 };
    const { findings } = run(world([loser, { campaign: 1, ad: 101, spend: 40, clicks: 60, orders: 5 }]));
    expect(of(findings, 'ad', 100)).toMatchObject({ actual: 0, move: { change: { field: 'status', to: 'paused' } } });
    const alone = run(world([loser, { campaign: 2, ad: 200, spend: 40, clicks: 60, orders: 5 }]));
    expect(of(alone.findings, 'ad', 100)).toMatchObject({ supported: true, move: null });
  });

  it('expects a paused ad’s clicks to bring what its siblings’ do, and its spend to go to them', () => {
    const { findings } = run(
      world([
        { campaign: 1, ad: 100, spend: 40, clicks: 60, orders: 0 },
        { campaign: 1, ad: 101, spend: 40, clicks: 60, orders: 5 },
      ]),
    );
    const effect = of(findings, 'ad', 100).move?.effect;
    // 60 clicks at the siblings’ 50 in 600, less its own rate drawn towards theirs: 4 / (600 + 4 × 12).
    expect(effect?.outcomes.middle).toBeCloseTo(60 * (50 / 600 - 4 / 648), 6);
    expect(effect?.spend).toEqual({ low: -12, middle: 0, high: 12 });
    expect(effect?.profit?.middle).toBeCloseTo((effect?.outcomes.middle ?? 0) * 20, 6);
  });

  it('pauses no ad whose siblings are no better', () => {
    const { findings } = run(
      world([
        { campaign: 1, ad: 100, spend: 40, clicks: 60, orders: 1 },
        { campaign: 1, ad: 101, spend: 40, clicks: 60, orders: 1 },
        { campaign: 1, ad: 102, spend: 4, clicks: 6, orders: 1 },
      ]),
    );
    expect(of(findings, 'ad', 100)).toMatchObject({ supported: true, verdict: 'misses' });
    const both = run(world([100, 101, 102].map((ad) => ({ campaign: 1, ad, spend: 40, clicks: 60, orders: 1 }))));
    const reasons = [100, 101, 102].map((ad) => of(both.findings, 'ad', ad)).filter(({ move }) => move === null);
    expect(reasons).toHaveLength(3);
    expect(reasons.map(({ noMove }) => noMove).join()).toContain('so do the others of its group');
  });

  it('counts an ad that has not been seen for days as paused: its last sibling stays', () => {
    const ads = [
      { campaign: 1, ad: 100, spend: 40, clicks: 60, orders: 0 },
      { campaign: 1, ad: 101, spend: 40, clicks: 60, orders: 5 },
    ];
    const tables = world(ads);
    const [feed, campaigns] = tables.feeds as [FeedTable, FeedTable];
    const { day, importId, codes, amounts } = plainOf(feed);
    const kept = [...day.keys()].filter((row) => codes.get('ad')?.[row] !== 101 || day[row]! < 15);
    const rows = <A extends Int32Array | Float64Array>(column: A): A => column.filter((_, row) => kept.includes(row)) as A;
    const cut = changed(feed, {
      day: rows(day),
      importId: rows(importId),
      codes: new Map([...codes].map(([name, column]) => [name, rows(column)])),
      amounts: new Map([...amounts].map(([name, column]) => [name, rows(column)])),
    });
    const { findings } = run({ ...tables, feeds: [cut, campaigns] });
    expect(of(findings, 'ad', 100)).toMatchObject({ supported: true, verdict: 'misses', move: null });
    expect(of(findings, 'ad', 100).noMove).toContain('the group would show nothing');
  });

  describe('after a decision', () => {
    const loser = [{ campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 1 }];
    const accepted = (tables: ClientTables, decidedOn: number): AcceptedMove[] => {
      const { move } = of(run(tables).findings, 'campaign', 1);
      return move ? [{ level: 'campaign', member: 1, proposal: move, decidedOn }] : [];
    };
    const again = (tables: ClientTables, moves: readonly AcceptedMove[], lastDay = LAST_DAY) =>
      audit({ tables, target: ROAS, days: { from: 10, to: lastDay }, lastDay, names, accepted: moves });

    it('waits for the change to be carried out before it proposes another', () => {
      const tables = world(loser);
      const moves = accepted(tables, LAST_DAY);
      expect(of(again(tables, moves).findings, 'campaign', 1).move).toEqual(moves[0]?.proposal);
    });

    it('judges a changed member only on the days since', () => {
      const tables = world(loser);
      const moves = accepted(tables, 15);
      const [ads, campaigns] = tables.feeds as [FeedTable, FeedTable];
      const { day } = plainOf(campaigns);
      const lowered = withAmounts(campaigns, { 'daily budget': (row) => (day[row]! >= 16 ? 40e6 : 50e6) });
      const campaign = of(again({ ...tables, feeds: [ads, lowered] }, moves).findings, 'campaign', 1);
      expect(campaign).toMatchObject({ days: { from: 16, to: 19 }, spend: 200, outcomes: 4 });
      expect(campaign.move?.change.from ?? 40).toBe(40);
      expect(of(run(tables).findings, 'ad', 100)).toMatchObject({ days: { from: 10, to: 19 } });
    });

    it('does not pause the last ad while the pause of its sibling waits', () => {
      const ads = world([
        { campaign: 1, ad: 100, spend: 40, clicks: 60, orders: 0 },
        { campaign: 1, ad: 101, spend: 40, clicks: 60, orders: 0 },
        { campaign: 1, ad: 102, spend: 40, clicks: 60, orders: 6 },
      ]);
      const { move } = of(run(ads).findings, 'ad', 100);
      expect(move).toMatchObject({ change: { to: 'paused' } });
      if (!move) return;
      const waiting = [101, 102].map((member): AcceptedMove => ({ level: 'ad', member, proposal: move, decidedOn: LAST_DAY }));
      expect(of(again(ads, waiting).findings, 'ad', 100)).toMatchObject({ move: null });
    });
  });

  it('leaves what misses the target and still earns, and says that it does', () => {
    const target: Target = { ...LEADS, metric: 'cost-per-booking', value: 2 };
    const tables = world([{ campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 8 }]);
    const bookings = { ...tables, orders: tables.orders.map((orders) => ({ ...orders, action: 'booking' })) };
    // 6.25 a booking that earns 20: over the target, and worth having to the last.
    expect(of(run(bookings, target).findings, 'campaign', 1)).toMatchObject({
      verdict: 'misses',
      supported: true,
      move: null,
      noMove: expect.stringContaining('still earns more than it costs'),
    });
  });

  it('judges a cost by spend where clicks are not measured and everything has arrived', () => {
    const known = world([{ campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 1 }], { action: 'lead' });
    const tables = { ...known, feeds: known.feeds.map((feed) => withAmounts(feed, { clicks: NaN })) };
    expect(of(run(tables, LEADS).findings, 'campaign', 1)).toMatchObject({ verdict: 'misses', unfit: null, supported: true, actual: 50 });
  });

  it('widens a range by what is not known of late outcomes', () => {
    const late = (seed: number, perDay: number) => {
      const random = seededRandom(seed);
      const orders = Array.from({ length: 100 }, (_, at) => at - 80).flatMap((click) =>
        Array.from({ length: perDay }, () => ({
          sale: click + Math.floor(random() * 12),
          click,
          campaign: 1,
          group: 10,
          ad: 100,
          value: 40,
        })),
      );
      const tables = world([{ campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 0 }], { action: 'lead' });
      const known = orders.filter(({ sale }) => sale <= LAST_DAY);
      return of(run({ ...tables, orders: [{ ...orderTable(known, -80, LAST_DAY), action: 'lead' }] }, LEADS).findings, 'campaign', 1);
    };
    const { range, maturity, outcomes, spend } = late(1, 4);
    expect(maturity).toBeLessThan(0.8);
    const count = poissonInterval(outcomes);
    expect(range.low).toBeLessThan((spend * maturity) / count.high);
    expect(range.high ?? Infinity).toBeGreaterThan((spend * maturity) / count.low);
  });

  it('stops an ad past its cap without one early step, on mature days since the last change', () => {
    const ads = [
      { campaign: 1, ad: 100, spend: 2, clicks: 3, orders: 0 },
      { campaign: 1, ad: 101, spend: 40, clicks: 60, orders: 4 },
    ];
    const stop = of(run(world(ads, { carts: 0 })).findings, 'ad', 100).stopLoss;
    // The target of 2.5 makes an order of 40 cost 16 at most; half of that is the cap.
    expect(stop).toMatchObject({ stop: true, step: 'cart', spend: 20, cap: 8, days: { from: 10, to: 19 } });
    expect(of(run(world(ads)).findings, 'ad', 100).stopLoss).toMatchObject({ stop: false });
    const started = world(ads, { carts: 0 });
    const [feed, campaigns] = started.feeds as [FeedTable, FeedTable];
    const { day, codes } = plainOf(feed);
    const late = withAmounts(feed, { running: (at) => (codes.get('ad')?.[at] === 100 && day[at]! < 18 ? 0 : 1) });
    expect(of(run({ ...started, feeds: [late, campaigns] }).findings, 'ad', 100).stopLoss).toMatchObject({
      stop: false,
      spend: 4,
      days: { from: 18, to: 19 },
    });
  });

  it('judges a cost per lead the other way round', () => {
    const tables = world(
      [
        { campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 5 },
        { campaign: 2, ad: 200, spend: 50, clicks: 60, orders: 1 },
      ],
      { action: 'lead' },
    );
    const { findings } = run(tables, LEADS);
    expect(of(findings, 'campaign', 1)).toMatchObject({ verdict: 'beats', actual: 10 });
    expect(of(findings, 'campaign', 2)).toMatchObject({ verdict: 'misses', actual: 50 });
    expect(of(findings, 'campaign', 2).breakEven.cpa).toBe(20);
  });

  it('does not judge where days are missing', () => {
    const tables = world([{ campaign: 1, ad: 100, spend: 50, clicks: 60, orders: 1 }]);
    const feeds = tables.feeds.map((feed) => ({ ...feed, covers: feed.covers.map((cover) => ({ ...cover, to: 17 })) }));
    expect(of(run({ ...tables, feeds }).findings, 'campaign', 1)).toMatchObject({
      verdict: 'not judged',
      unfit: 'not measured',
      supported: false,
      more: null,
    });
  });
});

describe('what a ring and a scale show', () => {
  it('is supported only when the count decides, and early while sales are still to come', () => {
    expect(surenessOf(1.5, 400, undefined)).toBe('supported');
    expect(surenessOf(1.1, 9, 0.99)).toBe('undecided');
    expect(surenessOf(1.5, 400, 0.5)).toBe('not yet mature');
    expect(surenessOf(undefined, undefined, undefined)).toBe('undecided');
  });

  it('puts the target in the middle and equal ratios at equal distances', () => {
    expect(placeOnScale(2.6, 2.6)).toBe(0.5);
    expect(placeOnScale(5.2, 2.6)).toBeCloseTo(0.75, 10);
    expect(placeOnScale(1.3, 2.6)).toBeCloseTo(0.25, 10);
    expect([placeOnScale(0, 2.6), placeOnScale(Infinity, 2.6)]).toEqual([0, 1]);
  });
});
