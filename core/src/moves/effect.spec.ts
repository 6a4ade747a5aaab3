import { poissonInterval } from '../evidence/interval';
import { budgetEffect, pauseEffect } from './effect';
import type { TargetFinding } from './finding';
import type { Observed, ObservedDay } from './observe';
import { marginalOf, outcomesFollow, rangeOf, reachOf } from './response';

const DAYS = 10;

/** Ten equal days. */
function observed(day: Partial<ObservedDay>): Observed {
  const each = { spend: 0, clicks: 0, impressions: 0, lost: 0, outcomes: 0, value: 0, claimed: 0, steps: undefined, ...day };
  return {
    ...{
      key: 'channel:search/campaign:1',
      name: 'one',
      level: 'campaign',
      channel: 'search',
      account: 0,
      member: 1,
      campaign: 1,
      group: 10,
    },
    ...{ coverage: 1, lastSeen: DAYS - 1, orderValues: [] },
    days: Array.from({ length: DAYS }, (_, at) => ({ ...each, day: at })),
  };
}
const findingOf = (of: Observed, more: Partial<TargetFinding> = {}): TargetFinding => {
  const total = (part: 'spend' | 'outcomes' | 'clicks' | 'value') => of.days.reduce((sum, day) => sum + day[part], 0);
  return {
    ...{ spend: total('spend'), clicks: total('clicks'), outcomes: total('outcomes'), value: total('value') },
    ...{ maturity: 1, lostToBudget: null },
    ...more,
  } as TargetFinding;
};

describe('a range from several doubts', () => {
  it('reaches as far as one doubt alone says, and as the root of squares of two', () => {
    expect(rangeOf(10, [{ less: 0.5, more: 2 }], 0)).toEqual({ low: 5, middle: 10, high: 20 });
    const two = rangeOf(
      10,
      [
        { less: 0.5, more: 2 },
        { less: 0.5, more: 2 },
      ],
      0,
    );
    expect(two.low).toBeCloseTo(10 / 2 ** Math.SQRT2, 9);
    expect(two.high).toBeCloseTo(10 * 2 ** Math.SQRT2, 9);
  });

  it('of a loss is turned round', () => {
    expect(rangeOf(-10, [{ less: 0.5, more: 4 }], 0)).toEqual({ low: -40, middle: -10, high: -5 });
  });

  it('is wider by the chance of a count over 28 days', () => {
    const { low, high } = rangeOf(10, [{ less: 0.5, more: 2 }], 7);
    const chance = 10 * 2 * Math.sqrt(1 / (7 * 28));
    expect(low).toBeCloseTo(10 - Math.hypot(5, chance), 9);
    expect(high).toBeCloseTo(10 + Math.hypot(10, chance), 9);
  });

  it('outcomes follow spend less than in proportion, and no further than to nothing', () => {
    expect(outcomesFollow(-0.2, 0.7)).toBeCloseTo(-0.1446, 4);
    expect(outcomesFollow(0.2, 0.7)).toBeCloseTo(0.1361, 4);
    expect(outcomesFollow(-0.5, 1)).toBe(-0.5);
    expect(outcomesFollow(-1.5, 0.7)).toBe(-1);
    // A hundredth more spend brings seven tenths of a hundredth more: what is spent last brings seven tenths of the average.
    expect(outcomesFollow(1e-6, 0.7) / 1e-6).toBeCloseTo(marginalOf(1, false).middle, 5);
    expect(marginalOf(3, false)).toEqual({ low: 1.35, middle: expect.closeTo(2.1, 9), high: 3 });
    expect([1, 2, 4].map((bar) => reachOf(marginalOf(3, false), bar, false))).toEqual(['all', 'part', 'none']);
    expect([16, 8, 6].map((bar) => reachOf(marginalOf(7, true), bar, true))).toEqual(['all', 'part', 'none']);
    expect(marginalOf(7, true)).toEqual({ low: 7, middle: 10, high: expect.closeTo(15.56, 2) });
  });
});

