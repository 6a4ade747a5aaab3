import { groupOf, isOff, stakeOf, type TargetFinding } from '../index';

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
  ...{ stopLoss: null, lostToBudget: null, move: null, noMove: '' },
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
    // 40 of 50 leads have come, each of which may cost 30.
    expect(stakeOf(finding({ metric: 'cost-per-lead', target: 30 }))).toBeCloseTo(500, 9);
    expect(stakeOf(finding({ value: 0, maturity: 0 }))).toBe(1000);
  });

  it('is not the advertising where claims are off, by what is claimed wrongly', () => {
    const days = { from: 1, to: 28 };
    const claims = {
      check: 'claims',
      key: 'c',
      channel: 's',
      name: 'S',
      trouble: 'again',
      days,
      claims: 9,
      count: 4,
      value: 80,
      found: 5,
    } as const;
    expect([groupOf({ ...claims, since: null }), stakeOf({ ...claims, since: null })]).toEqual(['not the advertising', 80]);
  });
});
