import type { FollowUpsReply, StandingMove } from '@lens/contract';
import { resultsView } from './results-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const range = (middle: number) => ({ low: middle - 1, middle, high: middle + 1 });
const move = (id: string, part: Partial<StandingMove> = {}): StandingMove => ({
  id,
  entity: {
    ...{ level: 'campaign', member: 1, key: 'k', name: 'Gifts', channelName: 'Search', accountName: 'Main', externalId: 'L-1' },
    currency: 'GBP',
  },
  change: { field: 'daily budget', from: 60, to: 48 },
  effect: { spend: range(-12), outcomes: range(0), profit: null, assumption: '' },
  ...{ outcome: 'purchase', evidence: [], proposedBy: { kind: 'plan', days: { from: 0, to: 1 } }, decision: 'accepted', reason: '' },
  ...{ by: 'Ana', decidedAt: '', decidedOn: 1, approved: null, sent: null, trouble: '', standing: { state: 'done', since: 2 } },
  ...part,
});
const batch = (moves: string[], part: Partial<FollowUpsReply['batches'][number]> = {}): FollowUpsReply['batches'][number] => ({
  ...{
    moves,
    expected: { spend: range(-12), outcomes: range(0) },
    before: { from: 20_640, to: 20_695 },
    after: { from: 20_727, to: 20_754 },
  },
  ...{ happened: { spend: range(-11), outcomes: range(-0.5), others: 6 }, why: null, agrees: { spend: true, outcomes: true } },
  ...part,
});

const plain = (text = ''): string => text.replace(/\u2060/g, '').replace(/\s/g, ' ');

describe('what moves did, on the screen', () => {
  it('is told beside what was expected, and against how many', () => {
    const { answer, rows } = resultsView([batch(['a'])], [move('a')], STYLE);
    expect(answer).toBe('1 result: 1 of 1 that can be compared came out as expected.');
    expect(rows).toMatchObject([{ name: 'Gifts', changes: ['Daily budget £60.00 → £48.00 (−20%)'], verdict: 'As expected' }]);
    expect(plain(rows[0]?.happened)).toBe(
      'A day: spend −£11.00 (−£12.00 to −£10.00), orders −0.5 (−1.5 to +0.5), against 6 campaigns left alone',
    );
    expect(plain(rows[0]?.expected)).toContain('spend −£12.00');
    expect(plain(rows[0]?.since)).toContain('Oct 2026');
  });

  it('says why it cannot be told, and what is not as expected', () => {
    const untold = batch(['a'], { happened: null, why: 'few left alone', agrees: null });
    const off = batch(['b'], { agrees: { spend: false, outcomes: false } });
    const { answer, rows } = resultsView([untold, off], [move('a'), move('b')], STYLE);
    expect(answer).toBe('2 results: 0 of 1 that can be compared came out as expected.');
    expect(rows.map(({ happened, verdict }) => [happened.slice(0, 13), verdict])).toEqual([
      ['No comparison', ''],
      ['A day: spend ', 'Not as expected: spend and orders'],
    ]);
    expect(resultsView([untold], [move('a')], STYLE).answer).toBe('1 result, none of which can be compared yet.');
    expect(resultsView([], [], STYLE).answer).toContain('Nothing that was decided here');
  });

  it('counts how often ranges held, by kind of change and by who decided', () => {
    const pause = { change: { field: 'status', from: 'running', to: 'paused' }, by: '' } as const;
    const off = batch(['b', 'c'], { agrees: { spend: true, outcomes: false } });
    const many = Array.from({ length: 12 }, (_, nth) => batch([`m${nth}`]));
    const all = many.map(({ moves: [id = ''] }) => move(id));
    expect(resultsView(many, all, STYLE).answer).toContain('12 of 12 (100%)');
    const { kinds, people } = resultsView([batch(['a']), off], [move('a'), move('b'), move('c', pause)], STYLE);
    expect(kinds).toEqual([
      { of: 'Budgets', moves: '2', held: '1 of 2' },
      { of: 'Pauses', moves: '1', held: '0 of 1' },
    ]);
    expect(people).toEqual([
      { of: 'Nobody said who', moves: '1', held: '0 of 1' },
      { of: 'Ana', moves: '2', held: '1 of 2' },
    ]);
    const ruled = move('b', { proposedBy: { kind: 'rule', rule: 'r', label: 'Idle placements' } });
    expect(resultsView([batch(['a']), off], [move('a'), ruled], STYLE).proposers).toEqual([
      { of: 'Rule: Idle placements', moves: '1', held: '0 of 1' },
      { of: 'The budget plan', moves: '1', held: '1 of 1' },
    ]);
  });
});
