import fc from 'fast-check';
import { seededRandom } from '../evidence/random';
import { drawPoisson } from '../test/draw';
import { acceptingOn, isAccepting, weekdaysText } from './accepting';
import { adjustmentsOf, changeOf, supportedHours } from './adjustments';
import { type CampaignHour, weekHours } from './week-grid';

const ALWAYS = { from: 0, to: 999 };

describe('accepting hours', () => {
  const hours = [
    { weekdays: [0, 1, 2, 3, 4], opens: 6, closes: 21, ...ALWAYS },
    { weekdays: [5], opens: 22, closes: 24, ...ALWAYS },
    { weekdays: [6], opens: 0, closes: 2, ...ALWAYS, to: 10 },
  ];

  it('begin with an hour and end before another, over midnight in two lines', () => {
    const at = (weekday: number, hour: number) => isAccepting(hours, weekday, hour);
    expect([at(0, 5), at(0, 6), at(0, 20), at(0, 21), at(5, 12), at(5, 23), at(6, 0), at(6, 2)]).toEqual([
      ...[false, true, true, false],
      ...[false, true, true, false],
    ]);
  });

  it('are written with their weekdays joined', () => {
    expect(
      [
        [0, 1, 2, 3, 4, 5, 6],
        [4, 3, 2, 1, 0],
        [5, 6],
        [0, 2, 5],
      ].map(weekdaysText),
    ).toEqual(['every day', 'Mon–Fri', 'Sat, Sun', 'Mon, Wed, Sat']);
  });

  it('are all where nothing is said, and those of their days', () => {
    expect(isAccepting([], 3, 3)).toBe(true);
    expect([acceptingOn(hours, 10).length, acceptingOn(hours, 11).length]).toEqual([3, 2]);
  });
});

type Made = (weekday: number, hour: number) => { clicks: number; rate: number };

/** A campaign’s week with counts drawn around its rates; a click costs 1. */
function weekOf(made: Made, seed: number, campaign = 'a'): CampaignHour[] {
  const draw = seededRandom(seed);
  return Array.from({ length: 168 }, (_, at) => {
    const [weekday, hour] = [Math.floor(at / 24), at % 24];
    const { clicks, rate } = made(weekday, hour);
    return {
      campaign,
      weekday,
      hour,
      spend: clicks,
      clicks,
      outcomes: drawPoisson(draw, clicks * rate),
      isAccepting: hour >= 6 && hour < 21,
    };
  });
}

