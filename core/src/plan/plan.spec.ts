import { planBudgets, type PlanAsked } from './plan';
import type { PlannedCampaign } from './planned-campaign';

const SURE = { low: 1, middle: 1, high: 1 };
/** P: 100 a day that bring 400 at 0.5; budgets in another currency than spend. */
function campaign(member: number, given: Partial<PlannedCampaign> = {}): PlannedCampaign {
  return {
    ...{ key: `campaign:${member}`, member, name: `c${member}`, channel: 'search', account: 0, unplanned: null },
    ...{ budget: 50, spend: 100, counted: 10, seen: 560, days: 56, mostUnseen: 0 },
    ...{ elasticity: { low: 0.4, middle: 0.5, high: 0.6 }, caused: SURE, worth: { each: 40, isEarned: true } },
    ...{ promised: 100, lostToBudget: 0.5, points: [] },
    ...given,
  };
}
const P = campaign(1);
const Q = campaign(2, { counted: 7.5, elasticity: { low: 0.7, middle: 0.8, high: 0.9 } });
const ASKED: PlanAsked = { goal: 'profit', total: null, promised: null, step: 0.2, fixed: new Map(), waiting: new Set() };
const plan = (campaigns: readonly PlannedCampaign[], asked: Partial<PlanAsked> = {}) => planBudgets(campaigns, { ...ASKED, ...asked });
const spends = (campaigns: readonly PlannedCampaign[], asked: Partial<PlanAsked> = {}) =>
  plan(campaigns, asked).budgets.map(({ planned: { spend } }) => Math.round(spend * 100) / 100);

