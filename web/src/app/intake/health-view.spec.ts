import type { WireHealthNote } from '@lens/contract';
import { rangeText } from '@lens/core';
import { noteView, stripOf } from './health-view';

const STYLE = { locale: 'en-GB', currency: 'EUR', timeZone: 'Europe/Lisbon' };
// How a range is spaced is the platform's.
const days = (from: number, to: number): string => rangeText({ from, to }, STYLE.locale);
const note = (of: Partial<WireHealthNote>): WireHealthNote => ({
  kind: 'days missing',
  serious: true,
  feedName: '',
  otherFeedName: '',
  channelName: 'Cobble Video',
  accountName: 'Kelpie',
  currency: 'USD',
  timeZone: 'America/New_York',
  days: { from: 20727, to: 20729 },
  money: null,
  count: 3,
  share: null,
  pageName: '',
  ...of,
});

describe('a note on the data in words', () => {
  it('says what is missing, what it is worth and what to do', () => {
    expect(noteView(note({ money: 90 }), STYLE)).toEqual({
      serious: true,
      title: `Cobble Video · Kelpie: 3 days are missing, ${days(20727, 20729)}`,
      worth: 'About €90.00, going by its other days, is in no total.',
      todo: 'Export these days and drop the file, or fetch the channel again.',
    });
    expect(noteView(note({ count: 1 }), STYLE).title).toContain('1 day is missing');
  });

  it('says which of two reports has less, and by how much', () => {
    const { title, worth } = noteView(
      note({ kind: 'reports disagree', feedName: 'Keywords', otherFeedName: 'Ads', money: -10, share: -0.2, count: 5 }),
      STYLE,
    );
    expect(title).toBe('Cobble Video · Kelpie: “Keywords” and “Ads” disagree');
    expect(worth).toContain(`“Keywords” has €10.00 less spend (20%) on 5 days, ${days(20727, 20729)}`);
  });

  it('says it in impressions where the reports tell no money', () => {
    const { worth } = noteView(
      note({ kind: 'reports disagree', feedName: 'Reach', otherFeedName: 'Ads', money: null, share: 0.03, count: 2 }),
      STYLE,
    );
    expect(worth).toContain('“Reach” has 3% more impressions on 2 days');
  });

  it('says what is odd in a log and in claims, as parts of it', () => {
    const claimed = noteView(note({ kind: 'claimed again', serious: false, count: 271, share: 0.5, money: 10431 }), STYLE);
    expect(claimed.title).toBe(`Cobble Video: 271 orders are claimed more than once, ${days(20727, 20729)}`);
    expect(claimed.worth).toContain('50% of what it claims in its list, €10,431. Its claims');
    const late = noteView(note({ kind: 'touches late', feedName: 'Journeys', count: 1, share: 0.02 }), STYLE);
    expect([late.title, late.worth.slice(0, 19)]).toEqual(['“Journeys”: 1 touch lies after the outcome it led to', '2% of its touches. ']);
  });

  it('writes money without a rate in its own currency', () => {
    expect(noteView(note({ kind: 'no rate', money: 30 }), STYLE).worth).toBe('$30.00 is in no total.');
  });
});

describe('the strip of a feed', () => {
  const range = { from: 20727, to: 20730 };
  it('tells in words what it shows', () => {
    expect(stripOf([{ state: 'arrived', from: 0, to: 3 }], range, 'en-GB').label).toBe(`Days ${days(20727, 20730)}: all there`);
    const { label, runs } = stripOf(
      [
        { state: 'arrived', from: 0, to: 1 },
        { state: 'missing', from: 2, to: 3 },
      ],
      range,
      'en-GB',
    );
    expect(label).toBe(`Days ${days(20727, 20730)}: missing ${days(20729, 20730)}`);
    expect(runs[1]).toEqual({ look: 'missing', from: 2, to: 3 });
  });
});
