import type { ClientGlance } from '@lens/contract';
import { bounds, BUILT_IN_BOOK, dayOf, rangeText, value } from '@lens/core';
import { readFocus } from '../data/address';
import { readCompare } from '../compare/compare-state';
import { type MorningKnown, morningSentences } from './morning-words';

const told = { style: { locale: 'en-GB', currency: 'GBP' }, book: BUILT_IN_BOOK };
const NOTHING: MorningKnown = { facts: [], glance: undefined, serious: [] };
const texts = (known: Partial<MorningKnown>) => morningSentences({ ...NOTHING, ...known }, told).map(({ text }) => text);
const day = dayOf(2026, 10, 6) ?? 0;
const GLANCE: ClientGlance = {
  client: { id: 'a', name: 'A', currency: 'GBP', timeZone: 'Europe/London', locale: 'en-GB', metricSet: 'shop' },
  period: { from: day, to: day },
  target: { from: day, to: day, metric: 'roas', value: 2.6, countedBy: 'orders', basis: 'sale', orders: 'matched' },
  actual: value(1.75),
  other: null,
  met: 0.67,
  sureness: 'supported',
  spend: value(100),
  plan: null,
  pacing: null,
  balances: [],
  waiting: { proposals: 0, accepted: 0, byRules: 0, first: [] },
};

describe('the words of a morning', () => {
  it('are none where there is nothing', () => {
    expect(texts({})).toEqual([]);
    expect(texts({ glance: { ...GLANCE, met: 1.1 } })).toEqual([]);
  });

  it('say of prepaid money what ends within days, or has ended', () => {
    const balances = [
      { channelName: 'Larkmail', left: value(40), days: 3.2 },
      { channelName: 'Heron', left: value(900), days: 7 },
      { channelName: 'Wren', left: value(-5), days: null },
      { channelName: 'Tern', left: bounds(null, 40), days: null },
    ];
    expect(texts({ glance: { ...GLANCE, met: 1.1, balances } })).toEqual([
      '£40.00 left at Larkmail: it lasts 3 more days at this pace.',
      'The balance at Wren is used up, unless it was topped up.',
    ]);
  });

  it('say a day with what would be usual, and what was changed on it', () => {
    const fact = {
      kind: 'day',
      metric: 'spend',
      channel: { key: 'channel:x', name: 'Heron' },
      day,
      isOfSome: false,
      value: 182,
      usual: 150,
      z: 5,
    } as const;
    expect(texts({ facts: [{ ...fact, changes: 0 }] })).toEqual([
      'Spend of Heron came to £182.00 on 6 Oct 2026, where £150.00 would be usual.',
    ]);
    const all = { ...fact, metric: 'purchases', channel: null, value: 3, usual: 28.4, changes: 2 };
    expect(texts({ facts: [{ ...all, isOfSome: true, changes: 0 }] })[0]).toMatch(/^Purchases of the channels that tell them came to 3/);
    expect(texts({ facts: [all] })).toEqual([
      'Purchases came to 3 on 6 Oct 2026, where 28 would be usual. 2 settings were changed that day.',
    ]);
  });

  it('say what follows what with round numbers, and weeks with what one costs', () => {
    const rate = {
      kind: 'rate',
      metric: 'carts',
      per: 'clicks',
      since: day,
      within: { from: day, to: day },
      before: 0.095,
      now: 0.078,
    } as const;
    expect(texts({ facts: [rate, { ...rate, within: { from: day - 2, to: day + 1 } }] })).toEqual([
      'Since 6 Oct 2026, 1,000 clicks lead to 78 carts; before, to 95.',
      `Since about 6 Oct 2026 (${rangeText({ from: day - 2, to: day + 1 }, 'en-GB')}), 1,000 clicks lead to 78 carts; before, to 95.`,
    ]);
    const week = {
      kind: 'week',
      metric: 'leads',
      to: day,
      isOfSome: false,
      results: { now: 60, before: 120 },
      cost: { now: 20, before: 10 },
    } as const;
    expect(
      texts({ facts: [week, { ...week, isOfSome: true, results: { now: 0, before: 120 }, cost: { now: null, before: 10 } }] }),
    ).toEqual([
      'The seven days to 6 Oct 2026 brought 60 leads, £20.00 each; the seven before, 120 leads, £10.00 each.',
      'The seven days to 6 Oct 2026 brought on the channels that tell them 0 leads; the seven before, 120 leads, £10.00 each.',
    ]);
  });

  it('claim that a target is missed only where that is sure', () => {
    expect(texts({ glance: GLANCE })).toEqual(['ROAS is 1.75 this month, where at least 2.60 was promised.']);
    expect(texts({ glance: { ...GLANCE, sureness: 'undecided' } })).toEqual([]);
    expect(texts({ glance: { ...GLANCE, met: 1.2, waiting: { proposals: 1, accepted: 3, byRules: 17, first: [] } } })).toEqual([
      'One proposal waits for a decision.',
      'Standing rules propose 17 moves.',
      '3 accepted moves are to be made at the channels.',
    ]);
  });

  it('name the first serious problem of the data, and how many more there are', () => {
    const note = { serious: true, title: 'Days are missing', worth: '', todo: '' };
    expect(texts({ serious: [note] })).toEqual(['Days are missing.']);
    expect(texts({ serious: [note, note] })).toEqual(['Days are missing (and 1 more of the data).']);
  });

  it('lead to where it can be looked at', () => {
    const fact = {
      kind: 'day',
      metric: 'clicks',
      channel: { key: 'channel:x', name: 'Heron' },
      day,
      isOfSome: false,
      value: 1,
      usual: 9,
      z: -5,
      changes: 0,
    } as const;
    const [sentence] = morningSentences({ ...NOTHING, facts: [fact] }, told);
    const read = (key: string): string | null => sentence?.query[key] ?? null;
    expect(readCompare(read)).toMatchObject({
      rows: ['channel', 'campaign'],
      chartMetric: 'clicks',
      where: [{ any: [{ value: 'Heron' }] }],
    });
    expect(readFocus(read).period).toEqual({ from: day - 55, to: day });
  });
});
