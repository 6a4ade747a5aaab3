import fc from 'fast-check';
import { rankCorrelation, ranksOf } from '../evidence/rank-correlation';
import { seededRandom } from '../evidence/random';
import { drawPoisson } from '../test/draw';
import { barOf } from './bar';
import { costOf, countedOf, type Course, earlyOf, laterOf, reachedOf } from './course';
import { hasHeld, heldSince } from './held-weeks';
import { readLadder, readRung, type Rung } from './ladder';
import { soonestOf, trySignals } from './try-signals';

describe('rank correlation', () => {
  it('shares the ranks of equals', () => {
    expect(ranksOf([3, 1, 3, 8])).toEqual([2.5, 1, 2.5, 4]);
  });

  it('is that of the textbook, with the interval of its formula', () => {
    // Hours of practice and marks of ten people: differences of ranks squared add up to 62, 1 − 6 × 62 / 990.
    const found = rankCorrelation([56, 75, 45, 71, 62, 64, 58, 80, 76, 61], [66, 70, 40, 60, 65, 56, 59, 77, 67, 63]);
    expect(found?.r).toBeCloseTo(0.6727, 4);
    // Fisher's scale: atanh 0.6727 = 0.8156, ± 1.96 × √((1 + 0.6727² / 2) / 7).
    expect(found?.low).toBeCloseTo(-0.0047, 3);
    expect(found?.high).toBeCloseTo(0.9269, 3);
    expect(found?.pValue).toBeCloseTo(0.0309, 3);
  });

  it('is the same however both sides are stretched, and none where one side is all alike', () => {
    const values = fc.array(fc.tuple(fc.integer({ min: 1, max: 50 }), fc.integer({ min: 1, max: 50 })), { minLength: 5, maxLength: 40 });
    fc.assert(
      fc.property(values, (pairs) => {
        const [a, b] = [pairs.map(([x]) => x), pairs.map(([, y]) => y)];
        const [plain, stretched] = [
          rankCorrelation(a, b),
          rankCorrelation(
            a.map(Math.log),
            b.map((each) => each ** 3),
          ),
        ];
        expect(stretched?.r ?? 0).toBeCloseTo(plain?.r ?? 0, 9);
        if (plain) expect(plain.low <= plain.r && plain.r <= plain.high).toBe(true);
      }),
      { seed: 12, numRuns: 100 },
    );
    expect(rankCorrelation([1, 1, 1, 1], [1, 2, 3, 4])).toBeNull();
    expect(() => rankCorrelation([1], [1, 2])).toThrow('Pairs of 1 and 2');
  });
});

/** An ad of so many days: its spend, carts and results a day. */
function ad(nth: number, day: (at: number) => { spend: number; carts: number | null; results: number }, days = 60): Course {
  const at = Array.from({ length: days }, (_, nth_) => nth_);
  return {
    ...{ key: `ad${nth}`, name: `ad ${nth}`, path: ['search', 'campaign'], stage: null },
    days: Int32Array.from(at, (each) => each + 1),
    spend: Float64Array.from(at, (each) => day(each).spend),
    steps: [Float64Array.from(at, (each) => day(each).carts ?? NaN)],
    results: Float64Array.from(at, (each) => day(each).results),
    share: Float64Array.from(at, () => 1),
  };
}

describe('the bar of an early step', () => {
  const pairs = (lean: number, spread: number) => {
    const draw = seededRandom(4);
    return Array.from({ length: 40 }, () => {
      const cost = Math.exp(draw() * 2);
      return { cost, reached: Math.exp(lean * (Math.log(cost) - 1) + spread * (draw() - 0.5)) };
    });
  };

  it('is where the line passes the target', () => {
    const bar = barOf(pairs(-1, 0.5));
    expect(bar?.isAtMost).toBe(true);
    expect(bar?.cost).toBeGreaterThan(Math.exp(0.9));
    expect(bar?.cost).toBeLessThan(Math.exp(1.1));
    expect(barOf(pairs(1, 0.5))?.isAtMost).toBe(false);
  });

  it('is none where ads drawn anew lean one way and the other', () => {
    expect(barOf(pairs(0, 2))).toBeNull();
  });
});

