import {
  type AcceptedMove,
  type SettingChange,
  balanceLeft,
  breakEvenCpa,
  breakEvenRoas,
  bounds,
  gap,
  overlaps,
  pacing,
  placeOnScale,
  settingsOf,
  shareMet,
  stopLoss,
  sumEffects,
  surenessOf,
  type Target,
  targetFor,
  value,
} from '../index';
import { tablesOf } from '../test/ask';
import { type Cut, cutFeed, type TrueRow } from '../test/truth';
import { AcceptedMoves } from './accepted';
import type { Setting } from '../settings/settings-of';
import { changed } from '../test/feed';

describe('economics', () => {
  it('breaks even where the page says', () => {
    expect(breakEvenRoas(20 / 48)).toBeCloseTo(2.4, 10);
    expect(breakEvenCpa(48, 20 / 48)).toBeCloseTo(20, 10);
    expect(breakEvenRoas(0.6)).toBeCloseTo(1.667, 3);
    expect(breakEvenRoas(undefined)).toBeUndefined();
    expect(breakEvenRoas(0)).toBeUndefined();
  });

  it('paces 9,000 of 18,000 after 14 of 31 days to 19,929 and 529.41 a day', () => {
    expect(pacing(18_000, 9_000, 14, 31)?.monthEnd).toBeCloseTo(19_928.57, 2);
    expect(pacing(18_000, 9_000, 14, 31)?.neededADay).toBeCloseTo(529.41, 2);
    expect(pacing(18_000, 19_000, 14, 31)?.neededADay).toBe(0);
    expect(pacing(18_000, 0, 0, 31)).toBeUndefined();
    expect(pacing(18_000, 0, 32, 31)).toBeUndefined();
    expect(pacing(0, 0, 14, 31)).toBeUndefined();
    expect(pacing(18_000, 9_000, 31, 31)).toEqual({ spentShare: 0.5, monthEnd: 9_000, neededADay: 0 });
    expect(pacing(18_000, 9_000, 30, 31)?.neededADay).toBe(9_000);
    expect(pacing(18_000, 4_500, 14, 31)?.spentShare).toBe(0.25);
  });

  it('leaves 600 of a balance of 1,000, for 14 more days at 300 a week', () => {
    expect(balanceLeft(1_000, value(400), value(300), 7)).toEqual({ left: value(600), days: 14 });
    expect(balanceLeft(1_000, value(1_200), value(300), 7)).toEqual({ left: value(-200), days: null });
    expect(balanceLeft(1_000, value(400), value(0), 7).days).toBeNull();
    expect(balanceLeft(1_000, value(400), bounds(300, null), 7).days).toBeNull();
    // Some of what was spent is not told: at most what the rest leaves.
    expect(balanceLeft(1_000, bounds(400, null), value(300), 7)).toEqual({ left: bounds(null, 600), days: null });
    expect(balanceLeft(1_000, bounds(400, 500), value(300), 7)).toEqual({ left: bounds(500, 600), days: null });
    expect(balanceLeft(1_000, gap('not measured'), value(300), 7)).toEqual({ left: gap('not measured'), days: null });
  });
});

describe('stop loss', () => {
  it('says how likely a member at the bar looks like this', () => {
    expect(stopLoss({ spend: 10, steps: 0, stepsPerSale: 3, bar: 20 }).chance).toBeCloseTo(0.2231, 4);
    expect(stopLoss({ spend: 12, steps: 0, stepsPerSale: 3, bar: 20 }).chance).toBeCloseTo(0.1653, 4);
  });

  it('stops past the cap and only without one step', () => {
    expect(stopLoss({ spend: 10, steps: 0, stepsPerSale: 3, bar: 20 }).stop).toBe(false);
    expect(stopLoss({ spend: 10.01, steps: 0, stepsPerSale: 3, bar: 20 }).stop).toBe(true);
    expect(stopLoss({ spend: 100, steps: 1, stepsPerSale: 3, bar: 20 }).stop).toBe(false);
    expect(stopLoss({ spend: 10, steps: 0, stepsPerSale: 3, bar: 20, share: 0.25 })).toMatchObject({ stop: true, cap: 5 });
  });
});

