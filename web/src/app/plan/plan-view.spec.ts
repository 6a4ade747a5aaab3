import type { PlanReply, PlanRequest, WireBudget } from '@lens/contract';
import { planView } from './plan-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const DAYS = { from: 20_758, to: 20_787 };
const ASKED: PlanRequest = { days: DAYS, goal: 'profit', total: null, promised: null, step: 0.2, fixed: [] };
const RANGE = { low: 1, middle: 2, high: 3 };
const budget = (name: string, part: Partial<WireBudget> = {}): WireBudget => ({
  ...{ key: name, name, channelName: 'Search', currency: 'EUR', budget: { from: 60, to: 72 } },
  ...{ now: { spend: 50, outcomes: 4 }, planned: { spend: 60, outcomes: 4.5 }, low: 40, high: 60, limit: 'a step up', unplanned: null },
  ...{ lastMoney: { now: 1.4, planned: 1.3 }, elasticity: RANGE, caused: RANGE, seen: 200, seenDays: 56, points: [] },
  ...{ more: { spend: 60, outcomes: 4.52 }, effect: { spend: RANGE, outcomes: RANGE, profit: RANGE, assumption: '' } },
  ...part,
});
const plan = (budgets: readonly WireBudget[], part: Partial<PlanReply> = {}): PlanReply => ({
  target: { metric: 'roas', value: 2, countedBy: 'orders', basis: 'sale', orders: 'all', from: 0, to: 99_999 },
  ...{ days: DAYS, now: { spend: 50, outcomes: 4 }, planned: { spend: 60, outcomes: 4.5 }, least: 40, most: 60 },
  ...{ gain: { low: -2, middle: 3, high: 8 }, isEarned: true, outcome: 'purchase', reached: { now: 1.8, planned: null } },
  ...{ shorts: [], budgets, rest: null, dataVersion: 1 },
  ...part,
});
const plain = (text: string): string => text.replace(/\u2060/g, '').replace(/\s/g, ' ');

describe('a plan on the screen', () => {
  it('has those that spend most first, and those that are left apart', () => {
    const left = budget('left', { unplanned: 'not running', limit: 'unplanned', effect: null });
    const same = budget('large', { now: { spend: 90, outcomes: 1 }, effect: null, limit: null });
    const { rows, others, movable } = planView(plan([budget('small'), same, left]), ASKED, STYLE);
    expect(rows.map((row) => [row.budget.name, row.money])).toEqual([
      ['large', '£90.00'],
      ['small', '£50.00 → £60.00'],
    ]);
    expect(others.map(({ limit }) => limit)).toEqual(['Left as it is: it does not run']);
    expect(movable).toEqual(['small']);
  });

  it('writes budgets in the money of their account, and all else in that of the client', () => {
    const [row] = planView(plan([budget('one')]), { ...ASKED, fixed: [{ key: 'one', spend: 60 }] }, STYLE).rows;
    expect(row).toMatchObject({ change: 'Daily budget €60.00 → €72.00 (+20%)', isFixed: true, limit: 'No further up in one step' });
    expect(row?.lastMoney).toBe('£1.40 earned of the last £1.00');
    expect(row?.more).toBe('A fifth more, £60.00 a day in all, would bring 0.5 orders a day more.');
    expect(row?.curveLabel).toBe('one: £50.00 a day now, £60.00 planned, of at least £40.00 and at most £60.00');
  });

  it('says what it gains, of what kind, and what comes of all', () => {
    expect(plain(planView(plan([]), ASKED, STYLE).gain)).toBe(
      '+£3.00 a day of profit against leaving budgets as they are (−£2.00 to +£8.00), 1 – 30 Nov 2026',
    );
    expect(planView(plan([], { isEarned: false }), ASKED, STYLE).gain).toContain('of what the target pays for outcomes, less spend');
    expect(planView(plan([]), { ...ASKED, goal: 'outcomes' }, STYLE).gain).toContain('of worth in outcomes');
    expect(planView(plan([]), ASKED, STYLE).sums).toBe(
      'A day: spend £50.00 → £60.00, orders 4.0 → 4.5, ROAS as the target counts it 1.80 → none.',
    );
  });

  it('names what stands in the way, over all of the days', () => {
    const { shorts } = planView(
      plan([], {
        shorts: [
          { kind: 'too little money', least: 40 },
          { kind: 'too much money', most: 60 },
          { kind: 'promise not reached', reached: 2.31 },
        ],
      }),
      ASKED,
      STYLE,
    );
    expect(shorts).toEqual([
      expect.stringContaining('one step down: £1,200.'),
      expect.stringContaining('as far as their demand goes: £1,800.'),
      'No split within these limits reaches that: the best one comes to ROAS 2.31.',
    ]);
  });
});
