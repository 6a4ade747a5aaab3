import type { Note, WireChange } from '@lens/contract';
import { parseDay, rangeText } from '@lens/core';
import { happeningOfChange, happeningOfNote, marksOf as marksOfAll } from './happenings';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const FIRST = parseDay('2026-10-05') ?? NaN;
const change = (part: Partial<WireChange>): WireChange => ({
  ...{ day: FIRST, at: '', channelName: 'Harbor Search', accountName: 'Tea', feedName: 'History' },
  ...{ level: 'campaign', name: 'gifts', field: 'daily budget', oldValue: '60', newValue: '74', note: null, by: 'ana' },
  ...part,
});
const marksOf = (changes: readonly WireChange[], ...of: [typeof days, readonly string[], typeof STYLE]) =>
  marksOfAll(changes.map(happeningOfChange), ...of);
const days = [FIRST, FIRST + 1].map((day) => ({ from: day, to: day }));
const week = [{ from: FIRST, to: FIRST + 6 }];

describe('marks of a chart', () => {
  it('tell changes of what is drawn on their day, by name or by channel', () => {
    const changes = [change({ day: FIRST + 1, name: 'tins' }), change({})];
    expect(marksOf(changes, days, ['gifts'], STYLE)).toEqual([{ at: 0, lines: ['gifts: daily budget 60 → 74'] }]);
    expect(marksOf(changes, days, ['Harbor Search'], STYLE).map(({ at }) => at)).toEqual([0, 1]);
    expect(marksOf(changes, days, ['Total'], STYLE)).toEqual([]);
  });

  it('tell those of the account with its channel, and the day where a place is several', () => {
    const paid = change({ day: FIRST + 2, level: null, name: null, field: null, oldValue: null, newValue: null, note: 'card renewed' });
    expect(marksOf([paid], week, ['Harbor Search'], STYLE)).toEqual([{ at: 0, lines: ['7 Oct 2026: the account: card renewed'] }]);
    expect(marksOf([paid], days, ['Harbor Search'], STYLE)).toEqual([]);
  });

  it('tell the first of many, in their order, and how many more there are', () => {
    const changes = [5, 4, 3, 2, 1, 0].map((day) => change({ day: FIRST + day, oldValue: null, newValue: String(day) }));
    const [{ lines } = { lines: [] }] = marksOf(changes, week, ['gifts'], STYLE);
    expect([lines.length, lines[0], lines.at(-1)]).toEqual([5, '5 Oct 2026: gifts: daily budget 0', 'and 2 more']);
  });

  it('tell what was noted of the client everywhere, of a channel where it is drawn, once where it began', () => {
    const note = (part: Partial<Note>): Note => ({
      days: { from: FIRST, to: FIRST },
      channel: null,
      campaign: null,
      text: 'Price up',
      ...part,
    });
    const marks = (of: Note, drawn: readonly string[]) => marksOfAll([happeningOfNote(of)], days, drawn, STYLE);
    expect(marks(note({}), ['Total'])).toEqual([{ at: 0, lines: ['Price up'] }]);
    expect(marks(note({ channel: 'Harbor Search', campaign: 'gifts' }), ['Tern Search'])).toEqual([]);
    expect(marks(note({ channel: 'Harbor Search', campaign: 'gifts' }), ['gifts'])).toHaveLength(1);
    const sale = note({ days: { from: FIRST - 3, to: FIRST + 1 } });
    expect(marks(sale, ['Total'])).toEqual([{ at: 0, lines: [`${rangeText(sale.days, 'en-GB')}: Price up`] }]);
  });
});
