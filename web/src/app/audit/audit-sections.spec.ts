import type { AuditedFinding, AuditedTarget } from '@lens/contract';
import { lookedText, sectionsOf } from './audit-sections';
import { claimsView } from './claims-view';

const WORDS = { outcome: 'purchases', style: { locale: 'en-GB', currency: 'GBP' } };
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
  ...{ spend: 100, clicks: 90, outcomes: 4, value: 100, maturity: 1, breakEven: { roas: null, cpa: null }, stopLoss: null },
  ...{ lostToBudget: null, move: null, noMove: '', channelName: 'Search', path: [key], decided: null },
  ...part,
});
const unfit = { unfit: 'too early', supported: false, verdict: 'not judged' } as const;
type Claims = Extract<AuditedFinding, { check: 'claims' }>;
const claims = (part: Partial<Claims> = {}): Claims => ({
  ...{ check: 'claims', key: 'claims/s/again', channel: 's', name: 'Search', trouble: 'again', days: DAYS, claims: 542, count: 271 },
  ...{ value: 5420, found: 271, since: null },
  ...part,
});
/** Ranges of days are set with narrow spaces. */
const plain = (text: string): string => text.replace(/\s/g, ' ').replace(/ – /g, '–');
const keysOf = (findings: readonly AuditedFinding[]): unknown[] =>
  sectionsOf(findings, WORDS).map(({ group, findings: own }) => [group, ...own.map(({ view }) => view.finding.key)]);

describe('what an audit shows', () => {
  it('stands by what it comes to, with the most money first, and groups without any are left out', () => {
    const [small, large] = [target('s/1', { spend: 60 }), target('s/2', { spend: 400 })];
    const open = target('s/3', { supported: false, verdict: 'undecided' });
    expect(keysOf([open, small, claims(), large])).toEqual([
      ['not the advertising', 'claims/s/again'],
      ['loses money', 's/2', 's/1'],
      ['worth watching', 's/3'],
    ]);
  });

  it('says once of a campaign that it cannot be judged, and of an ad where its campaign can', () => {
    const ad = { ...unfit, level: 'ad' } as const;
    expect(keysOf([target('s/1', unfit), target('s/1/4/7', ad), target('s/11/4/8', ad)])).toEqual([
      ['cannot be judged', 's/1', 's/11/4/8'],
    ]);
  });

  it('begins with long lists folded that ask for nothing', () => {
    const many = (part: Partial<AuditedTarget>) =>
      sectionsOf(
        [1, 2, 3, 4, 5, 6].map((nth) => target(`s/${nth}`, part)),
        WORDS,
      )[0]?.isOpen;
    expect([many({}), many({ supported: false, verdict: 'undecided' }), many({ verdict: 'beats' })]).toEqual([true, false, false]);
    expect(sectionsOf([target('s/1', unfit)], WORDS)[0]?.isOpen).toBe(true);
  });

  it('tells what was looked at, what of it is off, and what is wanting', () => {
    const line = (check: Parameters<typeof lookedText>[0]) => lookedText(check, WORDS);
    expect(line({ check: 'target', things: 42, found: 3, lacks: null })).toBe(
      'Against the target: 42 campaigns and ads looked at, 3 findings.',
    );
    expect(line({ check: 'claims', things: 1, found: 0, lacks: null })).toBe(
      'Claims against orders: the claims of 1 channel looked at, nothing is off.',
    );
    expect(line({ check: 'claims', things: 0, found: 0, lacks: 'claims one by one' })).toContain(
      'not looked at: no channel’s list of claims',
    );
  });
});

describe('claims that are off, in words', () => {
  it('say what, since when, and what to see to', () => {
    const since = { day: 20_010, within: { from: 20_009, to: 20_011 }, until: null, before: 0, now: 1 };
    const view = claimsView(claims({ since }), WORDS);
    expect(view.fact).toBe('claims 271 purchases a second time, worth £5,420');
    expect(plain(view.since)).toBe('So since 14 Oct 2024 (or any day of 13–15 Oct 2024): 100% of the orders it finds, before 0%.');
    expect(plain(view.evidence)).toBe('4 Oct–2 Nov 2024: 542 claims, of 271 purchases of the client’s own list.');
    expect([view.advice, view.show]).toEqual([expect.stringContaining('fires twice'), 'claimed again']);
  });

  it('say when it ended, and where no list of orders shows it', () => {
    const since = { day: 20_010, within: { from: 20_010, to: 20_010 }, until: 20_020, before: 0.01, now: 0.5 };
    const view = claimsView(claims({ trouble: 'without a value', value: 0, since }), WORDS);
    expect([view.fact, view.show]).toEqual(['does not say of 271 purchases what they are worth', null]);
    expect(plain(view.since)).toBe('So from 14 Oct 2024 to 24 Oct 2024: 50% of its claims, before 1%.');
  });
});
