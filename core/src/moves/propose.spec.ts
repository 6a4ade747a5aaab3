import { AcceptedMoves } from './accepted';
import type { TargetFinding, Proposal } from './finding';
import type { SettingChange } from './setting-change';
import type { Observed, ObservedDay } from './observe';
import { propose, type Situation } from './propose';
import type { Setting } from '../settings/settings-of';

const LAST_DAY = 19;
const TARGET = { metric: 'roas', value: 2, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 99 } as const;
const DAYS = { from: 10, to: LAST_DAY };

const finding = (part: Partial<TargetFinding>): TargetFinding => ({
  ...{ check: 'target', key: 'k', level: 'campaign', name: 'n', channel: 'search', account: 0, currency: 'GBP', member: 1 },
  ...{ metric: 'roas', target: 2 },
  ...{ actual: 1, range: { low: 0.8, high: 1.2 }, verdict: 'misses', unfit: null, supported: true, more: null, days: DAYS },
  ...{
    spend: 1000,
    clicks: 1000,
    outcomes: 100,
    value: 1000,
    maturity: 1,
    breakEven: { roas: null, cpa: null },
    marginal: null,
    stopLoss: null,
  },
  ...{ lostToBudget: null, move: null, noMove: '' },
  ...part,
});
const day = (at: number, part: Partial<ObservedDay> = {}): ObservedDay => ({
  ...{ day: at, spend: 100, clicks: 100, impressions: 1000, lost: 0, outcomes: 10, value: 100, claimed: 10, steps: undefined },
  ...part,
});
const observed = (of: TargetFinding, part: Partial<Observed> = {}): Observed => ({
  ...{ key: of.key, name: of.name, level: of.level, channel: of.channel, account: 0, member: of.member, campaign: 1, group: 5 },
  ...{ days: Array.from({ length: 10 }, (_, at) => day(10 + at)), coverage: 1, lastSeen: LAST_DAY, orderValues: [] },
  ...part,
});
const setting = (value: number, part: Partial<Setting> = {}): Setting => ({
  value,
  asOf: LAST_DAY,
  since: 0,
  changed: false,
  toldUntil: LAST_DAY,
  ...part,
});

const situation = (part: Partial<Situation> = {}): Situation => ({
  ...{ target: TARGET, margin: undefined, usualValue: 10, lastDay: LAST_DAY, accepted: new AcceptedMoves([]), lateShare: () => 0 },
  budgets: new Map([['campaign 1', setting(50)]]),
  running: new Map([101, 102, 103].map((ad) => [`ad ${ad}`, setting(1)])),
  ...part,
});
/** A day on which hardly anything came. */
const FEW = { days: [day(19, { outcomes: 0.1, value: 0, claimed: 0.1 })] };
type Judged = Parameters<typeof propose>[0][number];
const judged = (part: Partial<TargetFinding>, more: Partial<Observed> = {}): Judged => {
  const own = finding(part);
  return { finding: own, observed: observed(own, more) };
};
const ad = (member: number, part: Partial<TargetFinding> = {}, more: Partial<Observed> = {}): Judged =>
  judged({ level: 'ad', member, spend: 100, clicks: 100, outcomes: 1, value: 10, ...part }, more);
const good = (member: number, more: Partial<Observed> = {}): Judged =>
  ad(member, { verdict: 'beats', outcomes: 30, value: 300 }, { days: [day(19, { outcomes: 30, value: 300 })], ...more });
const one = (each: Judged, part: Partial<Situation> = {}): TargetFinding => propose([each], situation(part))[0] ?? each.finding;
const answers = (all: readonly Judged[], part: Partial<Situation> = {}) =>
  propose(all, situation(part)).map(({ move, noMove }) => move?.change.to ?? noMove);

const NOTHING = { move: null, noMove: '' };

describe('what calls for no change', () => {
  it.each([
    ['what is not judged', { verdict: 'not judged' }],
    ['a miss that may be chance', { supported: false }],
    ['a beat that may be chance', { verdict: 'beats', supported: false, lostToBudget: 0.5 }],
  ] as const)('%s', (_, part) => expect(one(judged(part))).toMatchObject(NOTHING));

  it('an ad that does well, or may do badly by chance, or only comes close to its stop loss', () => {
    const stopLoss = { stop: false, chance: 0.5, cap: 9, step: 'cart', spend: 1, days: DAYS };
    for (const part of [{ verdict: 'beats' }, { supported: false }, { supported: false, stopLoss }, { verdict: 'not judged' }] as const)
      expect(answers([ad(101, part), good(102)])[0]).toBe('');
  });
});