describe('a changed budget', () => {
  const of = observed({ spend: 50, outcomes: 4 });
  const worth = { each: 20, isEarned: true };
  const lowered = (finding: Partial<TargetFinding> = {}, more: Partial<Parameters<typeof budgetEffect>[2]> = {}, seen = of) =>
    budgetEffect(findingOf(seen, finding), seen, { share: -0.2, worth, lateShare: 0, ...more });

  it('moves spend in proportion at most and a quarter, and at least by what a budget that hardly binds would', () => {
    expect(lowered().effect.spend).toEqual({ low: -12.5, middle: -10, high: expect.closeTo(0, 9) });
    expect(lowered({ lostToBudget: 0.1 }).effect.spend.high).toBeCloseTo(-2, 9);
    expect(lowered({ lostToBudget: 0.9 }).effect.spend.high).toBeCloseTo(-4, 9);
    expect(lowered({}, { share: 0.2 }).effect.spend).toEqual({ low: expect.closeTo(0, 9), middle: 10, high: 12.5 });
  });

  it('moves outcomes by the power of 0.7, of all that will have come', () => {
    expect(lowered().effect.outcomes.middle).toBeCloseTo(4 * (0.8 ** 0.7 - 1), 9);
    expect(lowered({ maturity: 0.5 }).effect.outcomes.middle).toBeCloseTo(8 * (0.8 ** 0.7 - 1), 9);
    const { low, middle, high } = lowered().effect.outcomes;
    expect(low).toBeLessThan(1.5 * middle);
    expect(high).toBeGreaterThan(0.6 * middle);
    expect(high).toBeLessThan(0.2);
  });

  it('is doubted as far as its count is small, its claims are many and its outcomes late', () => {
    const width = ({ effect: { outcomes } }: ReturnType<typeof lowered>): number => (outcomes.low - outcomes.middle) / outcomes.middle;
    expect(width(lowered({ outcomes: 4 }))).toBeGreaterThan(width(lowered()) + 0.1);
    const claimed = observed({ spend: 50, outcomes: 4, claimed: 16 });
    expect(width(lowered({}, {}, claimed))).toBeGreaterThan(width(lowered()) + 0.5);
    expect(width(lowered({}, { lateShare: 1 }))).toBeGreaterThan(width(lowered()) + 0.05);
  });

  it('without an outcome misses at most what so much spend could hide', () => {
    const none = lowered({}, {}, observed({ spend: 50 })).effect.outcomes;
    expect(none).toEqual({ low: (0.8 ** 0.7 - 1) * (poissonInterval(0).high / DAYS), middle: 0, high: 0 });
  });

  it('earns what is saved less what the missed outcomes are worth, in the worst and the best of both', () => {
    const { outcomes, profit, spend } = lowered().effect;
    expect(profit?.middle).toBeCloseTo(outcomes.middle * 20 + 10, 9);
    expect(profit?.low).toBeCloseTo(outcomes.low * 20 - spend.high, 9);
    expect(profit?.high).toBeCloseTo(outcomes.high * 20 - spend.low, 9);
    expect(lowered({}, { worth: { each: 20, isEarned: false } }).effect.profit).toBeNull();
  });

  it('is gained carefully: more is taken to be lost by a cut, less to be won by a raise, and a tenth must be left', () => {
    const missed = 4 * (0.8 ** 0.7 - 1) * 20;
    expect(lowered().gainAsCounted).toBeCloseTo(missed + 10, 9);
    expect(lowered().gain).toBeCloseTo(1.2 * missed + 10 - 1, 9);
    expect(lowered({}, { lateShare: 0.5 }).gain).toBeCloseTo(1.6 * missed + 10 - 1, 9);
    const claimed = observed({ spend: 50, outcomes: 4, claimed: 12 });
    expect(lowered({}, {}, claimed).gain).toBeCloseTo(3 * missed + 10 - 1, 9);
    const won = 4 * (1.2 ** 0.7 - 1) * 20;
    expect(lowered({}, { share: 0.2, lateShare: 0.5 }).gain).toBeCloseTo(0.7 * won - 10 - 1, 9);
    expect(lowered({}, { share: 0.2 }).gainAsCounted).toBeCloseTo(won - 10, 9);
  });
});

