import type { JourneysReply } from '@lens/contract';
import { type flowConfig, THEMES } from '@lens/draw';
import { journeysView } from './journeys-view';

const REPLY: JourneysReply = {
  members: ['Film', '', 'Search'],
  outcomes: 50,
  touched: 40,
  byLength: [
    { from: 1, to: 1, outcomes: 30, share: 0.75 },
    { from: 2, to: 2, outcomes: 10, share: 0.25 },
    { from: 3, to: null, outcomes: 0, share: 0 },
  ],
  byDays: [{ from: 0, to: 0, outcomes: 40, share: 1 }],
  meanLength: 1.25,
  medianDays: 3,
  medianBetween: null,
  byFirst: [{ member: 0, outcomes: 22, value: 2200, meanLength: 1.5, medianDays: 4.25 }],
  paths: [
    { steps: [[0], [1, 2]], outcomes: 22, value: 2200, share: 0.55, unsold: 100, rate: 22 / 122 },
    { steps: [[2]], outcomes: 11, value: 0, share: 0.275, unsold: 0, rate: null },
  ],
  pathCount: 4,
  flow: {
    stops: [
      { stage: 'starts', member: 0 },
      { stage: 'finishes', member: null },
      { stage: 'outcome', member: null },
    ],
    streams: [
      { from: 0, to: 1, outcomes: 22 },
      { from: 1, to: 2, outcomes: 22 },
      { from: 0, to: 2, outcomes: 18 },
    ],
  },
  firstByLast: [
    [0, 0, 22],
    [0, 0, 0],
    [0, 0, 11],
  ],
  lookbackMembers: ['Film', 'Search'],
  lookbacks: [
    { days: 7, touched: 20, share: 0.4, met: [5, 20], kept: [0.25, 0.5] },
    { days: 90, touched: 45, share: 0.9, met: [20, 40], kept: [1, 1] },
  ],
  found: {
    sold: 22,
    unsold: 100,
    value: 2200,
    journeys: [
      {
        isSold: true,
        day: 20_745,
        value: 100,
        touches: [
          { day: 20_740, daysBefore: 5, hoursBefore: 120, isView: true, names: ['Film', 'phone'] },
          { day: 20_745, daysBefore: 0.1, hoursBefore: 2, isView: false, names: [] },
        ],
      },
      { isSold: false, day: 20_740, value: null, touches: [] },
    ],
  },
  dimensions: [],
  actions: [],
};

describe('what is shown of journeys', () => {
  const view = journeysView(REPLY, { outcome: 'bookings', style: { locale: 'en-GB', currency: 'EUR' }, absent: 'no campaign' });

  it('says how long they were, by bars that end where there are none', () => {
    expect(view.summary).toBe('40 of 50 bookings have a known touch: 1.3 touches each, and half of them within 3.0 days of the first.');
    expect(view.lengths).toEqual([
      { label: '1 touch', text: '30 · 75%', size: 1 },
      { label: '2 touches', text: '10 · 25%', size: 1 / 3 },
    ]);
  });

  it('names the ways, and says nothing of how often too few lead anywhere', () => {
    expect(view.paths.map(({ steps, outcomes, value, rate }) => [steps.join(' > '), outcomes.text, value, rate])).toEqual([
      ['Film > no campaign + Search', '22 · 55%', '€2,200', '18%'],
      ['Search', '11 · 28%', '', '…'],
    ]);
    expect(view.morePaths).toBe('and 2 other ways');
  });

  it('lets outcomes run from what began to what finished, told as a table too', () => {
    expect(view.flow.behind).toEqual({
      heads: ['From', 'To', 'bookings'],
      rows: [
        ['begins with Film', 'ends with all others', '22'],
        ['ends with all others', 'bookings', '22'],
        ['begins with Film', 'bookings', '18'],
      ],
    });
    const config = view.flow.drawn(THEMES.light) as ReturnType<typeof flowConfig>;
    expect(config.data.datasets[0]?.labels).toEqual({ '0': 'Film 40', '1': 'all others 22', '2': 'bookings 40' });
  });

  it('shades what began against what finished, and leaves cells of none empty', () => {
    expect(view.grid?.[0]?.cells.map(({ text, shade }) => [text, shade])).toEqual([
      ['', 0],
      ['', 0],
      ['22', 1],
    ]);
  });

  it('tells single journeys by their touches, and what other lookbacks leave', () => {
    expect(view.found).toBe('22 ended in bookings, worth €2,200; 100 people went on without.');
    expect(view.journeys[0]).toMatchObject({ way: 'Film → no campaign', end: 'ended in bookings, €100.00' });
    expect(view.journeys[0]?.touches[0]?.text).toBe('saw Film · phone');
    expect(view.journeys[0]?.touches[1]?.when).toContain('2.0 hours before');
    expect(view.journeys[1]?.end).toBe('ended in nothing');
    expect(view.kept).toEqual([
      { name: 'Film', cells: ['5 · 25%', '20 · 100%'] },
      { name: 'Search', cells: ['20 · 50%', '40 · 100%'] },
    ]);
  });
});
