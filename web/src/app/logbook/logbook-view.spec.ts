import type { StoredNote, WireChange } from '@lens/contract';
import { parseDay, rangeText } from '@lens/core';
import { logbookView } from './logbook-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const change = (part: Partial<WireChange>): WireChange => ({
  ...{ day: parseDay('2026-10-05') ?? NaN, at: '', channelName: 'Harbor Search', accountName: 'Tea', feedName: 'History' },
  ...{ level: 'campaign', name: 'gifts', field: 'daily budget', oldValue: '60', newValue: '74', note: null, by: 'ana' },
  ...part,
});
const period = { from: parseDay('2026-10-01') ?? NaN, to: parseDay('2026-10-31') ?? NaN };
const view = (changes: readonly WireChange[], sought = '', count = changes.length, notes: readonly StoredNote[] = []) =>
  logbookView({ changes: { changes, count }, notes, period, today: period.to + 1 }, sought, STYLE);
const note = (part: Partial<StoredNote>): StoredNote => ({
  ...{ id: 'n', client: 'tea', version: 1, at: '', note: '', by: 'Ana', text: 'Prices went up' },
  ...{ days: { from: parseDay('2026-10-06') ?? NaN, to: parseDay('2026-10-06') ?? NaN }, channel: null, campaign: null },
  ...part,
});

describe('changes in words', () => {
  it('stand under their days, from what to what', () => {
    const later = parseDay('2026-10-07') ?? NaN;
    const { days, more } = view([
      change({ day: later, level: 'group', oldValue: null }),
      change({}),
      change({ name: 'tins', newValue: null }),
    ]);
    expect(days.map(({ dayText, lines }) => [dayText, lines.map(({ of, level, value }) => [of, level, value])])).toEqual([
      ['7 Oct 2026', [['gifts', 'ad group', '74']]],
      [
        '5 Oct 2026',
        [
          ['gifts', 'campaign', '60 → 74'],
          ['tins', 'campaign', ''],
        ],
      ],
    ]);
    expect(more).toBe('');
  });

  it('say what is not told as that, and a note where there is no field', () => {
    const [line] = view([change({ level: null, name: null, field: null, note: 'card renewed', by: null })]).days[0]?.lines ?? [];
    expect(line).toMatchObject({ of: 'the account', level: '', what: 'card renewed', more: '', by: '' });
    expect(view([change({ name: null })]).days[0]?.lines[0]?.of).toBe('not named');
  });

  it('are found by anything they say, and tell how many are not shown', () => {
    const all = [change({}), change({ name: 'tins', by: 'Ben' })];
    expect(view(all, ' ben ').days[0]?.lines).toHaveLength(1);
    expect(view(all, 'harbor').days[0]?.lines).toHaveLength(2);
    expect(view(all, 'nobody').days).toEqual([]);
    expect(view(all, '', 1500).more).toBe('The newest 2 of 1,500 changes.');
  });

  it('stand beside what was noted, on the day it began, those of other days left out', () => {
    const from = parseDay('2026-10-05') ?? NaN;
    const notes = [
      note({}),
      note({ days: { from, to: from + 2 }, channel: 'Harbor Search', campaign: 'gifts' }),
      note({ client: null, days: { from: 0, to: from - 40 } }),
    ];
    expect(view([change({})], '', 1, notes).days.map(({ dayText, lines }) => [dayText, lines.map(({ of, more }) => [of, more])])).toEqual([
      ['6 Oct 2026', [['the client', '']]],
      [
        '5 Oct 2026',
        [
          ['gifts', rangeText({ from, to: from + 2 }, 'en-GB')],
          ['gifts', ''],
        ],
      ],
    ]);
    expect(view([], 'prices', 0, notes).days).toHaveLength(2);
  });

  it('tell what is written today in a period that reaches the last finished day, and in no other', () => {
    const today = period.to + 1;
    const written = note({ days: { from: today, to: today }, text: 'Sent to the channel' });
    const told = (to: number) =>
      logbookView({ changes: { changes: [], count: 0 }, notes: [written], period: { ...period, to }, today }, '', STYLE);
    expect(told(period.to).days.map(({ lines }) => lines.map(({ what }) => what))).toEqual([['Sent to the channel']]);
    expect(told(period.to - 1).days).toEqual([]);
  });
});