describe('a budget', () => {
  it.each([
    ['as far as it misses', 1.7, 42.5],
    ['a fifth at most', 0.2, 40],
    ['a twentieth at least', 1.99, 47.5],
    ['a fifth where nothing came', null, 40],
  ])('is lowered %s', (_, actual, to) =>
    expect(one(judged({ actual, outcomes: 1, value: 10 })).move).toMatchObject({ change: { field: 'daily budget', from: 50, to } }),
  );

  it('is lowered by a cost per outcome the other way round', () => {
    const leads = { metric: 'cost-per-lead', value: 20 } as const;
    const costly = judged({ metric: 'cost-per-lead', target: 20, actual: 30, outcomes: 1, value: 0 }, FEW);
    expect(one(costly, { target: { ...TARGET, ...leads } }).move).toMatchObject({ change: { to: 40 } });
  });

  it('is not changed where it is not known, or is nothing', () => {
    for (const budgets of [new Map<string, Setting>(), new Map([['campaign 1', setting(0)]])]) {
      expect(one(judged({ outcomes: 1, value: 10 }), { budgets }).noMove).toBe(
        'Its daily budget is not known, so it cannot be said what to lower it to.',
      );
      expect(one(judged({ verdict: 'beats', lostToBudget: 0.2 }), { budgets }).noMove).toBe(
        'Its daily budget is not known, so it cannot be said what to raise it to.',
      );
    }
  });

  it('is not lowered where its last part still pays, by margin or by the target', () => {
    // 500 outcomes of 10 for 1,000: the last fifth brings at least half of its share, which is more than it costs.
    const pays = judged({ actual: 1.8, outcomes: 500, value: 5000 });
    expect(one(pays, { margin: 0.9 })).toMatchObject({
      move: null,
      noMove:
        'It misses its target and still earns more than it costs, also with its last part of the budget: lowering it would lose profit.',
    });
    expect(one(pays)).toMatchObject({
      move: null,
      noMove: 'Its last part of the budget still brings outcomes for less than the target: lowering it would lose them.',
    });
  });

  it('is raised to what it loses, a fifth at most, where that pays', () => {
    const winner = (lostToBudget: number | null) => judged({ verdict: 'beats', lostToBudget, actual: 8, outcomes: 800, value: 8000 });
    expect(one(winner(0.2)).move).toMatchObject({ change: { to: 60 } });
    expect(one(winner(0.05)).move).toMatchObject({ change: { to: 52.63 } });
    expect(one(winner(0.049))).toMatchObject({ move: null, noMove: 'Its budget hardly holds it back: more of it would not be spent.' });
    expect(one(winner(null))).toMatchObject({ move: null, noMove: 'Nothing says whether its budget holds it back.' });
  });

  it('is not raised where the next part would not pay for itself', () => {
    const close = judged({ verdict: 'beats', lostToBudget: 0.5, actual: 2.1, outcomes: 210, value: 2100 });
    expect(one(close)).toMatchObject({
      move: null,
      noMove: expect.stringMatching(
        /^It beats its target on average; the next part of the budget, at about \d\d % of that, is not expected/,
      ),
    });
  });

  it('weighs an outcome by its margin, by the target’s price of it, or by the usual value where nothing came', () => {
    const gainOf = (part: Partial<TargetFinding>, more: Partial<Situation> = {}) =>
      one(judged({ outcomes: 1, value: 10, ...part }), more).move?.effect.profit?.middle;
    const margin = gainOf({}, { margin: 0.5 });
    const half = gainOf({}, { margin: 0.25 });
    const nothing = gainOf({ outcomes: 0, value: 0 }, { margin: 0.5, usualValue: 40 });
    expect(margin).toBeDefined();
    expect(half).toBeGreaterThan(margin ?? Infinity);
    expect(nothing).not.toBe(margin);
    // Without a margin nobody knows the profit; a lead is worth its target.
    expect(one(judged({ outcomes: 1, value: 10 })).move?.effect.profit).toBeNull();
    const lead = (value: number) =>
      one(judged({ metric: 'cost-per-lead', target: value, actual: 1000, outcomes: 1, value: 0 }, FEW), {
        target: { ...TARGET, metric: 'cost-per-lead', value },
        usualValue: 0,
      });
    expect(lead(20).move).not.toBeNull();
    expect(lead(5000)).toMatchObject({ move: null });
  });
});

