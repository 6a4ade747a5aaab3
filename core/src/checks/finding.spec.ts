import { checkClaims, groupOf, isOff, stakeOf, type TargetFinding } from '../index';
import { situationOf } from '../test/situation';

const finding = (part: Partial<TargetFinding> = {}): TargetFinding => ({
  ...{ check: 'target', key: 'k', level: 'campaign', name: 'n', channel: 'search', account: 0, currency: 'GBP', member: 1 },
  ...{
    metric: 'roas',
    target: 2.5,
    actual: 1,
    range: { low: 0.8, high: 1.2 },
    verdict: 'misses',
    unfit: null,
    supported: true,
    more: null,
  },
  ...{ days: { from: 1, to: 28 }, spend: 1000, clicks: 900, outcomes: 40, value: 800, maturity: 0.8, breakEven: { roas: null, cpa: null } },
  ...{ marginal: null, stopLoss: null, lostToBudget: null, move: null, noMove: '' },
  ...part,
});
const cap = (stop: boolean): TargetFinding['stopLoss'] => ({
  stop,
  cap: 10,
  chance: 0.1,
  step: 'cart',
  spend: 12,
  days: { from: 1, to: 2 },
});

describe('what a finding comes to', () => {
  it.each([
    ['cannot be judged', { unfit: 'too early', supported: false, verdict: 'not judged', stopLoss: cap(false) }],
    ['loses money', { unfit: 'too early', supported: false, verdict: 'not judged', stopLoss: cap(true) }],
    ['loses money', {}],
    ['loses money', { supported: false, verdict: 'undecided', stopLoss: cap(true) }],
    ['worth watching', { supported: false, verdict: 'undecided', stopLoss: cap(false) }],
    ['worth watching', { supported: false, verdict: 'beats' }],
    ['held back', { verdict: 'beats', lostToBudget: 0.05 }],
    ['fine', { verdict: 'beats', lostToBudget: 0.04 }],
    ['fine', { verdict: 'beats' }],
  ] as const)('is %s', (group, part) => {
    expect(groupOf(finding(part))).toBe(group);
    expect(isOff(finding(part))).toBe(group === 'loses money' || group === 'held back');
  });

  it('is off by what was spent beyond what is allowed for all that it will have brought', () => {
    // 800 of value are four fifths of what will come: 1,000 allow 400 of spend at 2.5.
    expect(stakeOf(finding())).toBeCloseTo(600, 9);
    // 40 of 50 leads have come, each of which may cost 15.
    expect(stakeOf(finding({ metric: 'cost-per-lead', target: 15 }))).toBeCloseTo(250, 9);
    expect(stakeOf(finding({ value: 0, maturity: 0 }))).toBe(1000);
  });

  it('is, where it beats the target, by what the impressions lost to its budget would have brought beyond it', () => {
    // 4,000 are four fifths of 5,000, which allow 2,000 for the 1,000 spent; a fifth of what could be shown is lost.
    const beats = { value: 4000, lostToBudget: 0.2, verdict: 'beats' } as const;
    expect(stakeOf(finding(beats))).toBeCloseTo(1000 / 4, 9);
    expect(stakeOf(finding({ ...beats, lostToBudget: null }))).toBe(0);
  });

  it('is by what a check says of it, where that is none of the target', () => {
    const [other] = checkClaims({ ...situationOf([]), ...twice }).findings;
    expect([other && groupOf(other), other && stakeOf(other), other && isOff(other)]).toEqual(['not the advertising', 600, true]);
  });
});

/** Thirty orders of 20 that are each claimed twice. */
const twice = {
  days: { from: 171, to: 200 },
  claims: {
    outcomes: Array.from({ length: 30 }, (_, at) => ({ id: `O-${at}`, day: 171 + at, count: 1, value: 20e6 })),
    claims: Array.from({ length: 60 }, (_, at) => {
      const day = 171 + (at % 30);
      return { channel: 0, order: `O-${at % 30}`, day, clickDay: day, count: 1, value: 20e6 };
    }),
    channels: [{ id: 's', name: 'S' }],
    isCovered: () => true,
    isListed: true,
  },
};