describe('an ad’s early money', () => {
  const plain = ad(1, (at) => ({ spend: 4, carts: at === 1 ? 3 : 0, results: at >= 3 ? 1 : 0 }), 6);

  it('is that of its first whole days, and what comes after is held against it', () => {
    // After three days of 4: 12 of spend, 3 carts at 4.00.
    expect(earlyOf(plain, 0, 10)).toEqual({ spend: 12, count: 3, until: 3 });
    expect(laterOf(plain, 3)).toEqual({ due: 12, results: 3 });
    // At 6 a result: 2 asked, 3 came; half of one on both sides.
    expect(reachedOf({ due: 12, results: 3 }, 6)).toBeCloseTo(3.5 / 2.5, 12);
    expect([costOf({ spend: 12, count: 3 }), costOf({ spend: 12, count: 0 })]).toEqual([4, 24]);
  });

  it('is not known of one that spent less, or whose step is not measured', () => {
    expect(earlyOf(plain, 0, 25)).toBeNull();
    expect(
      earlyOf(
        ad(2, () => ({ spend: 4, carts: null, results: 0 })),
        0,
        10,
      ),
    ).toBeNull();
  });

  it('counts only so much of later money as results have come of', () => {
    const late = { ...plain, share: Float64Array.from(plain.days, (each) => (each > 4 ? 0.25 : 1)) };
    expect(laterOf(late, 3)).toEqual({ due: 4 + 1 + 1, results: 3 });
    expect(countedOf(plain, 0, 1)).toEqual({ spend: 20, count: 3 });
  });
});

/** Ads that differ in how dear a cart is, three of which make a result, where carts tell; else carts that say nothing. */
function adsOf(count: number, tells: boolean, seed: number): Course[] {
  const draw = seededRandom(seed);
  return Array.from({ length: count }, (_, nth) => {
    const [cart, other] = [1 + 9 * draw(), 1 + 9 * draw()];
    const made = Array.from({ length: 60 }, () => ({
      spend: 20,
      carts: drawPoisson(draw, 20 / cart),
      results: drawPoisson(draw, 20 / (3 * (tells ? cart : other))),
    }));
    return ad(nth, (at) => made[at] ?? { spend: 0, carts: 0, results: 0 });
  });
}

describe('early signals', () => {
  it('are found where an early cost tells, with the bar at which the target is just met', () => {
    const tried = trySignals(adsOf(60, true, 1), 1, 15);
    const soonest = soonestOf(tried);
    expect(soonest).toMatchObject({ step: 0, ads: 60, isUsable: true });
    // The least money that tells is preferred to more that tells better.
    expect(tried.filter(({ isUsable, after }) => isUsable && after < (soonest?.after ?? 0))).toEqual([]);
    const surest = tried.find(({ after }) => after === 10);
    expect(surest?.ranks?.r).toBeGreaterThan(0.9);
    // A result may cost 15 and takes three carts: a cart may cost 5.
    expect(surest?.bar?.cost).toBeGreaterThan(4.5);
    expect(surest?.bar?.cost).toBeLessThan(5.5);
    expect((surest?.bar?.low ?? 9) < 5 && (surest?.bar?.high ?? 0) > 4.5).toBe(true);
  });

  it('are none where nothing tells, in nineteen of twenty worlds', () => {
    const found = Array.from({ length: 20 }, (_, seed) => soonestOf(trySignals(adsOf(40, false, 100 + seed), 1, 15))).filter(
      (each) => each !== undefined,
    );
    expect(found.length).toBeLessThanOrEqual(1);
  });

  it('are of no use where they tell surely, and little', () => {
    const draw = seededRandom(44);
    const ads = Array.from({ length: 300 }, (_, nth) => {
      const [cart, other] = [1 + 9 * draw(), 1 + 9 * draw()];
      const made = Array.from({ length: 60 }, () => ({
        ...{ spend: 20, carts: drawPoisson(draw, 20 / cart) },
        results: drawPoisson(draw, 20 / (3 * cart ** 0.3 * other ** 0.7)),
      }));
      return ad(nth, (at) => made[at] ?? { spend: 0, carts: 0, results: 0 });
    });
    const tried = trySignals(ads, 1, 15).find(({ after }) => after === 10);
    expect(tried?.ranks?.low).toBeGreaterThan(0.1);
    expect(tried).toMatchObject({ isUsable: false, bar: null });
  });

  it('are not told of fewer than thirty ads', () => {
    const tried = trySignals(adsOf(29, true, 3), 1, 15);
    expect(tried.every(({ ranks, isUsable, bar }) => ranks === null && !isUsable && bar === null)).toBe(true);
    expect(soonestOf(trySignals(adsOf(30, true, 3), 1, 15))).toBeDefined();
  });
});

describe('the bar', () => {
  const draw = seededRandom(5);
  const costs = Array.from({ length: 40 }, () => Math.exp(3 * draw()));
  const noise = costs.map(() => Math.exp(0.2 * (draw() - 0.5)));

  it('is where the expected result is just at the target', () => {
    const bar = barOf(costs.map((cost, at) => ({ cost, reached: (4 / cost) * (noise[at] ?? 1) })));
    expect(bar?.isAtMost).toBe(true);
    expect(Math.abs((bar?.cost ?? 0) - 4)).toBeLessThan(0.2);
    expect((bar?.low ?? 0) <= (bar?.cost ?? 0) && (bar?.cost ?? 0) <= (bar?.high ?? 0)).toBe(true);
  });

  it('turns round where what is dearer does better', () => {
    expect(barOf(costs.map((cost, at) => ({ cost, reached: (cost / 4) * (noise[at] ?? 1) })))?.isAtMost).toBe(false);
  });

  it('is none beyond what ads cost, or where it could be anywhere', () => {
    expect(barOf(costs.map((cost, at) => ({ cost, reached: (400 / cost) * (noise[at] ?? 1) })))).toBeNull();
    expect(barOf(costs.map((cost) => ({ cost, reached: Math.exp(2 * (draw() - 0.5)) })))).toBeNull();
  });
});

