import { sum } from 'simple-statistics';
import { costMoved, countMoved, dayAgainstUsual, type Daily, overdispersion, rateBreak, UNUSUAL, weeksUpTo } from '../index';
import { seededRandom } from '../evidence/random';
import { drawPoisson } from '../test/draw';

/** Eight weeks of days, each by its place. */
const days = (of: (at: number) => number, length = 63): Daily => Array.from({ length }, (_, at) => of(at));

describe('a day against what is usual', () => {
  it('is as far off as the page works out', () => {
    // 96, 104, 98, 102 on the same weekday, then 140: z = 9.0 (calculations, chapter 17).
    const weekday = [96, 104, 98, 102, 140];
    const values = Array.from({ length: 29 }, (_, at) => (at % 7 === 0 ? (weekday[at / 7] ?? null) : null));
    const { usual, z } = dayAgainstUsual(values, 28, 'amount') ?? { usual: NaN, z: NaN };
    expect(usual).toBe(100);
    expect(z).toBeCloseTo(40 / (1.4826 * 3), 6);
    expect(z.toFixed(1)).toBe('9.0');
    // What is made of few clicks is not taken to be steady.
    expect(dayAgainstUsual(values, 28, 'amount', 0.2)?.z).toBeCloseTo(40 / 20, 6);
    // Counts are not surer than chance makes them, and five where one is usual are no wonder.
    expect(dayAgainstUsual(values, 28, 'count')?.z).toBeCloseTo(2 * (Math.sqrt(140.375) - Math.sqrt(100.375)), 6);
    expect(dayAgainstUsual([...days(() => 1, 56), 5], 56, 'count')?.z).toBeLessThan(UNUSUAL);
    expect(dayAgainstUsual([...days(() => 17, 56), 1], 56, 'count')?.z).toBeLessThan(-UNUSUAL);
  });

  it('knows weekdays, and a level that has held for days', () => {
    const weekends = days((at) => (at % 7 < 2 ? 20 : 100 + (at % 3)));
    expect(Math.abs(dayAgainstUsual(weekends, 56, 'amount')?.z ?? NaN)).toBeLessThan(UNUSUAL);
    const doubled = days((at) => (at >= 54 ? 200 : 100) + (at % 3));
    expect(dayAgainstUsual(doubled, 54, 'amount')?.z).toBeGreaterThan(UNUSUAL);
    expect(Math.abs(dayAgainstUsual(doubled, 61, 'amount')?.z ?? NaN)).toBeLessThan(UNUSUAL);
  });

  it('is nothing where too few weeks, or the day itself, are not known', () => {
    expect(
      dayAgainstUsual(
        days(() => 5),
        27,
        'amount',
      ),
    ).toBeUndefined();
    expect(dayAgainstUsual([...days(() => 5, 40), null], 40, 'amount')).toBeUndefined();
    expect(
      dayAgainstUsual(
        days(() => 0),
        60,
        'amount',
      ),
    ).toBeUndefined();
    expect(
      dayAgainstUsual(
        days(() => 0),
        60,
        'count',
      )?.z,
    ).toBe(0);
  });

  it('calls hardly any calm day unusual, and most of those on which most is missing', () => {
    const draw = seededRandom(171);
    const found = { calm: 0, broken: 0 };
    for (let run = 0; run < 400; run++) {
      const calm = days((at) => drawPoisson(draw, at % 7 < 2 ? 25 : 40), 57);
      if (Math.abs(dayAgainstUsual(calm, 56, 'count')?.z ?? 0) > UNUSUAL) found.calm += 1;
      if ((dayAgainstUsual([...calm.slice(0, 56), drawPoisson(draw, 4)], 56, 'count')?.z ?? 0) < -UNUSUAL) found.broken += 1;
    }
    expect(found.calm).toBeLessThanOrEqual(4);
    expect(found.broken).toBeGreaterThan(360);
  });
});

