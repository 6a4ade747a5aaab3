import { curveShape, type CurveTold } from './curve-shape';
import { lastMoneyText, limitText, planSentences, unplannedText } from './plan-words';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const TOLD: CurveTold = {
  now: { spend: 50, outcomes: 10 },
  planned: { spend: 60, outcomes: 11.36 },
  elasticity: { low: 0.5, middle: 0.7, high: 0.9 },
  high: 60,
  points: [
    { spend: 40, outcomes: 9 },
    { spend: 80, outcomes: 12 },
  ],
};
/** Ends of the steps of a path. */
const ends = (path: string): [number, number][] =>
  path
    .replace('Z', '')
    .slice(1)
    .split('L')
    .map((step) => step.split(' ').map(Number) as [number, number]);

describe('a drawn curve', () => {
  it('rises from nothing, ever less, inside its box', () => {
    const line = ends(curveShape(TOLD, 150, 52)?.line ?? '');
    expect(line[0]).toEqual([5, 47]);
    const heights = line.map(([, y]) => 52 - y);
    for (let at = 2; at < heights.length; at++) {
      const [before = 0, last = 0, own = 0] = [heights[at - 2], heights[at - 1], heights[at]];
      expect(own).toBeGreaterThan(last);
      expect(own - last).toBeLessThanOrEqual(last - before + 0.21);
    }
    for (const [x, y] of [...line, ...ends(curveShape(TOLD, 150, 52)?.band ?? '')]) {
      expect(x).toBeGreaterThanOrEqual(5);
      expect(x).toBeLessThanOrEqual(145);
      expect(y).toBeGreaterThanOrEqual(5);
      expect(y).toBeLessThanOrEqual(47);
    }
  });

  it('has today, the plan and the weeks where they belong', () => {
    // A quarter beyond the week of 80 is drawn: 100 are the width.
    const { now, planned, weeks } = curveShape(TOLD, 110, 52)!;
    expect([now.x, planned.x, ...weeks.map(({ x }) => x)]).toEqual([55, 65, 45, 85]);
    expect(planned.y).toBeLessThan(now.y);
  });

  it('is none of what spends nothing, and flat where nothing comes', () => {
    expect(curveShape({ ...TOLD, now: { spend: 0, outcomes: 0 } }, 150, 52)).toBeNull();
    const flat = curveShape({ ...TOLD, now: { spend: 50, outcomes: 0 }, points: [] }, 150, 52);
    expect(ends(flat?.line ?? '').every(([, y]) => y === 47)).toBe(true);
  });
});

describe('words of a plan', () => {
  it('say what the last money brings, earned or as the target pays', () => {
    expect(lastMoneyText(1.758, true, STYLE)).toBe('£1.76 earned of the last £1.00');
    expect(lastMoneyText(0.4, false, STYLE)).toBe('the last £1.00 brings what the target pays £0.40 for');
  });

  it('say why, of how many and how sure', () => {
    const told = {
      lastMoney: { now: 1.4, planned: 1.33 },
      caused: { low: 0.6, middle: 1, high: 1.5 },
      seen: 336,
      seenDays: 56,
      limit: null,
    };
    expect(planSentences({ ...told, elasticity: TOLD.elasticity }, { isEarned: true, style: STYLE })).toEqual([
      'Planned with all budgets together, so that the last money brings as much everywhere: here £1.40 earned of the last £1.00 now, £1.33 afterwards.',
      'By 336 counted on 56 days, of which it is taken to cause 0.60 to 1.50 times as many, and an elasticity of 0.70 (0.50 to 0.90).',
    ]);
  });

  it('name what limits a budget, and why one is left', () => {
    expect([limitText(null), limitText('unplanned'), unplannedText(null)]).toEqual(['', '', '']);
    expect(limitText('all its demand')).toContain('loses no more demand');
    expect(unplannedText('no budget known')).toContain('its daily budget is not known');
  });
});
