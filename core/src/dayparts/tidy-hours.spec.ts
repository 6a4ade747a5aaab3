import fc from 'fast-check';
import type { WeekHours } from './accepting';
import { hoursOfBoth, movedHours, tidyHours } from './tidy-hours';
import { weekHoursTexts } from './hours-text';
import { readSchedule } from '../settings/schedule';

const WEEK = [0, 1, 2, 3, 4, 5, 6];
const hours: fc.Arbitrary<WeekHours[]> = fc.array(
  fc
    .record({ weekdays: fc.subarray(WEEK, { minLength: 1 }), opens: fc.nat({ max: 23 }), length: fc.integer({ min: 1, max: 24 }) })
    .map(({ weekdays, opens, length }) => ({ weekdays, opens, closes: Math.min(24, opens + length) })),
  { minLength: 1, maxLength: 5 },
);
/** Which of the 168 hours run; none said are all. */
const grid = (own: readonly WeekHours[]): string =>
  WEEK.flatMap((weekday) =>
    Array.from({ length: 24 }, (_, hour) =>
      own.length === 0 || own.some(({ weekdays, opens, closes }) => weekdays.includes(weekday) && opens <= hour && hour < closes)
        ? '1'
        : '0',
    ),
  ).join('');

describe('hours of a week', () => {
  it('are written in one way, whatever they are said by, and read back', () =>
    fc.assert(
      fc.property(hours, (own) => {
        const tidy = tidyHours(own);
        expect(grid(tidy)).toBe(grid(own));
        expect(tidyHours(own.toReversed())).toEqual(tidy);
        expect(tidyHours(readSchedule(weekHoursTexts(tidy).join(', ')) ?? [])).toEqual(tidy);
      }),
    ));

  it('that both have are those of both', () =>
    fc.assert(
      fc.property(hours, hours, (some, others) => {
        const [a, b] = [grid(some), grid(others)];
        const both = Array.from(a, (each, at) => (each === '1' && b[at] === '1' ? '1' : '0')).join('');
        // None in common is no schedule at all: whoever asks has to see to that.
        if (both.includes('1')) expect(grid(hoursOfBoth(some, others))).toBe(both);
        else expect(hoursOfBoth(some, others)).toEqual([]);
      }),
    ));

  it('on another clock are as many, so many hours later in the week', () =>
    fc.assert(
      fc.property(hours, fc.integer({ min: -12, max: 14 }), (own, ahead) => {
        const [before, after] = [grid(own), grid(movedHours(own, ahead))];
        const moved = Array.from(before, (_, at) => before[(at - ahead + 168) % 168]).join('');
        expect(after).toBe(moved);
      }),
    ));

  it('of the whole week are no limit', () => expect(tidyHours([{ weekdays: WEEK, opens: 0, closes: 24 }])).toEqual([]));
});