describe('a plan of budgets', () => {
  it('moves money to where its last part brings more, as moves of budgets with what they do', () => {
    const { budgets, gain, now, planned } = plan([P, Q], { total: 200 });
    expect(budgets.map(({ planned: { spend } }) => Math.round(spend * 1e4) / 1e4)).toEqual([80, 120]);
    expect(budgets.map(({ limit }) => limit)).toEqual(['a step down', 'a step up']);
    expect(budgets.map(({ move }) => move?.change)).toEqual([
      { field: 'daily budget', from: 50, to: 40 },
      { field: 'daily budget', from: 50, to: 60 },
    ]);
    // 357.8 + 347.1 against 400 + 300 of worth, at 40 an outcome.
    expect(gain.middle).toBeCloseTo(4.9, 1);
    expect(gain.low).toBeLessThan(0);
    expect(gain.high).toBeGreaterThan(10);
    expect(now).toEqual({ spend: 200, outcomes: 17.5 });
    expect(planned.outcomes).toBeCloseTo((357.77 + 347.1) / 40, 2);
    expect(budgets[0]?.lastMoney.now).toBeCloseTo(2, 9);
    expect(budgets[0]?.lastMoney.planned).toBeCloseTo((0.5 * 357.77) / 80, 3);
  });

  it('for profit raises what earns on its last money and cuts what does not, a step at most', () => {
    const poor = campaign(3, { counted: 3 });
    expect(spends([P, poor])).toEqual([120, 80]);
    expect(spends([P, poor], { step: 0.1 })).toEqual([110, 90]);
    // Its last money brings 1.15: a third more brings itself back no longer.
    const [budget] = plan([campaign(4, { counted: 5.75 })], { step: 0.5 }).budgets;
    expect(budget?.planned.spend).toBeCloseTo(132.25, 3);
    expect(budget?.limit).toBeNull();
  });

  it('leaves what is hardly likelier to pay than not, but where a total or a promise asks for a change', () => {
    const even = campaign(4, { counted: 5.25 });
    expect(plan([even]).budgets[0]).toMatchObject({ limit: 'not clear', move: null });
    expect(spends([even], { total: 110 })).toEqual([110]);
    // The same known by a handful, or by a doubtful log.
    const clear = campaign(5, { counted: 6.5 });
    expect(plan([clear]).budgets[0]?.limit).toBe('a step up');
    expect(plan([{ ...clear, seen: 10 }]).budgets[0]?.limit).toBe('not clear');
    expect(plan([{ ...clear, caused: { low: 0.5, middle: 1, high: 2 } }]).budgets[0]?.limit).toBe('not clear');
    // None seen: a day of what chance could hide would be worth 10, or 100.
    const none = { counted: 0, seen: 0 };
    expect(plan([campaign(6, { ...none, mostUnseen: 0.25 })]).budgets[0]?.limit).toBe('a step down');
    expect(plan([campaign(6, { ...none, mostUnseen: 2.5 })]).budgets[0]?.limit).toBe('not clear');
  });

  it('for outcomes spends all that may be spent, unless a promise stops it', () => {
    const poor = campaign(3, { counted: 3 });
    expect(spends([P, poor], { goal: 'outcomes' })).toEqual([120, 120]);
    // All together bring 100 × outcomes for what is spent: 1300 / 200 = 6.5 now, less for more.
    const kept = plan([P, poor], { goal: 'outcomes', promised: 6.5 });
    expect(kept.promised.now).toBeCloseTo(6.5, 9);
    expect(kept.promised.planned).toBeCloseTo(6.5, 3);
    expect(kept.planned.spend).toBeGreaterThan(200);
    expect(kept.shorts).toEqual([]);
    const none = plan([P, poor], { promised: 60 });
    expect(none.shorts).toEqual([{ kind: 'promise not reached', reached: none.promised.planned }]);
  });

  it('counts what campaigns cause, and holds them to what is counted', () => {
    const starter = campaign(3, { counted: 3, caused: { low: 2, middle: 3, high: 4 } });
    const { budgets, promised } = plan([starter]);
    expect(budgets[0]?.planned.spend).toBeCloseTo(120, 6);
    expect(budgets[0]?.now.outcomes).toBe(9);
    expect(promised.now).toBeCloseTo(3, 9);
  });

  it('raises no further than demand reaches, each part of which costs more', () => {
    const [budget] = plan([campaign(1, { lostToBudget: 0.05 })]).budgets;
    expect(budget?.planned.spend).toBeCloseTo(100 * 0.95 ** -2, 6);
    expect(budget?.limit).toBe('all its demand');
    expect(plan([campaign(1, { lostToBudget: null })]).budgets[0]).toMatchObject({ move: null, limit: 'demand not told' });
  });

  it('names what stands in the way of a total', () => {
    expect(plan([P, Q], { total: 100 }).shorts).toEqual([{ kind: 'too little money', least: 160 }]);
    expect(plan([P, Q], { total: 300 }).shorts).toEqual([{ kind: 'too much money', most: 240 }]);
    expect(plan([P, Q], { total: 200 }).shorts).toEqual([]);
  });

  it('keeps what is said and lets the others follow', () => {
    const [held, other] = plan([P, Q], { total: 200, fixed: new Map([[1, 100]]) }).budgets;
    expect(held).toMatchObject({ limit: 'said', move: null });
    expect(other?.planned.spend).toBeCloseTo(100, 6);
    expect(plan([P, Q], { total: 200, fixed: new Map([[1, 85]]) }).budgets[1]?.planned.spend).toBeCloseTo(115, 6);
  });

  it('leaves what waits, and what it cannot plan', () => {
    const unknown = campaign(3, { unplanned: 'no budget known' });
    const { budgets, now } = plan([P, Q, unknown], { waiting: new Set([1]) });
    expect(budgets.map(({ limit, move }) => [limit, move === null])).toEqual([
      ['waits', true],
      ['a step up', false],
      ['unplanned', true],
    ]);
    expect(now.spend).toBe(200);
  });

  it('changes no budget by less than anybody would', () => {
    expect(plan([P], { total: 101.9 }).budgets[0]?.move).toBeNull();
    expect(plan([P], { total: 102.1 }).budgets[0]?.move?.change).toMatchObject({ to: 51.05 });
  });

  it('of 200 campaigns splits as well as of two', () => {
    const many = Array.from({ length: 200 }, (_, at) => (at % 2 === 0 ? { ...P, member: at } : { ...Q, member: at }));
    expect(plan(many, { total: 20_000 }).gain.middle).toBeCloseTo(100 * plan([P, Q], { total: 200 }).gain.middle, 6);
  });
});