describe('targets', () => {
  const roas: Target = { metric: 'roas', value: 2.5, countedBy: 'orders', basis: 'sale', orders: 'all', from: 0, to: 10 };
  const cost: Target = { ...roas, metric: 'cost-per-lead', value: 20 };

  it('measures how much is met in the direction of the target', () => {
    expect(shareMet(roas, value(5))).toBe(2);
    expect(shareMet(cost, value(40))).toBe(0.5);
  });

  it('counts spend without an outcome as nothing met, and a gap as not known', () => {
    expect(shareMet(cost, bounds(30, null))).toBe(0);
    expect(shareMet(roas, gap('not measured'))).toBeUndefined();
  });

  it('counts bounds by the side they are certain of', () => {
    expect(shareMet(roas, bounds(5, 9))).toBe(2);
    expect(shareMet(roas, bounds(5, null))).toBe(2);
    expect(shareMet(roas, bounds(null, 9))).toBeUndefined();
    expect(shareMet(cost, bounds(10, 40))).toBe(0.5);
    expect(shareMet(cost, bounds(null, 40))).toBe(0.5);
    expect(shareMet(cost, value(0))).toBeUndefined();
    expect(shareMet(cost, gap('no rate'))).toBeUndefined();
  });

  it('are those in force on the last day of a period, both ends included', () => {
    const at = (to: number) =>
      targetFor(
        [
          { ...roas, from: 5, to: 9 },
          { ...cost, from: 10, to: 20 },
        ],
        { from: 0, to },
      )?.metric;
    expect([4, 5, 9, 10, 20, 21].map(at)).toEqual([undefined, 'roas', 'roas', 'cost-per-lead', 'cost-per-lead', undefined]);
  });
});

describe('moves together', () => {
  const effect = {
    spend: { low: -12, middle: -10, high: -5 },
    outcomes: { low: -2, middle: -1, high: 0 },
    profit: { low: 1, middle: 2, high: 3 },
    assumption: '',
  };

  it('add up, with the worst and the best of each', () => {
    expect(sumEffects([effect, effect])).toEqual({
      moves: 2,
      spend: { low: -24, middle: -20, high: -10 },
      outcomes: { low: -4, middle: -2, high: 0 },
      profit: { low: 2, middle: 4, high: 6 },
      withoutProfit: 0,
    });
    expect(sumEffects([effect, { ...effect, profit: null }])).toMatchObject({ profit: effect.profit, withoutProfit: 1 });
    expect(sumEffects([{ ...effect, profit: null }]).profit).toBeNull();
  });

  it('overlap where one lies inside another', () => {
    const moved = (...keys: string[]) => keys.map((key) => ({ key, field: 'part' }));
    expect(overlaps(moved('a/1', 'a/1/2'))).toBe(true);
    expect(overlaps(moved('a/1', 'a/12'))).toBe(false);
    // Two parts shut out of one campaign are two things; its budget as well is not.
    expect(overlaps(moved('a/1', 'a/1'))).toBe(false);
    expect(overlaps([...moved('a/1'), { key: 'a/1', field: 'daily budget' }])).toBe(true);
  });
});

describe('what was accepted', () => {
  const move = (
    change: SettingChange = { field: 'daily budget', from: 50, to: 40 },
    decidedOn = 20,
    level: 'campaign' | 'ad' = 'campaign',
    member = 1,
  ): AcceptedMove => ({
    ...{ level, member, decidedOn },
    proposal: { change, effect: {} as never },
  });
  const setting = (amount: number, more: Partial<Setting> = {}): Setting => ({
    value: amount,
    asOf: 25,
    since: 1,
    changed: false,
    toldUntil: 25,
    ...more,
  });
  const waits = (moves: readonly AcceptedMove[], key: string, settings: { budget?: Setting; running?: Setting }) => {
    const [level = '', member] = key.split(' ');
    const map = (own: Setting | undefined): Map<string, Setting> => new Map(own ? [[key, own]] : []);
    return new AcceptedMoves(moves).waitingFor(
      { level: level as 'campaign' | 'ad', member: Number(member) },
      { budgets: map(settings.budget), running: map(settings.running) },
    );
  };

  it('waits as long as the setting has the old value', () => {
    const moves = [move()];
    expect(waits(moves, 'campaign 1', { budget: setting(50) })).toMatchObject(moves[0] ?? {});
    expect(waits(moves, 'campaign 1', { budget: setting(40) })).toBeUndefined();
    expect(waits(moves, 'campaign 2', { budget: setting(50) })).toBeUndefined();
    expect(waits(moves, 'ad 1', { budget: setting(50) })).toBeUndefined();
    expect(waits(moves, 'campaign 1', {})).toBeUndefined();
  });

  it('waits no more where the setting was changed back afterwards', () => {
    const moves = [move(undefined, 20)];
    expect(waits(moves, 'campaign 1', { budget: setting(50, { changed: true, since: 20 }) })).toMatchObject(moves[0] ?? {});
    expect(waits(moves, 'campaign 1', { budget: setting(50, { changed: true, since: 21 }) })).toBeUndefined();
    expect(waits(moves, 'campaign 1', { budget: setting(50, { since: 21 }) })).toMatchObject(moves[0] ?? {});
  });

  it('goes by whether an ad runs where it is to be paused', () => {
    const moves = [move({ field: 'status', from: 'running', to: 'paused' }, 20, 'ad', 7)];
    expect(waits(moves, 'ad 7', { running: setting(1) })).toMatchObject(moves[0] ?? {});
    expect(waits(moves, 'ad 7', { running: setting(0) })).toBeUndefined();
    expect(waits(moves, 'ad 7', { budget: setting(50) })).toBeUndefined();
    expect(waits(moves, 'ad 7', { running: setting(1, { changed: true, since: 21 }) })).toBeUndefined();
  });

  it('has the day of the last of several decisions', () => {
    const moves = new AcceptedMoves([20, 23, 21].map((day) => move(undefined, day)).concat(move(undefined, 30, 'campaign', 2)));
    expect(moves.lastDecision({ level: 'campaign', member: 1 })).toBe(23);
    expect(moves.lastDecision({ level: 'campaign', member: 3 })).toBeUndefined();
    // What is put on a list changes no figure that a report tells of each day.
    const listed = new AcceptedMoves([move({ field: 'searches', what: 'free', from: 'allowed', to: 'excluded' })]);
    expect(listed.lastDecision({ level: 'campaign', member: 1 })).toBeUndefined();
  });
});

