import { type BulkChange, type ClientTables, type Entity, movesInBulk, type Target } from '../index';
import { names, tablesOf } from '../test/ask';
import { plainOf, withAmounts } from '../test/feed';
import { cutFeed, orderTable, type TrueRow } from '../test/truth';

const [FIRST, LAST] = [10, 69];
const DAYS = Array.from({ length: LAST - FIRST + 1 }, (_, at) => FIRST + at);
const TARGET: Target = { metric: 'roas', value: 2, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 999 };
/** Paused since this day. */
const PAUSED_SINCE = 40;
const campaign = (member: number): Entity => ({ level: 'campaign', member });
const ad = (member: number): Entity => ({ level: 'ad', member });

interface Ad {
  readonly campaign: number;
  readonly ad: number;
  readonly spend: number;
  readonly clicks: number;
  /** A day, each worth 40. */
  readonly orders: number;
  readonly paused?: boolean;
}

/** Sixty equal days; campaigns of a budget of 50 a day, of which the auction was lost to it as often as `lost` says, of 1,000. */
function world(ads: readonly Ad[], { lost = 0, waits = false }: { lost?: number; waits?: boolean } = {}): ClientTables {
  const rests = ({ paused = false }: Ad, day: number): boolean => paused && day >= PAUSED_SINCE;
  const rows = ads.flatMap((each) =>
    DAYS.map((day): TrueRow => {
      const [spend, clicks] = rests(each, day) ? [0, 0] : [each.spend, each.clicks];
      return { day, campaign: each.campaign, group: each.campaign * 10, ad: each.ad, device: 0, spend, clicks };
    }),
  );
  const feed = cutFeed(rows, { dimensions: ['campaign', 'group', 'ad'], from: FIRST, to: LAST, campaigns: 'all' }, 1);
  const campaigns = cutFeed(rows, { dimensions: ['campaign'], from: FIRST, to: LAST, campaigns: 'all' }, 2);
  const { day, codes } = plainOf(feed);
  const own = plainOf(campaigns);
  const isPaused = new Set(ads.filter(({ paused }) => paused).map((each) => each.ad));
  const restsWhole = (code: number): boolean => ads.filter((each) => each.campaign === code).every(({ paused }) => paused);
  const orders = ads.flatMap((each) =>
    DAYS.filter((sale) => !rests(each, sale)).flatMap((sale) =>
      Array.from({ length: each.orders }, () => ({
        ...{ sale, click: sale, campaign: each.campaign, group: each.campaign * 10, ad: each.ad, value: 40 },
      })),
    ),
  );
  const runs = (isOff: boolean, at: number): number => (isOff && at >= PAUSED_SINCE ? 0 : 1);
  return tablesOf(
    [
      withAmounts(feed, { running: (row) => runs(isPaused.has(codes.get('ad')?.[row] ?? 0), day[row] ?? 0) }),
      withAmounts(campaigns, {
        running: (row) => runs(restsWhole(own.codes.get('campaign')?.[row] ?? 0), own.day[row] ?? 0),
        'daily budget': waits ? 60e6 : 50e6,
        ...{ impressions: 1000 - lost, 'impressions lost to budget': lost },
      }),
    ],
    { orders: [orderTable(orders, FIRST, LAST)], numbers: { margin: [{ from: 0, to: 999, value: 0.5 }] } },
  );
}

type More = Partial<Parameters<typeof movesInBulk>[0]>;
const asked = (tables: ClientTables, change: BulkChange, members: readonly Entity[], more: More = {}) =>
  movesInBulk({ tables, target: TARGET, lastDay: LAST, names, channelName: (id) => id, members, change, ...more });
const PAUSE: BulkChange = { kind: 'status', to: 'paused' };
const RESUME: BulkChange = { kind: 'status', to: 'running' };
const budget = (by: 'share' | 'amount', value: number): BulkChange => ({ kind: 'budget', by, value });

const TWO = [
  { campaign: 1, ad: 100, spend: 30, clicks: 60, orders: 2 },
  { campaign: 1, ad: 101, spend: 10, clicks: 20, orders: 2 },
  { campaign: 2, ad: 200, spend: 20, clicks: 30, orders: 1 },
];

