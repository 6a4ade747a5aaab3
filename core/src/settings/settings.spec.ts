import {
  type FeedTable,
  type LastChange,
  lastChangeText,
  type MemberStatus,
  type RowHead,
  rowSettings,
  settingsOf,
  statusesOf,
  statusText,
  withBudget,
  withStatus,
} from '../index';
import { ask, figureOf, tablesOf } from '../test/ask';
import { withAmounts } from '../test/feed';
import { adRow, cutFeed } from '../test/truth';

/** Campaigns 1–3 told day by day from day 0 on: 1 running, 0 paused, null not listed. */
function told(states: Readonly<Record<number, readonly (0 | 1 | null)[]>>, to = 30): FeedTable {
  const days = Object.entries(states).flatMap(([campaign, own]) =>
    own.flatMap((state, day) => (state === null ? [] : [{ ...adRow(day, Number(campaign), 10, 1), state }])),
  );
  days.sort((a, b) => a.day - b.day);
  const feed = cutFeed(days, { dimensions: ['campaign'], from: 0, to, campaigns: 'all' }, 1);
  return withAmounts(feed, { running: (row) => days[row]?.state ?? NaN, 'daily budget': 50e6 });
}
const statuses = (states: Parameters<typeof told>[0]): ReadonlyMap<string, MemberStatus> => statusesOf(tablesOf([told(states)]));
const times = <T>(count: number, of: T): T[] => Array.from({ length: count }, () => of);

describe('the status of a member', () => {
  it('is that of the last day it was told of, since the day it became so', () => {
    const found = statuses({ 1: [1, 1, 1], 2: [1, 0, 0], 3: [0, 1, 1] });
    expect(found.get('campaign 1')).toEqual({ status: 'running', since: null });
    expect(found.get('campaign 2')).toEqual({ status: 'paused', since: 1 });
    expect(found.get('campaign 3')).toEqual({ status: 'running', since: 1 });
  });

  it('is ended once its own report has gone on for a week without it', () => {
    const found = statuses({ 1: times(12, 1), 2: [...times(5, 1 as const), null], 3: times(6, 0) });
    expect(found.get('campaign 2')).toEqual({ status: 'ended', since: 5 });
    expect(found.get('campaign 3')).toEqual({ status: 'paused', since: null });
    expect(statuses({ 1: times(11, 1), 2: times(5, 1) }).get('campaign 2')?.status).toBe('running');
  });

  it('is a dimension of every table that knows the member; who is told of nowhere has none', () => {
    const words: string[] = [];
    const codeOf = (_: string, word: string): number => (words.includes(word) ? words.indexOf(word) : words.push(word) - 1);
    const spends = cutFeed(
      [adRow(11, 1, 10, 1), adRow(11, 2, 20, 1), adRow(11, 3, 40, 1)],
      { dimensions: ['campaign', 'device'], from: 0, to: 30, campaigns: 'all' },
      2,
    );
    const tables = withStatus(tablesOf([told({ 1: [1], 2: [0] }, 9), spends]), codeOf);
    const table = ask(tables, { rows: ['campaign status', 'device'] });
    const key = (status: string): string => `campaign status:${words.indexOf(status)}`;
    expect(figureOf(table, key('running'), 'spend')).toEqual({ kind: 'value', value: 10 });
    expect(figureOf(table, `${key('paused')}/device:0`, 'spend')).toEqual({ kind: 'value', value: 20 });
    expect(figureOf(table, 'rest', 'spend')).toEqual({ kind: 'value', value: 40 });
    expect(tables.feeds.map(({ dimensions }) => [...dimensions].filter((each) => each.endsWith('status')))).toEqual([
      ['campaign status'],
      ['campaign status'],
    ]);
    // A report that goes on, and tells no status, makes no member ended.
    const late = cutFeed([adRow(200, 1, 10, 1)], { dimensions: ['campaign', 'device'], from: 0, to: 400, campaigns: 'all' }, 3);
    expect(withStatus(tablesOf([late]), codeOf).feeds[0]?.dimensions.has('campaign status')).toBe(false);
    words.length = 0;
    withStatus(tablesOf([told({ 1: [1], 2: [0] }, 9), late]), codeOf);
    expect(words).toEqual(['running', 'paused']);
  });
});

