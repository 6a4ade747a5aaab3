import { shutOn } from './lists';
import { haveEnd, readSchedule, runsIn, schedulesOn } from './schedule';
import type { ToldChange } from './told-change';

/** A change of campaign 7 in one channel. */
const change = (day: number, field: string, part: Partial<ToldChange>): ToldChange => ({
  ...{ day, field, channel: 'search', level: 'campaign', code: 7, oldValue: null, newValue: null, what: null },
  ...part,
});
const texts = (changes: readonly ToldChange[], day: number): string[] => shutOn(changes, 'excluded term', day).map(({ text }) => text);

describe('what a change history tells of lists', () => {
  it('is what was put on them up to a day and not taken off since, said beside a word', () => {
    const changes = [
      change(3, 'exclude', { what: 'jobs', newValue: 'excluded' }),
      change(5, 'exclude', { what: 'free', newValue: 'excluded' }),
      change(8, 'exclude', { what: 'jobs', newValue: 'allowed' }),
      change(9, 'block', { what: 'puzzles.example', newValue: 'blocked' }),
    ];
    expect([2, 3, 7, 8].map((day) => texts(changes, day))).toEqual([[], ['jobs'], ['jobs', 'free'], ['free']]);
    expect(shutOn(changes, 'blocked source', 9)).toMatchObject([{ text: 'puzzles.example', since: 9, channel: 'search', code: 7 }]);
  });

  it('or the thing itself as the new or the old value', () => {
    const changes = [
      change(3, 'Negative keyword', { newValue: '[free tea]' }),
      change(4, 'Negative keyword', { newValue: 'jobs', level: null, code: null }),
      change(6, 'Negative keyword', { oldValue: '[free tea]' }),
    ];
    expect([5, 6].map((day) => texts(changes, day))).toEqual([['[free tea]', 'jobs'], ['jobs']]);
    // The same of another campaign goes on.
    expect(texts([...changes, change(3, 'Negative keyword', { newValue: '[free tea]', code: 8 })], 6)).toEqual(['[free tea]', 'jobs']);
  });

  it('is since the first day, however often it is told', () => {
    const twice = [3, 5].map((day) => change(day, 'exclude', { what: 'jobs', newValue: 'excluded' }));
    expect(shutOn(twice, 'excluded term', 9)).toMatchObject([{ since: 3 }]);
  });
});

describe('a schedule', () => {
  it('is read with days, several hours, and over midnight', () => {
    expect(readSchedule('Mon–Fri 08:00–20:00, Sat 09:00-13:30')).toEqual([
      { weekdays: [0, 1, 2, 3, 4], opens: 8, closes: 20 },
      { weekdays: [5], opens: 9, closes: 13.5 },
    ]);
    expect(readSchedule('Sun 22:00–02:00')).toEqual([
      { weekdays: [6], opens: 22, closes: 24 },
      { weekdays: [0], opens: 0, closes: 2 },
    ]);
    expect(readSchedule('06:00 to 24:00')).toEqual([{ weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 6, closes: 24 }]);
    expect(readSchedule('Fri–Mon 10–12; 14–18')?.map(({ weekdays, opens }) => [weekdays, opens])).toEqual([
      [[4, 5, 6, 0], 10],
      [[4, 5, 6, 0], 14],
    ]);
    expect(['when it rains', '25:00–26:00', 'Someday 08:00–09:00', ''].map(readSchedule)).toEqual([null, null, null, null]);
  });

  it('runs in an hour of which it has a part', () => {
    const hours = readSchedule('Sat 09:00–13:30') ?? [];
    expect([8, 9, 13, 14].map((hour) => runsIn(hours, 5, hour))).toEqual([false, true, true, false]);
    expect(runsIn(hours, 4, 10)).toBe(false);
    expect([7, 8].map((hour) => runsIn([{ weekdays: [0], opens: 8.5, closes: 9 }], 0, hour))).toEqual([false, true]);
  });

  it('is the last that was told and can be read; so are ends', () => {
    const changes = [
      change(1, 'ad schedule', { newValue: '08:00–20:00' }),
      change(4, 'ad schedule', { newValue: '10:00–12:00' }),
      change(8, 'ad schedule', { newValue: 'all hours' }),
      change(2, 'End date', { newValue: '2026-12-31' }),
      change(6, 'End date', { newValue: 'none' }),
    ];
    expect(
      [1, 4, 8].map((day) =>
        schedulesOn(changes, day)
          .get(7)
          ?.map(({ opens }) => opens),
      ),
    ).toEqual([[8], [10], undefined]);
    expect([1, 2, 6].map((day) => haveEnd(changes, day).get(7))).toEqual([undefined, true, false]);
  });
});
