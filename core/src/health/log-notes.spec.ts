import { claimNotes, logNotes, reconcile } from '../index';

const DAYS = { from: 10, to: 20 };
const NOTHING = {
  ...{ people: 100, touches: 400, onceTouched: 0, twice: 0, late: 0, future: 0, unweighted: 0, weighedTwice: 0 },
  ...{ outcomesTwice: 0, unlisted: { count: 0, value: 0 }, unknownChannel: 0 },
};

describe('what is odd in a log', () => {
  it('is told where it is, as a part of what it is of, and never as serious: no total changes', () => {
    expect(logNotes(NOTHING, 7, DAYS)).toEqual([]);
    const odd = { ...NOTHING, late: 8, outcomesTwice: 2, unlisted: { count: 3, value: 60e6 }, unweighted: 25 };
    const notes = logNotes(odd, 7, DAYS);
    expect(notes.map(({ kind, count, share, money }) => [kind, count, share, money])).toEqual([
      ['touches late', 8, 0.02, null],
      ['outcomes in two journeys', 2, null, null],
      ['outcomes on no list', 3, null, 60],
      ['weights missing', 25, 0.25, null],
    ]);
    expect(notes.every(({ serious, feedId, days }) => !serious && feedId === 7 && days === DAYS)).toBe(true);
  });
});

describe('what is claimed more than once', () => {
  it('is told of each channel that does, on its days, with its money', () => {
    const outcomes = [12, 14, 16].map((day) => ({ id: `O-${day}`, day, count: 1, value: 20e6 }));
    const claim = (channel: number, day: number, value = 25e6) => ({ channel, order: `O-${day}`, day, clickDay: null, count: 1, value });
    const claims = [claim(0, 12), claim(1, 12), claim(1, 14), claim(1, 14), claim(1, 16), claim(1, 16), claim(1, 16, NaN)];
    const held = reconcile(outcomes, claims, { days: DAYS, channels: 2, isCovered: () => true });
    expect(claimNotes(held, (channel) => channel + 5)).toMatchObject([
      { kind: 'claimed again', account: 6, days: { from: 14, to: 16 }, count: 3, money: 50, share: 0.5 },
    ]);
  });
});