describe('changes in bulk', () => {
  it('count what campaigns cause by the site’s log, where it tells: one that begins much is missed by more than it finishes', () => {
    const counts: number[] = [];
    const caused = (code: number, counted: number) => {
      counts.push(counted);
      return code === 1 ? { low: 2, middle: 3, high: 4 } : undefined;
    };
    const { moves } = asked(world(TWO), PAUSE, [campaign(1), campaign(2)], { caused });
    expect(moves.map(({ effect }) => effect.outcomes.middle)).toEqual([-12, -1]);
    expect(moves[0]?.effect.assumption).toContain('200 to 400 % of what is counted for it, by the site’s log, is lost');
    expect(moves[1]?.effect.assumption).toContain('60 to 150 % of what is counted for it is lost');
    // Both are counted over the 28 days of which the log is asked.
    expect(counts).toEqual([4 * 28, 28]);
  });

  it('pause campaigns: all of the spend is saved, and what they cause is lost', () => {
    const { moves, left } = asked(world(TWO), PAUSE, [campaign(1), campaign(2)]);
    expect(left).toEqual([]);
    expect(moves.map(({ entity: { member, level }, change }) => [level, member, change])).toEqual([
      ['campaign', 1, { field: 'status', from: 'running', to: 'paused' }],
      ['campaign', 2, { field: 'status', from: 'running', to: 'paused' }],
    ]);
    const [first] = moves;
    expect(first?.seen).toEqual({ days: { from: LAST - 27, to: LAST }, spend: 28 * 40, outcomes: 28 * 4 });
    expect(first?.effect.spend).toEqual({ low: -50, middle: -40, high: -30 });
    expect(first?.effect.outcomes.middle).toBeCloseTo(-4, 10);
    // 60 to 150 % of the four are caused by it, and chance is added.
    expect(first?.effect.outcomes.low).toBeLessThan(-6);
    expect(first?.effect.outcomes.high).toBeGreaterThan(-2.4);
    expect(first?.effect.outcomes.high).toBeLessThan(-1.5);
    // Four orders of 40 at half earn 80 for 40 spent.
    expect(first?.effect.profit?.middle).toBeCloseTo(-40, 10);
  });

  it('pause an ad: the others of its group are shown instead, or nothing is where none stays', () => {
    const { moves } = asked(world(TWO), PAUSE, [ad(100)]);
    expect(moves[0]?.effect.spend.middle).toBe(0);
    // Its 60 clicks go to an ad that brings one order of ten clicks, not of thirty.
    expect(moves[0]?.effect.outcomes.middle).toBeGreaterThan(3);
    const dark = asked(world(TWO), PAUSE, [ad(100), ad(101)]).moves;
    expect(dark.map(({ effect }) => effect.spend.middle)).toEqual([-30, -10]);
    expect(dark.map(({ effect }) => effect.outcomes.middle)).toEqual([expect.closeTo(-2, 10), expect.closeTo(-2, 10)]);
    expect(dark[0]?.effect.assumption).toContain('the group shows nothing');
  });

  it('resume what was paused, by its last days before; what is paused or runs already is left', () => {
    const tables = world([...TWO, { campaign: 3, ad: 300, spend: 15, clicks: 30, orders: 1, paused: true }]);
    const { moves, left } = asked(tables, RESUME, [campaign(3), campaign(1)]);
    expect(moves.map(({ entity, change }) => [entity.member, change])).toEqual([[3, { field: 'status', from: 'paused', to: 'running' }]]);
    expect(moves[0]?.seen.days).toEqual({ from: PAUSED_SINCE - 28, to: PAUSED_SINCE - 1 });
    expect(moves[0]?.effect.spend).toEqual({ low: 11.25, middle: 15, high: 18.75 });
    expect(moves[0]?.effect.outcomes.middle).toBeCloseTo(1, 10);
    expect(left).toEqual([{ ...campaign(1), why: 'It runs already.' }]);
    expect(asked(tables, PAUSE, [campaign(3)]).left).toEqual([{ ...campaign(3), why: 'It is paused already.' }]);
  });

  it('change budgets by a share or an amount, as far as they hold back', () => {
    const change = (kind: BulkChange, lost = 100) => asked(world(TWO, { lost }), kind, [campaign(1)]).moves[0];
    expect(change(budget('share', -0.2))?.change).toEqual({ field: 'daily budget', from: 50, to: 40 });
    expect(change(budget('share', -0.2))?.effect.spend.middle).toBeCloseTo(-8, 10);
    expect(change(budget('amount', 5))?.change).toEqual({ field: 'daily budget', from: 50, to: 55 });
    expect(change(budget('amount', 5))?.effect.spend.middle).toBeCloseTo(4, 10);
    // A tenth was lost to the budget: a ninth more is wanted, whatever is offered.
    expect(change(budget('share', 1))?.effect.spend.middle).toBeCloseTo(40 / 9, 10);
    expect(change(budget('share', 0.5), 10)?.effect.spend).toEqual({ low: 0, middle: 0, high: 0 });
  });

  it('leave what cannot be changed, and say why', () => {
    const why = (kind: BulkChange, entity: Entity) => asked(world(TWO), kind, [entity]).left.map((each) => each.why);
    expect(why(budget('share', -0.2), ad(100))).toEqual(['Only campaigns have budgets of their own here.']);
    expect(why(budget('amount', -50), campaign(1))).toEqual(['Nothing would be left of its budget: pause it instead.']);
    expect(why(budget('amount', 0.001), campaign(1))).toEqual([expect.stringContaining('stays what it is')]);
    expect(why(PAUSE, campaign(9))).toEqual(['No report tells whether it runs.']);
    expect(why(budget('share', 0.1), campaign(9))).toEqual(['No report tells its daily budget.']);
  });

  it('wait for what is accepted already', () => {
    const proposal = { change: { field: 'daily budget', from: 50, to: 40 }, effect: {} as never } as const;
    const accepted = [{ ...campaign(1), proposal, decidedOn: LAST }];
    const input = {
      target: TARGET,
      lastDay: LAST,
      names,
      channelName: (id: string) => id,
      members: [campaign(1)],
      change: PAUSE,
      accepted,
    };
    expect(movesInBulk({ ...input, tables: world(TWO) }).left[0]?.why).toContain('waits to be carried out');
    // Its budget is not what it was then: somebody has changed it.
    expect(movesInBulk({ ...input, tables: world(TWO, { waits: true }) }).moves).toHaveLength(1);
  });
});