describe('a break in what follows what', () => {
  const carts = days((at) => 50 + (at % 5), 56);

  it('is told with its day and both rates', () => {
    const checkouts = carts.map((own, at) => (own ?? 0) * (at >= 46 ? 0.4 : 0.6));
    const found = rateBreak(carts, checkouts);
    expect([found?.at, found?.within]).toEqual([46, [46, 46]]);
    expect([found?.before, found?.now].map((rate) => rate?.toFixed(3))).toEqual(['0.600', '0.400']);
  });

  it('leaves out days that are not known, and is nothing without a break', () => {
    const checkouts = carts.map((own, at) => (at === 47 ? null : (own ?? 0) * (at >= 46 ? 0.4 : 0.6)));
    expect(rateBreak(carts, checkouts)?.at).toBe(46);
    expect(
      rateBreak(
        carts,
        carts.map((own) => (own ?? 0) / 2),
      ),
    ).toBeUndefined();
    expect(
      rateBreak(
        carts,
        carts.map(() => 0),
      ),
    ).toBeUndefined();
    expect(rateBreak([], [])).toBeUndefined();
  });

  it('is hardly ever found where there is none, and mostly where a fifth is missing', () => {
    const draw = seededRandom(172);
    const found = { none: 0, within: 0, days: [] as number[] };
    for (let run = 0; run < 300; run++) {
      const of = days(() => drawPoisson(draw, 60), 56);
      const followed = (from: number) => of.map((own, at) => drawPoisson(draw, (own ?? 0) * (at >= from ? 0.45 : 0.57)));
      if (rateBreak(of, followed(99))) found.none += 1;
      const broken = rateBreak(of, followed(44));
      if (broken) found.days.push(broken.at);
      if (broken && broken.within[0] <= 44 && broken.within[1] >= 44) found.within += 1;
    }
    expect(found.none).toBeLessThanOrEqual(3);
    expect(found.days.length).toBeGreaterThan(150);
    // Nine in ten say days that it is among: those found at all are those that chance has made clearer.
    expect(found.within).toBeGreaterThan(0.9 * found.days.length);
    expect(found.days.filter((at) => Math.abs(at - 44) <= 2).length).toBeGreaterThan(0.7 * found.days.length);
  });
});

describe('a week against the one before', () => {
  it('is the seven days up to one, and nothing where one of them is not known', () => {
    const values = days((at) => at, 20);
    expect(weeksUpTo(values, 15)).toEqual({ before: sum([2, 3, 4, 5, 6, 7, 8]), now: sum([9, 10, 11, 12, 13, 14, 15]) });
    expect(weeksUpTo([...values.slice(0, 10), null, ...values.slice(11)], 15)).toBeUndefined();
    expect(weeksUpTo(values, 12)).toBeUndefined();
  });

  it('has moved where its count, or what one costs, is beyond chance', () => {
    const steady = days(() => 40);
    expect(overdispersion(steady)).toBe(1);
    // 280 and 200: 80 of √480 = 21.9 is 3.65 spreads; 210 is 3.16.
    expect(countMoved({ before: 280, now: 200 }, steady)).toBe(true);
    expect(countMoved({ before: 280, now: 210 }, steady)).toBe(false);
    const spend = { before: 1000, now: 1000 };
    // ln 1.4 = 0.336 of √(1/280 + 1/200) = 0.0926 is 3.63 spreads.
    expect(costMoved(spend, { before: 280, now: 200 }, steady)).toBe(true);
    expect(costMoved(spend, { before: 280, now: 210 }, steady)).toBe(false);
    expect(costMoved({ before: 0, now: 0 }, { before: 280, now: 100 }, steady)).toBe(false);
    // What varies more than counts do by itself has moved by less.
    const wild = days((at) => (Math.floor(at / 7) % 2 === 0 ? 60 : 20));
    expect(overdispersion(wild)).toBeGreaterThan(5);
    expect(countMoved({ before: 280, now: 200 }, wild)).toBe(false);
  });
});
