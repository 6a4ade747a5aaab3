import type { AuditedFinding, AuditedTarget, AuditReply, WireFinding } from '@lens/contract';
import { THEMES } from '@lens/draw';
import { barText, lookedText, sectionsOf, type Sought } from './audit-sections';
import { otherView } from './other-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const TODAY = 20_030;
const DAYS = { from: 20_000, to: 20_029 };
const target = (key: string, part: Partial<AuditedTarget> = {}): AuditedTarget => ({
  ...{
    check: 'target',
    key,
    level: 'campaign',
    name: key,
    channel: 's',
    account: 0,
    currency: 'GBP',
    member: 1,
    metric: 'roas',
    target: 2,
  },
  ...{ actual: 1, range: { low: 0.8, high: 1.2 }, verdict: 'misses', unfit: null, supported: true, more: null, days: DAYS },
  ...{ spend: 100, clicks: 90, outcomes: 4, value: 100, maturity: 1, breakEven: { roas: null, cpa: null }, marginal: null, stopLoss: null },
  ...{ lostToBudget: null, move: null, noMove: '', channelName: 'Search', path: [key], decided: null },
  ...part,
});
const unfit = { unfit: 'too early', supported: false, verdict: 'not judged' } as const;
const other = (part: Partial<WireFinding> = {}): WireFinding => ({
  ...{ check: 'claims', trouble: 'again', key: 'claims/again/s', about: { kind: 'Channel', name: 'Search', path: [] } },
  ...{ group: 'not the advertising', money: 5420, days: DAYS, since: null, says: 'Search claims 271 purchases a second time.' },
  ...{ evidence: [], advice: 'See to it.', happened: [], picture: null, rows: { screen: 'claims', show: 'claimed again', period: DAYS } },
  ...part,
});
const audit = (findings: readonly AuditedFinding[], part: Partial<AuditReply> = {}) => ({
  findings: [...findings],
  states: [],
  before: null,
  ...part,
});
const shown = (of: ReturnType<typeof audit>, sought: Sought = { check: null, text: '' }) =>
  sectionsOf(of, { style: STYLE, today: TODAY, sought });
const keysOf = (of: ReturnType<typeof audit>, sought?: Sought): unknown[] =>
  shown(of, sought).map(({ group, findings }) => [group, ...findings.map(({ view }) => view.finding.key)]);
const state = (key: string, until: number | null) => ({
  key,
  until,
  reason: 'known',
  assigned: 'Ada',
  note: '',
  version: 1,
  by: '',
  at: '',
});

describe('what an audit shows', () => {
  it('stands by what it comes to, with the most money first, and groups without any are left out', () => {
    const [small, large] = [target('s/1', { spend: 60 }), target('s/2', { spend: 400 })];
    const open = target('s/3', { supported: false, verdict: 'undecided' });
    expect(keysOf(audit([open, small, other(), large]))).toEqual([
      ['not the advertising', 'claims/again/s'],
      ['loses money', 's/2', 's/1'],
      ['worth watching', 's/3'],
    ]);
  });

  it('says once of a campaign that it cannot be judged, and of an ad where its campaign can', () => {
    const ad = { ...unfit, level: 'ad' } as const;
    expect(keysOf(audit([target('s/1', unfit), target('s/1/4/7', ad), target('s/11/4/8', ad)]))).toEqual([
      ['cannot be judged', 's/1', 's/11/4/8'],
    ]);
  });

  it('begins with long lists folded that ask for nothing', () => {
    const many = (part: Partial<AuditedTarget>) => shown(audit([1, 2, 3, 4, 5, 6].map((nth) => target(`s/${nth}`, part))))[0]?.isOpen;
    expect([many({}), many({ supported: false, verdict: 'undecided' }), many({ verdict: 'beats' })]).toEqual([true, false, false]);
    expect(shown(audit([target('s/1', unfit)]))[0]?.isOpen).toBe(true);
  });

  it('has an ad with its campaign where both lose money', () => {
    const [section] = shown(audit([target('s/1'), target('s/1/4/7', { level: 'ad' }), target('s/2/4/9', { level: 'ad' })]));
    expect(section?.findings.map(({ view, inside }) => [view.finding.key, inside.map((each) => each.view.finding.key)])).toEqual([
      ['s/1', ['s/1/4/7']],
      ['s/2/4/9', []],
    ]);
  });

  it('keeps what was set aside at the end until its day is over, with what was said of it', () => {
    const of = (until: number | null) => audit([target('s/1'), other()], { states: [state('s/1', until)] });
    expect(keysOf(of(TODAY))).toEqual([
      ['not the advertising', 'claims/again/s'],
      ['aside', 's/1'],
    ]);
    expect(keysOf(of(TODAY - 1)).map((section) => (section as string[])[0])).toEqual(['not the advertising', 'loses money']);
    expect(shown(of(TODAY))[1]?.findings[0]?.said.lines).toEqual(['Set aside until 3 Nov 2024: known', 'With Ada']);
  });

  it('marks what is new since the audit before, of what asks for something', () => {
    const before = { madeOn: TODAY - 7, off: ['s/1'] };
    const [first, second] = shown(audit([target('s/1'), other(), target('s/3', { verdict: 'beats' })], { before }));
    expect([first?.findings[0]?.said.isNew, second?.findings[0]?.said.isNew]).toEqual([true, false]);
    expect(shown(audit([other()]))[0]?.findings[0]?.said.isNew).toBe(false);
  });

  it('is narrowed to a check, or to words that stand anywhere in a finding', () => {
    const all = audit([target('s/1', { name: 'Gifts' }), other({ members: ['quill-12'] })]);
    expect(keysOf(all, { check: 'claims', text: '' })).toEqual([['not the advertising', 'claims/again/s']]);
    expect(keysOf(all, { check: null, text: 'search gifts' })).toEqual([['loses money', 's/1']]);
    expect(keysOf(all, { check: null, text: 'QUILL' })).toEqual([['not the advertising', 'claims/again/s']]);
    expect(keysOf(all, { check: null, text: 'nothing such' })).toEqual([]);
  });

  it('tells what was looked at, what of it is off, and what is wanting', () => {
    const line = (check: Parameters<typeof lookedText>[0]) => lookedText(check, STYLE);
    expect(line({ check: 'target', looked: '42 campaigns and ads', found: 3, lacks: '' })).toBe(
      'Against the target: 42 campaigns and ads looked at, 3 findings.',
    );
    expect(line({ check: 'claims', looked: 'the claims of 1 channel', found: 0, lacks: '' })).toBe(
      'Claims against orders: the claims of 1 channel looked at, nothing is off.',
    );
    expect(line({ check: 'claims', looked: '', found: 0, lacks: 'no list has come in' })).toBe(
      'Claims against orders: not looked at, as no list has come in.',
    );
  });

  it('says what campaigns are held against, and why that is less than what was promised', () => {
    const promised = { metric: 'roas', value: 2.6, countedBy: 'orders', basis: 'sale', orders: 'all', from: 0, to: 99 } as const;
    expect(barText({ target: promised, bar: { value: 2.6, matched: null } }, STYLE)).toBe('ROAS ≥ 2.60');
    expect(barText({ target: promised, bar: { value: 1.74, matched: 0.67 } }, STYLE)).toBe(
      'ROAS ≥ 1.74: with 67% of what comes in matched to campaigns, ≥ 2.60 of all of it then holds',
    );
    expect(barText({ target: null, bar: null }, STYLE)).toBe('');
  });
});