describe('a paused ad', () => {
  const own = observed({ spend: 40, clicks: 60, outcomes: 1 });
  const worth = { each: 20, isEarned: true };
  const paused = (siblings: readonly Observed[], of = own, more: Partial<Parameters<typeof pauseEffect>[2]> = {}) =>
    pauseEffect(of, siblings, { finding: findingOf(of), worth, hasMargin: true, ...more });
  /** Ten outcomes of 600 clicks, drawn by four more towards a rate. */
  const drawn = (rate: number): number => (10 + 4) / (600 + 4 / rate);

  it('leaves its clicks to its siblings, who bring what they do', () => {
    const one = paused([observed({ spend: 30, clicks: 50, outcomes: 5 })]);
    expect(one.effect.outcomes.middle).toBeCloseTo(60 * (0.1 - drawn(0.1)), 9);
    expect(one.gain).toBeCloseTo(one.effect.outcomes.middle * 20, 9);
    const two = paused([observed({ clicks: 50, outcomes: 5 }), observed({ clicks: 150, outcomes: 5 })]);
    expect(two.effect.outcomes.middle).toBeCloseTo(60 * (0.05 - drawn(0.05)), 9);
    expect(one.effect.spend).toEqual({ low: -12, middle: 0, high: 12 });
    expect(one.effect.assumption).toContain('take over its clicks');
  });

  it('is as uncertain as both counts and the chance of 28 days', () => {
    const siblings = [observed({ spend: 30, clicks: 50, outcomes: 5 })];
    const { low, middle, high } = paused(siblings).effect.outcomes;
    const [mine, theirs] = [poissonInterval(10), poissonInterval(50)];
    const spread = (below: number, of: number): number => (60 * below) / of;
    const chance = 2 * Math.sqrt((60 * (0.1 + drawn(0.1))) / 28);
    expect(low).toBeCloseTo(middle - Math.hypot(spread(50 - theirs.low, 500), spread(mine.high - 10, 600), chance), 9);
    expect(high).toBeCloseTo(middle + Math.hypot(spread(theirs.high - 50, 500), spread(10 - mine.low, 600), chance), 9);
  });

  it('counts outcomes that are still to come', () => {
    const siblings = [observed({ spend: 30, clicks: 50, outcomes: 5 })];
    const half = pauseEffect(own, siblings, { finding: findingOf(own, { maturity: 0.5 }), worth, hasMargin: true });
    expect(half.effect.outcomes.middle).toBeCloseTo(60 * (0.2 - (20 + 4) / (600 + 4 / 0.2)), 9);
  });

  it('goes by spend where clicks are not measured', () => {
    const { effect } = paused([observed({ spend: 50, outcomes: 5 })], observed({ spend: 40, outcomes: 1 }));
    expect(effect.outcomes.middle).toBeCloseTo(40 * (0.1 - (10 + 4) / (400 + 40)), 9);
    expect(effect.assumption).toContain('take over its spend');
  });

  it('loses what it brings where its siblings bring nothing', () => {
    expect(paused([observed({ spend: 30, clicks: 50 })]).effect.outcomes.middle).toBeCloseTo(-1, 9);
    expect(paused([]).effect.outcomes.middle).toBeCloseTo(-1, 9);
  });

  it('earns what the outcomes are worth, give or take the spend, where a margin is known', () => {
    const siblings = [observed({ spend: 30, clicks: 50, outcomes: 5 })];
    const { outcomes, profit } = paused(siblings).effect;
    expect(profit).toEqual({ low: outcomes.low * 20 - 12, middle: outcomes.middle * 20, high: outcomes.high * 20 + 12 });
    expect(paused(siblings, own, { hasMargin: false }).effect.profit).toBeNull();
    expect(paused(siblings, own, { worth: { each: 20, isEarned: false } }).effect.profit).toBeNull();
  });
});
