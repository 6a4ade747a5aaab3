import type { BulkReply } from '@lens/contract';
import { bulkChange, bulkKinds, bulkView } from './bulk-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const range = (middle: number) => ({ low: middle - 1, middle, high: middle + 1 });
type Move = BulkReply['moves'][number];
const move = (key: string, evidence: string[], currency = 'GBP'): Move => ({
  entity: { ...{ level: 'campaign', member: 1, key, name: key, channelName: 'Search', accountName: 'Main', externalId: key }, currency },
  change: { field: 'daily budget', from: 60, to: 48 },
  effect: { spend: range(-12), outcomes: range(0.02), profit: null, assumption: '' },
  evidence,
});
const reply = (moves: Move[], part: Partial<BulkReply['sum']> = {}): BulkReply => ({
  ...{ moves, left: [], outcome: 'purchase', dataVersion: 1 },
  sum: { moves: moves.length, spend: range(-24), outcomes: range(0), profit: null, withoutProfit: moves.length, overlap: false, ...part },
});
const plain = (text: string): string => text.replace(/\u2060/g, '').replace(/\s/g, ' ');

describe('one change of several, on the screen', () => {
  it('is what all of them can have done', () => {
    expect(bulkKinds(['campaign']).map(({ value }) => value)).toEqual(['pause', 'resume', 'share', 'amount']);
    expect(bulkKinds(['campaign', 'ad']).map(({ value }) => value)).toEqual(['pause', 'resume']);
  });

  it('is asked for once its size is said, a share as a percentage', () => {
    expect(bulkChange('share', -20)).toEqual({ kind: 'budget', by: 'share', value: -0.2 });
    expect(bulkChange('amount', 5)).toEqual({ kind: 'budget', by: 'amount', value: 5 });
    expect([bulkChange('share', NaN), bulkChange('amount', 0)]).toEqual([null, null]);
    expect(bulkChange('resume', NaN)).toEqual({ kind: 'status', to: 'running' });
  });

  it('says what is assumed of all once, and what is of one beside it, in the money of its account', () => {
    const { sum, assumed, lines, accept } = bulkView(
      reply([move('A', ['28 days.', 'Spend follows.']), move('B', ['9 days.', 'Spend follows.'], 'EUR')]),
      STYLE,
    );
    expect(plain(sum)).toBe('2 moves together. A day: spend −£24.00 (−£25.00 to −£23.00), orders 0.0 (−1.0 to +1.0).');
    expect([assumed, ...lines.map(({ rests }) => rests)]).toEqual(['Spend follows.', '28 days.', '9 days.']);
    expect(lines.map(({ change }) => change)).toEqual(['Daily budget £60.00 → £48.00 (−20%)', 'Daily budget €60.00 → €48.00 (−20%)']);
    expect(plain(lines[0]?.effect ?? '')).toContain('orders 0.0 (−1.0 to +1.0)');
    expect(accept).toBe('Accept 2 moves');
    expect(bulkView(reply([move('A', ['28 days.'])]), STYLE)).toMatchObject({ assumed: '', lines: [{ rests: '28 days.' }] });
  });

  it('says of how many profit is known, and that some lie within others', () => {
    const { sum } = bulkView(reply([move('A', []), move('B', [])], { profit: range(5), withoutProfit: 1, overlap: true }), STYLE);
    expect(plain(sum)).toContain('Profit is of the 1 where it is known. Some lie within others: together they do less than this sum.');
    expect(bulkView({ ...reply([]), left: [{ level: 'ad', member: 1, name: 'A', why: 'It is paused already.' }] }, STYLE)).toMatchObject({
      ...{ sum: '', lines: [] },
      left: [{ name: 'A', why: 'It is paused already.' }],
    });
  });
});