describe('a finding beside the target', () => {
  it('leads to the rows behind it', () => {
    const compare = otherView(
      other({ rows: { screen: 'compare', metric: 'spend', rows: ['channel', 'campaign'], where: [], period: DAYS } }),
      STYLE,
    ).link;
    expect(compare).toMatchObject({
      path: '/compare',
      query: { rows: 'channel~campaign', chart: 'spend', period: '2024-10-04_2024-11-02' },
    });
    expect(otherView(other(), STYLE).link).toMatchObject({ path: '/attribution', query: { tab: 'claims', show: 'claimed again' } });
    expect(otherView(other({ rows: { screen: 'targets', period: DAYS } }), STYLE).link.path).toBe('/targets');
  });

  it('has its money, and its parts as bars on both sides of a middle', () => {
    const parts = [
      { name: 'basket', amount: -0.4, text: '−0.40' },
      { name: 'clicks', amount: 0.1, text: '+0.10' },
    ];
    const view = otherView(other({ picture: { kind: 'parts', title: 'of', parts } }), STYLE);
    expect([view.stake, otherView(other({ money: 0 }), STYLE).stake]).toEqual(['£5,420 at stake', '']);
    expect(view.picture?.kind === 'bars' && view.picture.bars).toEqual([
      { name: 'basket', text: '−0.40', isDown: true, left: 0, width: 50 },
      { name: 'clicks', text: '+0.10', isDown: false, left: 50, width: 12.5 },
    ]);
  });

  it('has a table whose words stand apart from its figures, and a grid shaded by its largest', () => {
    const table = { kind: 'table', title: 'ads', heads: ['ad', 'spend', 'why'], words: [2], rows: [['a', '£5', 'too few']] } as const;
    const shown = otherView(other({ picture: table }), STYLE).picture;
    expect(shown?.kind === 'table' && shown.rows[0]?.map(({ isWords }) => isWords)).toEqual([true, false, true]);
    const cells = [
      [2, null],
      [8, 0],
    ];
    const grid = otherView(
      other({ picture: { kind: 'grid', title: 'hours', unit: 'count', rows: ['Mon', 'Tue'], columns: ['9', '10'], cells } }),
      STYLE,
    );
    const drawn = grid.picture?.kind === 'drawn' ? grid.picture.drawn(THEMES.light) : null;
    const points = (drawn?.data.datasets[0]?.data ?? []) as unknown as { share: number | null; words: string }[];
    expect(points.map(({ share, words }) => [share, words])).toEqual([
      [0.25, 'Mon, 9: 2'],
      [null, 'Mon, 10: not measured'],
      [1, 'Tue, 9: 8'],
      [0, 'Tue, 10: 0'],
    ]);
  });
});