describe('settings', () => {
  const row = (day: number, campaign: number): TrueRow => ({ day, campaign, group: 10, ad: 100, device: 0, spend: 1, clicks: 1 });
  const feed = (dimensions: Cut['dimensions'], amounts: readonly number[]) => {
    const made = cutFeed(
      amounts.map((_, at) => row(at, 1)),
      { dimensions, from: 0, to: 9, campaigns: 'all' },
      1,
    );
    return changed(made, { amounts: new Map([['daily budget', Float64Array.from(amounts, (each) => each * 1e6)]]) });
  };
  const range = { from: 0, to: 9 };

  it('belong to the deepest level of their report', () => {
    expect([...settingsOf(tablesOf([feed(['campaign', 'group', 'ad'], [5])]), 'daily budget', range).keys()]).toEqual(['ad 100']);
    expect([...settingsOf(tablesOf([feed(['campaign', 'group'], [5])]), 'daily budget', range).keys()]).toEqual(['group 10']);
    expect([...settingsOf(tablesOf([feed(['campaign'], [5])]), 'daily budget', range).keys()]).toEqual(['campaign 1']);
    expect(settingsOf(tablesOf([feed(['device'], [5])]), 'daily budget', range).size).toBe(0);
    expect(settingsOf(tablesOf([feed(['campaign'], [5])]), 'running', range).size).toBe(0);
  });

  it('are those of the last day that says any, since the day they became so', () => {
    const of = (amounts: readonly number[], days = range) =>
      settingsOf(tablesOf([feed(['campaign'], amounts)]), 'daily budget', days).get('campaign 1');
    expect(of([5, 5, 7, 7, 7])).toEqual({ value: 7, asOf: 4, since: 2, changed: true, toldUntil: 4 });
    expect(of([5, 5, 5])).toEqual({ value: 5, asOf: 2, since: 0, changed: false, toldUntil: 2 });
    expect(of([5, 7, 5])).toEqual({ value: 5, asOf: 2, since: 2, changed: true, toldUntil: 2 });
    expect(of([5, 5, NaN])).toEqual({ value: 5, asOf: 1, since: 0, changed: false, toldUntil: 1 });
    expect(of([5, 7, 7], { from: 0, to: 0 })?.value).toBe(5);
    expect(of([5, 7, 7], { from: 1, to: 9 })).toMatchObject({ since: 1, changed: false });
  });
});

describe('what a ring and a scale show', () => {
  it('is early below four fifths arrived, and undecided where nothing is met or counted', () => {
    expect(surenessOf(1.5, 400, 0.8)).toBe('supported');
    expect(surenessOf(1.5, 400, 0.79)).toBe('not yet mature');
    expect(surenessOf(0.5, 400, 1)).toBe('supported');
    expect(surenessOf(0, 400, 1)).toBe('undecided');
    expect(surenessOf(1.5, undefined, 1)).toBe('undecided');
  });

  it('is drawn from a quarter of the target to four times it', () => {
    expect([0.25, 0.2, 4, 5, -1].map((amount) => placeOnScale(amount, 1))).toEqual([0, 0, 1, 1, 0]);
  });
});
