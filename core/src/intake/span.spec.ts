import fc from 'fast-check';
import { dayOf, dayParts, parseDay, parseSpan, weekday } from '../index';
import { guessMapping, readReportRow } from '../test/read';

describe('weeks, months and other days', () => {
  it.each([
    ['2026-10-05', '2026-10-05', '2026-10-05'],
    ['2026-W01', '2025-12-29', '2026-01-04'],
    ['2026W53', '2026-12-28', '2027-01-03'],
    ['2026-02', '2026-02-01', '2026-02-28'],
    ['10/2026', '2026-10-01', '2026-10-31'],
    ['Okt. 2026', '2026-10-01', '2026-10-31'],
    ['Q3 2026', '2026-07-01', '2026-09-30'],
    ['2026-Q1', '2026-01-01', '2026-03-31'],
    ['2026-10-05 - 2026-10-11', '2026-10-05', '2026-10-11'],
    ['2026-10-05 to 2026-10-11', '2026-10-05', '2026-10-11'],
    ['2026-10-05–2026-10-11', '2026-10-05', '2026-10-11'],
  ])('%s is %s to %s', (text, from, to) => expect(parseSpan(text, 'year first')).toEqual({ from: parseDay(from), to: parseDay(to) }));

  it.each(['2025-W53', '2026-W00', '2026-13', 'Foo 2026', '2026-10-11 - 2026-10-05', 'Q5 2026', '12 to 14', ''])('%s is none', (text) =>
    expect(parseSpan(text, 'year first')).toBeUndefined(),
  );

  it('every day lies in its own ISO week', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10_000, max: 30_000 }), (day) => {
        const monday = day - weekday(day);
        const year = dayParts(monday + 3).year;
        const week = Math.floor((monday + 3 - (dayOf(year, 1, 1) ?? 0)) / 7) + 1;
        expect(parseSpan(`${year}-W${String(week).padStart(2, '0')}`, 'year first')).toEqual({ from: monday, to: monday + 6 });
      }),
      { seed: 81 },
    );
  });

  it('stand in a column for the first day and one for the last, or in one of their own', () => {
    const guess = guessMapping(
      ['Reporting starts', 'Reporting ends', 'Campaign', 'Cost'],
      [['2026-10-05'], ['2026-10-11'], ['Tea'], ['1']],
    );
    expect(guess.mapping.columns.map(({ role }) => role)).toEqual(['day', 'last day', 'level', 'measure']);
    const zones = { account: 'UTC', client: 'UTC' };
    const { mapping } = guess;
    expect(readReportRow(['2026-10-05', '2026-10-11', 'Tea', '1'], mapping, zones)).toMatchObject({ to: parseDay('2026-10-11') });
    expect(readReportRow(['2026-10-05', '2026-10-01', 'Tea', '1'], mapping, zones)).toMatchObject({ column: 1 });
    expect(guessMapping(['Week', 'Day', 'Cost'], [[], [], []]).mapping.columns.map(({ role }) => role)).toEqual([
      'ignore',
      'day',
      'measure',
    ]);
    expect(guessMapping(['Week', 'Campaign', 'Cost'], [[], [], []]).mapping.columns[0]).toEqual({ role: 'day' });
  });
});