describe('what a row is set to', () => {
  const change = (day: number, name: string): LastChange => ({ day, name, field: 'daily budget', oldValue: '70', newValue: '82' });
  const own = {
    statuses: new Map<string, MemberStatus>([
      ['campaign 1', { status: 'running', since: 3 }],
      ['campaign 2', { status: 'running', since: 5 }],
      ['campaign 3', { status: 'paused', since: 5 }],
      ['ad 100', { status: 'ended', since: 9 }],
    ]),
    changes: new Map([
      ['campaign 1', change(12, 'Tea')],
      ['campaign 2', change(14, 'Pots')],
    ]),
  };
  const row = (key: string, level: string, code: number | string | null = null): RowHead => ({
    ...{ key, parent: null, kind: code === null ? 'total' : 'member', level, code, name: '', note: '', channel: null, depth: 0 },
  });

  it.each([
    [row('campaign:1', 'campaign', 1), [1], { status: 'running', since: 3, change: change(12, 'Tea') }],
    [row('campaign:1/ad:100', 'ad', 100), [1], { status: 'ended', since: 9, change: null }],
    // Not what was set, and nothing of its own is told.
    [row('campaign:1/device:phone', 'device', 'phone'), [1], { status: null, since: null, change: null }],
    [row('group:7', 'group', 7), [1], { status: null, since: null, change: null }],
    [row('channel:wren', 'channel', 'wren'), [1, 2], { status: 'running', since: null, change: change(14, 'Pots') }],
    [row('total', 'total'), [1, 2, 3], { status: 'several', since: null, change: change(14, 'Pots') }],
    // Both became so on one day, and are not the same.
    [row('channel:tern', 'channel', 'tern'), [2, 3], { status: 'several', since: null, change: change(14, 'Pots') }],
    [{ ...row('campaign:1/rest', 'group'), kind: 'not broken down' }, [1], { status: null, since: null, change: null }],
    [row('channel:finch', 'channel', 'finch'), [9], { status: null, since: null, change: null }],
  ])('%#', (head, campaigns, expected) => {
    expect(rowSettings(head, campaigns, own)).toEqual(expected);
  });

  it('is told in words', () => {
    const settings = { status: 'paused' as const, since: 20738, change: { ...change(20738, 'Tea'), oldValue: null } };
    expect(statusText(settings, 'en-GB')).toBe('paused since 12 Oct 2026');
    expect(statusText({ ...settings, since: null }, 'en-GB')).toBe('paused');
    expect(lastChangeText(settings.change, 'Tea', 'en-GB')).toBe('12 Oct 2026: daily budget 82');
    expect(lastChangeText(change(20738, 'Tea'), 'Wren', null)).toBe('2026-10-12: Tea, daily budget 70 → 82');
    expect(lastChangeText(null, 'Tea', null)).toBe('');
    expect(statusText({ ...settings, status: null }, 'en-GB')).toBe('');
    expect(lastChangeText({ ...settings.change, field: null, newValue: '' }, 'Tea', null)).toBe('2026-10-12: something');
    expect(lastChangeText({ ...settings.change, newValue: null }, 'Tea', null)).toBe('2026-10-12: daily budget');
  });
});

describe('the budget of days', () => {
  const feed = told({ 1: [...times(10, 1 as const), 1, 0, 1], 2: times(13, 1) });
  const tables = tablesOf([{ ...feed, rows: withBudget(feed.rows) }]);
  const table = ask(tables, { rows: ['campaign'], metricSet: 'auction', period: { from: 10, to: 12 } });

  it('adds up the daily budgets of the days on which a member ran', () => {
    expect(figureOf(table, 'campaign:1', 'budget-of-days')).toEqual({ kind: 'value', value: 100 });
    expect(figureOf(table, 'campaign:2', 'budget-of-days')).toEqual({ kind: 'value', value: 150 });
    expect(figureOf(table, 'total', 'budget-spent')).toEqual({ kind: 'value', value: 60 / 250 });
    expect(figureOf(table, 'campaign:1', 'daily-budget')).toEqual({ kind: 'value', value: 50 });
  });

  it('is no report’s that tells no daily budget', () => {
    const plain = cutFeed([adRow(10, 1, 10, 1)], { dimensions: ['campaign'], from: 0, to: 30, campaigns: 'all' }, 1);
    expect(withBudget(plain.rows)).toBe(plain.rows);
    expect(settingsOf(tablesOf([plain]), 'daily budget').size).toBe(0);
  });
});