describe('an ad', () => {
  const loser = (member: number, more: Partial<Observed> = {}, part: Partial<TargetFinding> = {}): Judged =>
    ad(member, { outcomes: 0, value: 0, actual: 0, ...part }, { days: [day(19, { outcomes: 0, value: 0, claimed: 0 })], ...more });

  it('is paused where another of its group runs and does better', () => {
    expect(propose([loser(101), good(102)], situation())[0]?.move).toMatchObject({
      change: { field: 'status', from: 'running', to: 'paused' },
    });
    expect(answers([loser(101), good(102, { group: 6 })])[0]).toEqual(expect.stringContaining('or the only one'));
  });

  it('is paused by its stop loss, whatever else is sure of it', () => {
    const stopLoss = { stop: true, chance: 0.1, cap: 9, step: 'cart', spend: 10, days: DAYS };
    expect(answers([loser(101, {}, { supported: false, verdict: 'undecided', stopLoss }), good(102)])[0]).toBe('paused');
    const asGood = loser(101, { days: [day(19)] }, { supported: true, stopLoss, outcomes: 30, value: 300 });
    expect(answers([asGood, good(102)])[0]).toBe('paused');
  });

  it('is left where its siblings are not clearly better', () => {
    const same = { days: [day(19, { outcomes: 1, value: 10 })] };
    expect(answers([ad(101, {}, same), ad(102, { verdict: 'undecided', supported: false }, same)])[0]).toBe(
      'It misses the target, and so do the others of its group: they are not clearly better, and would take over its clicks.',
    );
  });

  it('stays where all that run would go and it brings most, on a tie the first', () => {
    const kept = 'It is the best, or the only one, of the ads that still run in its group: without it the group would show nothing.';
    const bad = (member: number, outcomes: number, spend = 100) => loser(member, {}, { outcomes, value: 0, spend });
    expect(answers([bad(101, 1), bad(102, 3), bad(103, 2)])[1]).toBe(kept);
    expect(answers([bad(101, 3, 1000), bad(102, 2)])[1]).toBe(kept);
    expect(answers([bad(101, 1), bad(102, 1)])[0]).toBe(kept);
    // One that does not run cannot be the one that stays.
    expect(answers([bad(101, 1), bad(102, 3)], { running: new Map([['ad 101', setting(1)]]) })).toEqual([
      kept,
      'It does not run any more.',
    ]);
  });

  it.each([
    [
      'set to pause',
      {
        running: new Map([
          ['ad 101', setting(0)],
          ['ad 102', setting(1)],
        ]),
      },
      LAST_DAY,
    ],
    ['of no known status', { running: new Map([['ad 102', setting(1)]]) }, LAST_DAY],
    ['not shown for three days', {}, LAST_DAY - 3],
  ])('does not run any more: %s', (_, part, lastSeen) =>
    expect(answers([loser(101, { lastSeen }), good(102)], part)[0]).toBe('It does not run any more.'),
  );

  it('runs when it was shown two days ago', () => expect(answers([loser(101, { lastSeen: LAST_DAY - 2 }), good(102)])[0]).toBe('paused'));
});

describe('what was accepted before', () => {
  const proposal: Proposal = {
    change: { field: 'daily budget', from: 50, to: 40 },
    effect: { spend: { low: 0, middle: 0, high: 0 }, outcomes: { low: 0, middle: 0, high: 0 }, profit: null, assumption: '' },
  };
  const accepted = (change: SettingChange, level: 'campaign' | 'ad', member: number) =>
    new AcceptedMoves([{ level, member, proposal: { ...proposal, change }, decidedOn: 15 }]);
  const budget = (from: number) => accepted({ field: 'daily budget', from, to: 40 }, 'campaign', 1);

  it('is proposed again while it waits, whatever is judged now', () => {
    const waiting = one(judged({ verdict: 'not judged' }), { accepted: budget(50) });
    expect(waiting).toMatchObject({ move: { change: { to: 40 } }, noMove: '' });
    const done = one(judged({ verdict: 'not judged' }), { accepted: budget(60) });
    expect(done).toMatchObject(NOTHING);
  });

  it('counts as done for an ad: it is no sibling that keeps the group alive', () => {
    const bad = ad(101, { outcomes: 0, value: 0, actual: 0 }, { days: [day(19, { outcomes: 0, value: 0, claimed: 0 })] });
    const pausing = accepted({ field: 'status', from: 'running', to: 'paused' }, 'ad', 102);
    expect(answers([bad, good(102)], { accepted: pausing })[0]).toBe(
      'It is the best, or the only one, of the ads that still run in its group: without it the group would show nothing.',
    );
  });
});