describe('hours of a week', () => {
  const evening = (hour: number) => hour >= 17 && hour < 21;

  it('are told where they surely differ, on the right side', () => {
    // Evenings bring twice what the day does: 1.67 and 0.83 of the mean of 15 hours of which four are evenings.
    const told = Array.from({ length: 10 }, (_, seed) =>
      supportedHours(weekHours(weekOf((_, hour) => ({ clicks: 200, rate: evening(hour) ? 0.08 : 0.04 }), seed))),
    ).flat();
    expect(told.length).toBeGreaterThan(400);
    const right = told.filter(({ hour, ratio }) => evening(hour) === ratio > 1);
    expect(right.length / told.length).toBeGreaterThan(0.98);
    expect(told.every(({ isAccepting: accepts }) => accepts)).toBe(true);
  });

  it('are hardly ever told where all are alike', () => {
    const told = Array.from({ length: 20 }, (_, seed) => supportedHours(weekHours(weekOf(() => ({ clicks: 100, rate: 0.05 }), 50 + seed))));
    expect(told.filter((hours) => hours.length > 0).length).toBeLessThanOrEqual(2);
  });

  it('are held against their own campaigns: one that brings much in the morning makes no morning good', () => {
    // A brand campaign with five times the rate runs in the mornings alone.
    const plain = weekOf(() => ({ clicks: 150, rate: 0.03 }), 3);
    const brand = weekOf((_, hour) => ({ clicks: hour < 12 ? 150 : 0, rate: 0.15 }), 4, 'brand');
    const mornings = supportedHours(weekHours([...plain, ...brand])).filter(({ hour, ratio }) => hour < 12 && changeOf(ratio) > 0.1);
    expect(mornings).toEqual([]);
  });

  it('are drawn towards their hour and their weekday, the more the less is known of them', () => {
    // One lucky click on Monday at 9, where nine are alike otherwise.
    const cells = weekOf(() => ({ clicks: 40, rate: 0.05 }), 9).map((each) =>
      each.weekday === 0 && each.hour === 9 ? { ...each, clicks: 2, outcomes: 2 } : each,
    );
    const lucky = weekHours(cells).find(({ weekday, hour }) => weekday === 0 && hour === 9);
    expect(lucky && lucky.outcomes / lucky.expected).toBeGreaterThan(10);
    expect(lucky?.ratio).toBeLessThan(2);
  });

  it('are held against accepting hours alone: that nights bring nothing makes no day good', () => {
    const told = Array.from({ length: 10 }, (_, seed) =>
      supportedHours(weekHours(weekOf((__, hour) => ({ clicks: 200, rate: hour >= 6 && hour < 21 ? 0.05 : 0 }), 70 + seed))),
    );
    expect(told.filter((hours) => hours.length > 0).length).toBeLessThanOrEqual(2);
  });

  it('are alike on all weekdays where these differ by chance alone', () => {
    const alike = Array.from({ length: 10 }, (_, seed) => {
      const hours = weekHours(weekOf((__, hour) => ({ clicks: 200, rate: evening(hour) ? 0.08 : 0.04 }), 90 + seed));
      return new Set(hours.filter(({ hour }) => hour === 18).map(({ ratio }) => ratio.toFixed(9))).size === 1;
    });
    expect(alike.filter(Boolean).length).toBeGreaterThanOrEqual(7);
  });

  it('are none where nothing came in accepting hours', () => {
    expect(weekHours(weekOf(() => ({ clicks: 10, rate: 0 }), 1))).toEqual([]);
  });
});

describe('adjustments', () => {
  const hour = (weekday: number, at: number, ratio: number) => ({
    ...{ weekday, hour: at, ratio, spend: 1, clicks: 1, outcomes: 1, expected: 1, surely: 1, isAccepting: true },
  });

  it('are rounded to 5 %, and no more than a bid can change', () => {
    expect([1.33, 0.97, 1.02, 0.02, 4].map(changeOf).map((each) => Number(each.toFixed(4)))).toEqual([0.35, -0.05, 0, -0.9, 1]);
  });

  it('join neighbours and weekdays that are alike, and never go over midnight', () => {
    const hours = [0, 1].flatMap((day) => [hour(day, 22, 1.2), hour(day, 23, 1.21), hour(day, 0, 1.2), hour(day, 12, 0.8)]);
    const lines = adjustmentsOf([...hours, hour(2, 12, 0.8)]).map(({ weekdays, from, to, change }) => [
      weekdays.join(),
      from,
      to,
      Number(change.toFixed(2)),
    ]);
    expect(lines).toEqual([
      ['0,1', 0, 1, 0.2],
      ['0,1,2', 12, 13, -0.2],
      ['0,1', 22, 24, 0.2],
    ]);
  });

  it('cover every hour they are made of once, with its own change', () => {
    const some = fc.uniqueArray(
      fc.record({ weekday: fc.integer({ min: 0, max: 6 }), at: fc.integer({ min: 0, max: 23 }), ratio: fc.constantFrom(0.5, 0.8, 1.2) }),
      {
        selector: ({ weekday, at }) => weekday * 24 + at,
      },
    );
    fc.assert(
      fc.property(some, (cells) => {
        const covered = adjustmentsOf(cells.map(({ weekday, at, ratio }) => hour(weekday, at, ratio))).flatMap(
          ({ weekdays, from, to, change }) =>
            weekdays.flatMap((weekday) => Array.from({ length: to - from }, (_, nth) => `${weekday} ${from + nth} ${change}`)),
        );
        expect(covered.toSorted()).toEqual(cells.map(({ weekday, at, ratio }) => `${weekday} ${at} ${changeOf(ratio)}`).toSorted());
      }),
      { seed: 13, numRuns: 100 },
    );
  });
});
