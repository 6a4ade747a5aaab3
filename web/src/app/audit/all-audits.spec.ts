import type { AuditReply, AuditsReply, WireFinding } from '@lens/contract';
import { daysOfAll, findingsOfAll } from './all-audits-view';

const DAYS = { from: 20_000, to: 20_027 };
const finding = (key: string, money: number, part: Partial<WireFinding> = {}): WireFinding => ({
  ...{ check: 'pages', trouble: 'tag missing', key, about: { kind: 'Landing page', name: '/a', path: [] }, group: 'not the advertising' },
  ...{ money, days: DAYS, since: null, says: `${key} is off.`, evidence: [], advice: '', happened: [], picture: null },
  rows: { screen: 'targets', period: DAYS },
  ...part,
});
const audit = (findings: readonly WireFinding[], spend: number | null, part: Partial<AuditReply> = {}): AuditReply => ({
  ...{
    target: null,
    bar: null,
    days: DAYS,
    matured: true,
    answer: [],
    findings: [...findings],
    checks: [],
    spend,
    states: [],
    before: null,
  },
  dataVersion: 1,
  ...part,
});
const reply = (...audits: readonly AuditReply[]): AuditsReply => ({
  audits: audits.map((each, at) => ({ client: `c${at}`, clientName: `Client ${at}`, madeOn: 20_028, audit: each })),
});
const styleOf = (client: string) => ({ locale: 'en-GB', currency: client === 'c0' ? 'GBP' : 'USD' });

describe('what is off over all clients', () => {
  it('is ordered by what is at stake of what each spent, as their currencies differ', () => {
    const all = reply(
      audit([finding('large', 500)], 10_000),
      audit([finding('small', 300), finding('fine', 900, { group: 'fine' })], 1000),
    );
    expect(findingsOfAll(all, 20_028, styleOf).map(({ client, says, stake }) => [client, says, stake])).toEqual([
      ['Client 1', 'small is off.', '$300, 30% of spend'],
      ['Client 0', 'large is off.', '£500, 5% of spend'],
    ]);
    expect(findingsOfAll(reply(audit([finding('a', 5)], null)), 20_028, styleOf)[0]?.stake).toBe('£5');
  });

  it('leaves out what is set aside, and marks what is new and whose it is', () => {
    const state = { key: 'a', until: 20_028, reason: 'known', assigned: '', note: '', version: 1, by: '', at: '' };
    const states = [state, { ...state, key: 'b', until: null, assigned: 'Ada' }];
    const before = { madeOn: 20_020, off: ['c'] };
    const told = findingsOfAll(reply(audit([finding('a', 9), finding('b', 8), finding('c', 7)], 100, { states, before })), 20_028, styleOf);
    expect(told.map(({ says, isNew, assigned }) => [says, isNew, assigned])).toEqual([
      ['b is off.', true, 'Ada'],
      ['c is off.', false, ''],
    ]);
  });

  it('says of which days, where they are of the same', () => {
    const [one, other] = [audit([], 1), audit([], 1, { days: { from: 19_990, to: 20_000 } })];
    expect([daysOfAll(reply(one, one), 'en-GB').replace(/\s/g, ''), daysOfAll(reply(one, other), 'en-GB')]).toEqual(['4–31Oct2024', '']);
  });
});
