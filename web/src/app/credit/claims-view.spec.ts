import type { ClaimsReply } from '@lens/contract';
import { claimsView } from './claims-view';

const sum = (count: number, value = count * 20, unvalued = 0) => ({ count, value, unvalued });
const NONE = sum(0);
const REPLY: ClaimsReply = {
  actions: ['purchase'],
  isListed: true,
  days: 30,
  covered: 30,
  channels: [
    {
      ...{ name: 'Harbor', covered: 30, claims: sum(60, 1500), found: sum(50), first: sum(50, 1250), over: 1.2 },
      ...{ again: sum(1, 25), missing: sum(8, 200), unnumbered: sum(1, 0, 1), alone: sum(30), shared: sum(20), reach: 29 },
    },
    {
      ...{ name: 'Wren', covered: 20, claims: sum(70, 0, 70), found: sum(55), first: sum(55, 0, 55), over: 70 / 55 },
      ...{ again: NONE, missing: sum(15), unnumbered: NONE, alone: sum(35), shared: sum(20), reach: null },
    },
  ],
  pairs: [{ a: 0, b: 1, both: sum(20), ofA: 0.4, ofB: 20 / 55 }],
  outcomes: sum(100),
  found: sum(85),
  unclaimed: sum(15),
  claims: sum(130),
  over: 130 / 85,
  uncovered: NONE,
  reported: [
    {
      ...{ name: 'Cobble', basis: 'click', over: { kind: 'gap', gap: 'nothing to divide by' } },
      ...{ claims: { kind: 'value', value: 6 }, claimedValue: { kind: 'gap', gap: 'not measured' } },
      ...{ orders: { kind: 'value', value: 0 }, value: { kind: 'value', value: 0 } },
    },
  ],
  shows: { all: 124, 'claimed by several': 20, 'claimed again': 1, 'no such outcome': 23, 'without a number': 1, unclaimed: 15 },
  told: [
    {
      outcome: { id: 'O-1', day: 20_735, count: 1, value: 20 },
      claims: [
        { channel: 0, order: 'O-1', day: 20_735, count: 1, value: 25, clickMoment: 1_791_300_000, campaign: 'C1' },
        { channel: 1, order: 'O-1', day: 20_735, count: 0.5, value: null, clickMoment: null, campaign: null },
      ],
    },
    { outcome: null, claims: [{ channel: 0, order: null, day: 20_736, count: 1, value: 25, clickMoment: null, campaign: null }] },
    { outcome: { id: 'O-2', day: 20_736, count: 1, value: null }, claims: [] },
  ],
  toldOf: 124,
};
const view = (part: Partial<ClaimsReply> = {}) =>
  claimsView({ ...REPLY, ...part }, { outcome: 'purchases', style: { locale: 'en-GB', currency: 'GBP' }, zone: 'Europe/London' });

describe('claims in words', () => {
  it('say what is there, who claims how much for each, and what became of it', () => {
    expect(view().summary).toBe(
      '100 purchases worth £2,000. Some channel claims 85 of them, none claims 15. Together they claim 130, 1.53 for each that is found: claims of several channels are never added to what was sold.',
    );
    const [harbor, wren] = view().channels;
    expect(harbor).toMatchObject({
      ...{
        claims: { count: '60', value: '£1,500' },
        found: { count: '50', value: '£1,000' },
        over: '1.20',
        worth: '£1,250 for £1,000',
        reach: '29 days',
      },
      ...{ again: { count: '1', value: '£25.00' }, unnumbered: { count: '1', value: '' }, note: '' },
    });
    expect(harbor?.parts.map(({ kind, spoken }) => [kind, spoken])).toEqual([
      ['alone', '30 found, claimed by it alone'],
      ['shared', '20 found, claimed by others too'],
      ['again', '1 claimed again'],
      ['missing', '8 of no such order'],
      ['unnumbered', '1 without a number'],
    ]);
    expect(harbor?.parts.reduce((all, { size }) => all + size, 0)).toBeCloseTo(60 / 70);
    expect(wren).toMatchObject({
      again: { count: '·', value: '' },
      claims: { value: '' },
      worth: '–',
      note: 'its list covers 20 of 30 days',
    });
  });

  it('set pairs against each other, each as a part of its row', () => {
    expect(view().grid.map(({ cells }) => cells.map(({ text }) => text))).toEqual([
      ['50', '20 · 40%'],
      ['20 · 36%', '55'],
    ]);
    expect(view({ channels: REPLY.channels.slice(0, 1) }).grid).toEqual([]);
  });

  it('tell orders and claims one by one, and how many more there are', () => {
    const { told, more, shows } = view();
    expect(told).toEqual([
      { order: 'O-1', day: '9 Oct 2026', worth: '£20.00', claims: ['Harbor, C1, £25.00, after 6 Oct 2026, 16:20', 'Wren, 0.5 of it'] },
      { order: 'no number', day: '10 Oct 2026', worth: 'no such order', claims: ['Harbor, £25.00'] },
      { order: 'O-2', day: '10 Oct 2026', worth: '', claims: [] },
    ]);
    expect(more).toBe('The first 3 of 124: seek an order by its number, or take fewer days.');
    expect(shows[2]).toEqual({ value: 'claimed again', label: 'claimed again by one channel (1)' });
  });

  it('say what cannot be told', () => {
    expect(view().reported).toMatchObject([{ claims: '6', orders: '0', over: '–', worth: '· for £0.00', basis: 'by click date' }]);
    expect(view({ isListed: false }).summary).toContain('no list of the client’s own purchases');
    expect(view({ channels: [], claims: NONE, over: null }).summary).toBe(
      '100 purchases worth £2,000. No channel has told its claims one by one.',
    );
    expect(view({ covered: 28, uncovered: sum(1) }).notes).toEqual([
      'The list of purchases covers 28 of these 30 days.',
      '1 claim of days that it does not cover is left out.',
      '“>” is put before sums of which some do not say what they are worth, or say it in money without a rate.',
    ]);
  });
});
