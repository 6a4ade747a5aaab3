import { bucketsOf, comparisonRange, dayInZone, formatDay, parseDay, presetOf, resolvePeriod, weekday } from '../index';

const day = (iso: string): number => parseDay(iso) ?? NaN;
const range = (from: string, to: string) => ({ from: day(from), to: day(to) });

describe('days and periods', () => {
  const today = day('2026-10-31');

  it('reads and writes days, and refuses what is none', () => {
    expect(formatDay(day('2024-02-29'))).toBe('2024-02-29');
    expect(parseDay('2026-02-29')).toBeUndefined();
    expect(parseDay('31/10/2026')).toBeUndefined();
    expect(weekday(today)).toBe(5);
  });

  it('leaves the unfinished day out of this month', () => {
    expect(resolvePeriod({ preset: 'this-month' }, today, undefined)).toEqual({
      ...range('2026-10-01', '2026-10-30'),
      unfinished: { from: today, to: today },
    });
    expect(resolvePeriod({ preset: 'last-month' }, today, undefined)).toEqual({
      ...range('2026-09-01', '2026-09-30'),
      unfinished: undefined,
    });
    expect(resolvePeriod({ from: today, to: today }, today, undefined)).toBeUndefined();
  });

  it.each([
    ['this-week', '2026-10-26', '2026-10-30', true],
    ['last-week', '2026-10-19', '2026-10-25', false],
    ['this-quarter', '2026-10-01', '2026-10-30', true],
    ['last-quarter', '2026-07-01', '2026-09-30', false],
    ['this-year', '2026-01-01', '2026-10-30', true],
    ['last-year', '2025-01-01', '2025-12-31', false],
    ['last-45', '2026-09-16', '2026-10-30', false],
    ['yesterday', '2026-10-30', '2026-10-30', false],
  ] as const)('knows %s as %s to %s', (preset, from, to, isOpen) => {
    const unfinished = isOpen ? { from: today, to: today } : undefined;
    expect(resolvePeriod({ preset }, today, undefined)).toEqual({ ...range(from, to), unfinished });
  });

  it('knows of no finished day in a week that has just begun, and of other first days', () => {
    expect(resolvePeriod({ preset: 'this-week' }, day('2026-10-26'), undefined)).toBeUndefined();
    expect(resolvePeriod({ preset: 'last-quarter' }, day('2026-01-01'), undefined)).toMatchObject(range('2025-10-01', '2025-12-31'));
    expect(resolvePeriod({ preset: 'last-week' }, day('2026-10-26'), undefined)).toMatchObject(range('2026-10-19', '2026-10-25'));
  });

  it('reads the last so many days, and no name that is none', () => {
    expect(['last-1', 'last-3660', 'this-week'].map(presetOf)).toEqual(['last-1', 'last-3660', 'this-week']);
    expect(['last-0', 'last-3661', 'last-', 'last-07', 'last-1e3', 'next-week', ''].map(presetOf)).toEqual(Array(7).fill(undefined));
  });

  it.each([
    [28, 28],
    [30, 35],
    [7, 7],
    [1, 7],
    [8, 14],
  ])('compares %i days with those %i days back, weekdays aligned', (length, back) => {
    const period = { from: today - length, to: today - 1 };
    expect(comparisonRange(period, { mode: 'before' })).toEqual({ from: period.from - back, to: period.to - back });
  });

  it('compares with 364 days before for a year', () => {
    expect(comparisonRange(range('2026-10-01', '2026-10-28'), { mode: 'year' })).toEqual(range('2025-10-02', '2025-10-29'));
    expect(comparisonRange(range('2026-10-01', '2026-10-28'), { mode: 'none' })).toBeUndefined();
  });

  it('draws days up to nine weeks and Monday weeks beyond, without a day lost or twice', () => {
    expect(bucketsOf(range('2026-10-01', '2026-10-30'))).toHaveLength(30);
    const weeks = bucketsOf(range('2026-06-03', '2026-10-30'));
    expect(weeks[1]).toEqual(range('2026-06-08', '2026-06-14'));
    weeks.slice(1).forEach((week, at) => expect(week.from).toBe((weeks[at]?.to ?? 0) + 1));
    expect(weeks.at(-1)?.to).toBe(day('2026-10-30'));
  });

  it('knows which day it is elsewhere, over a clock change', () => {
    expect(formatDay(dayInZone(Date.parse('2026-10-25T23:30:00Z'), 'Europe/London'))).toBe('2026-10-25');
    expect(formatDay(dayInZone(Date.parse('2026-10-24T23:30:00Z'), 'Europe/London'))).toBe('2026-10-25');
    expect(formatDay(dayInZone(Date.parse('2026-10-31T05:30:00Z'), 'America/Denver'))).toBe('2026-10-30');
  });
});
