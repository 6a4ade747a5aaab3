import { findingView } from './finding-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
type Finding = Parameters<typeof findingView>[0];
const effect = {
  spend: { low: -20, middle: -18, high: -9 },
  outcomes: { low: -0.5, middle: -0.4, high: -0.3 },
  profit: null,
  assumption: 'In proportion.',
};
const finding: Finding = {
  check: 'target',
  key: 'harbor/1',
  level: 'campaign',
  name: 'Gifts',
  channel: 'harbor',
  account: 0,
  currency: 'GBP',
  member: 1,
  metric: 'roas',
  target: 2.6,
  actual: 1.3,
  range: { low: 0.9, high: 1.8 },
  verdict: 'misses',
  unfit: null,
  supported: true,
  more: null,
  days: { from: 20727, to: 20756 },
  spend: 2359,
  clicks: 4064,
  outcomes: 48,
  value: 2000,
  maturity: 0.8849,
  breakEven: { roas: 2.174, cpa: 19.9 },
  marginal: null,
  stopLoss: null,
  lostToBudget: 0.21,
  move: { change: { field: 'daily budget', from: 90, to: 72 }, effect },
  noMove: '',
  channelName: 'Harbor Search',
  path: ['Gifts'],
  decided: null,
};

describe('a finding in sentences', () => {
  it('writes a budget in the currency of its account, and what it brings in the client’s', () => {
    const view = findingView({ ...finding, currency: 'USD' }, STYLE);
    expect(view.change).toContain('$90.00 → $72.00');
    expect(view.effect).toContain('£18');
  });

  it('says of what reaches the bar whether more of it would', () => {
    const of = (marginal: Finding['marginal'], part: Partial<Finding> = {}) =>
      findingView({ ...finding, verdict: 'beats', marginal, ...part }, STYLE).marginal;
    expect(of({ low: 2.25, middle: 3.5, high: 5 })).toBe(
      'Its last money brings less than the average: ROAS about 3.50 (2.25 to 5.00) by the usual response to spend, and that may miss the bar.',
    );
    expect(of({ low: 2.7, middle: 4.2, high: 6 })).toContain('meets the bar as well');
    expect(of({ low: 1.2, middle: 1.9, high: 2.5 })).toContain('that misses the bar');
    // Of a cost more is worse.
    expect(of({ low: 7, middle: 10, high: 15.6 }, { metric: 'cpa', target: 16 })).toContain('meets the bar as well');
    expect(of({ low: 7, middle: 10, high: 15.6 }, { metric: 'cpa', target: 8 })).toContain('may miss the bar');
    // Of what misses nobody would spend more.
    expect(of({ low: 0.6, middle: 0.9, high: 1.3 }, { verdict: 'misses' })).toBe('');
    expect(of(null)).toBe('');
  });

  it('says what, how sure and what to do', () => {
    const view = findingView(finding, STYLE);
    expect(view.actual).toBe('ROAS 1.30');
    expect(view.against).toBe('target ≥ 2.60');
    expect(view.range).toBe('95 % sure it is between 0.90 and 1.80');
    expect(view.evidence).toBe(
      '£2,359 spent, 4,064 clicks, 48 orders so far; 88% have arrived; break-even ROAS 2.17; break-even CPA £19.90; loses 21% of the impressions it could have to its budget',
    );
    expect(view.change).toBe('Daily budget £90.00 → £72.00 (−20%)');
    expect(view.effect.replaceAll('\u2060', '')).toBe('A day: spend −£18.00 (−£20.00 to −£9.00), orders −0.4 (−0.5 to −0.3)');
    expect(view.scale?.actual).toBeCloseTo(0.25, 10);
  });

  it('never turns "no outcome" into a number', () => {
    const view = findingView(
      { ...finding, metric: 'cost-per-lead', target: 22, actual: null, outcomes: 0, range: { low: 40, high: null }, move: null },
      STYLE,
    );
    expect(view.actual).toBe('no leads yet');
    expect(view.range).toBe('95 % sure it is between £40.00 and open');
    expect(view.scale).toMatchObject({ actual: null, high: 1 });
    expect([view.change, view.effect]).toEqual(['', '']);
  });

  it('says why it is not judged, and gives no figure for what is not known', () => {
    const view = findingView({ ...finding, verdict: 'not judged', unfit: 'not measured', supported: false, actual: 0, move: null }, STYLE);
    expect(view.unfit).toContain('not both measured');
    expect([view.actual, view.range, view.scale]).toEqual(['Not judged', '', null]);
    expect(view.evidence).toBe('£2,359 spent, 4,064 clicks');
  });

  it('tells a pause, a decision with its reason, and how much more data is needed', () => {
    const view = findingView(
      {
        ...finding,
        level: 'ad',
        path: ['Gifts', 'Boxes', 'Steam'],
        more: { clicks: 120, spend: 66 },
        move: { change: { field: 'status', from: 'running', to: 'paused' }, effect },
        decided: { id: 'm', decision: 'dismissed', reason: 'New artwork on Monday' },
        stopLoss: { stop: true, cap: 8, chance: 0.2231, step: 'cart', spend: 10, days: { from: 20727, to: 20730 } },
      },
      STYLE,
    );
    expect(view.where).toBe('Harbor Search › Gifts › Boxes');
    expect(view.change).toBe('Pause (now running)');
    expect(view.decided).toBe('Dismissed: New artwork on Monday');
    expect(view.more).toBe('About 120 more clicks (£66.00 of spend) needed to decide');
    expect(view.stopLoss).toContain('without one cart; the cap is £8.00');
    expect(view.stopLoss).toContain('22.3%');
  });
});