describe('whether a bar held', () => {
  const ads = adsOf(60, true, 7);
  const week = heldSince(
    { then: ads.map((each) => ({ ...each, days: each.days.slice(0, 40) })), now: ads, by: 40 },
    { step: 0, after: 5 },
    15,
  );

  it('is told by what came after its day alone', () => {
    expect(week).toMatchObject({ by: 40, ads: 60 });
    expect(week.stopped).toBeGreaterThan(20);
    expect(week.missed).toBeLessThanOrEqual(week.stopped);
    expect(week.lost).toBe(week.stopped - week.missed);
    expect(week.missed / week.stopped).toBeGreaterThan(0.8);
    // Had nothing come afterwards, all would have missed.
    const idle = ads.map((each) => ({ ...each, results: each.results.map((came, at) => (at < 40 ? came : 0)) }));
    expect(heldSince({ then: ads, now: idle, by: 40 }, { step: 0, after: 5 }, 15)).toMatchObject({ winners: 0, lost: 0 });
  });

  it('is not known before enough came', () => {
    // Nor of ads whose early money was not spent by then: 75 at 20 a day.
    expect(heldSince({ then: ads, now: ads, by: 2 }, { step: 0, after: 5 }, 15)).toMatchObject({ stopped: 0, winners: 0 });
    expect(heldSince({ then: ads, now: ads, by: 59 }, { step: 0, after: 5 }, 15)).toMatchObject({ stopped: 0, winners: 0 });
  });

  it('needs winners, of which next to none is lost', () => {
    const held = (winners: number, lost: number) => hasHeld([{ ...week, winners, lost }]);
    expect([held(20, 1), held(20, 2), held(0, 0)]).toEqual([true, false, false]);
  });
});

describe('the reading ladder', () => {
  const at = (cost: number) => ({ cost, low: cost, high: cost, isAtMost: true });
  const rung = (step: string, count: number, spend: number, cost: number, decides = true): Rung => ({
    step,
    count,
    spend,
    bar: at(cost),
    decides,
  });

  it('says stop or keep once the 99 % interval lies on one side of the bar', () => {
    // No result where 5.3 are asked: exp(−5.3) = 0.5 %. Where 5.2 are, it is more.
    expect(readRung(rung('', 0, 53, 10)).says).toBe('stop');
    expect(readRung(rung('', 0, 52, 10)).says).toBe('open');
    // 30 where 10 are asked.
    expect(readRung(rung('', 30, 100, 10)).says).toBe('keep');
    expect(readRung(rung('', 100, 1000, 10)).says).toBe('at the bar');
    // A handful that lies just at the bar says nothing.
    expect(readRung(rung('', 4, 40, 10)).says).toBe('open');
    expect(readRung(rung('', 0, 0, 10)).says).toBe('open');
  });

  it('allows for what is not known of the bar, and for one that asks for at least', () => {
    const wide = { cost: 10, low: 6, high: 15, isAtMost: true };
    expect(readRung({ ...rung('carts', 4, 140, 10), bar: wide }).says).toBe('open');
    expect(readRung(rung('carts', 4, 140, 10)).says).toBe('stop');
    expect(readRung({ ...rung('carts', 4, 140, 10), bar: { ...at(10), isAtMost: false } }).says).toBe('keep');
  });

  it('goes by the deepest that says something, and tells who says otherwise', () => {
    const both = readLadder([rung('', 1, 30, 20), rung('carts', 3, 120, 10), rung('clicks', 900, 90, 0.5)]);
    expect([both.verdict, both.by?.step, both.against.map(({ step }) => step)]).toEqual(['stop', 'carts', ['clicks']]);
    const result = readLadder([rung('', 40, 200, 20), rung('carts', 3, 120, 10)]);
    expect([result.verdict, result.by?.step, result.against.map(({ step }) => step)]).toEqual(['keep', '', ['carts']]);
  });

  it('lets one whose bar did not hold only argue, and waits where none decides', () => {
    const reading = readLadder([rung('', 1, 60, 20), rung('carts', 3, 120, 10, false)]);
    expect([reading.verdict, reading.by?.step, reading.against.map(({ step, says }) => [step, says])]).toEqual([
      'wait',
      '',
      [['carts', 'stop']],
    ]);
    expect(reading.by?.more?.spend).toBeGreaterThan(0);
    expect(readLadder([])).toEqual({ verdict: 'wait', by: null, against: [] });
  });
});
