import { seededRandom } from '../evidence/random';
import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { drawPoisson } from '../test/draw';
import { checkSignals } from './signals';

const FIRST = LOOKED.to - 119;

/** Ads by day in groups of eight a campaign: a cart costs so much in each, and three carts make a purchase of 40. */
function adRows(cartCosts: readonly number[], from = FIRST): DayRow[] {
  const draw = seededRandom(12);
  return cartCosts.flatMap((cost, at) =>
    Array.from({ length: LOOKED.to - from + 1 }, (_, nth): DayRow => {
      const carts = drawPoisson(draw, 20 / cost);
      const purchases = drawPoisson(draw, 20 / (3 * cost));
      return {
        day: from + nth,
        codes: { campaign: 1 + (at % 4), group: 10 + (at % 4), ad: 100 + at },
        amounts: {
          ...{ spend: 20, clicks: 40, impressions: 2000 },
          ...{ 'cart.count.claims.click': carts, 'purchase.count.claims.click': purchases, 'purchase.value.claims.click': purchases * 40 },
        },
      };
    }),
  );
}

/** A purchase may cost 40 / 2.5 = 16, so a cart about 5.33. */
const costs = Array.from({ length: 36 }, (_, at) => 1.5 + at / 3);
const { findings, looked } = checkSignals(situationOf([reportOf(adRows(costs))]));
const named = (trouble: string) => findings.filter((each) => each.trouble === trouble);

describe('early signals of a client', () => {
  it('name the early cost that tells soonest, and what it may be', () => {
    expect(looked).toBe('36 ads');
    const [tells] = named('tells soonest');
    expect(tells).toMatchObject({ check: 'signals', group: 'fine', about: { name: 'Early signals' } });
    expect(tells?.says).toMatch(/^The cost per cart tells soonest how ads will do: from the first £[\d.]+ of spend on/);
    const rows = tells?.picture?.kind === 'table' ? tells.picture.rows : [];
    const [, , ads, , , bar = ''] = rows.find(([name, after]) => name === 'cost per cart' && after === '£160') ?? [];
    expect(ads).toBe('36');
    expect(Number(/at most £([\d.]+)/.exec(bar)?.[1])).toBeCloseTo(16 / 3, 0);
    // Clicks cost the same in all ads, and tell nothing.
    expect(rows.filter(([name]) => name === 'cost per click').every((row) => row[3] === 'all alike')).toBe(true);
  });

  it('tell of the last eight weeks whether the bars held', () => {
    const [held] = named('bars held');
    const rows = held?.picture?.kind === 'table' ? held.picture.rows : [];
    expect(rows.length % 8).toBe(0);
    expect(held?.says).toMatch(
      /^As known in each of the last 8 weeks, the cost per cart in the first £[\d.]+ would have stopped \d+ times; \d+/,
    );
  });

  it('read every ad that runs, and say why', () => {
    const [ladder] = named('reading ladder');
    const rows = ladder?.picture?.kind === 'table' ? ladder.picture.rows : [];
    const verdicts = new Map(rows.map(([name, , , verdict]) => [name, verdict]));
    expect(verdicts.size).toBe(36);
    // The dearest and the cheapest are plain.
    expect(['130', '131', '132', '133', '134', '135'].map((ad) => verdicts.get(`ad ${ad}`))).toEqual(Array(6).fill('stop'));
    expect(['100', '101', '102', '103'].map((ad) => verdicts.get(`ad ${ad}`))).toEqual(Array(4).fill('keep'));
    expect(rows.find(([name]) => name === 'ad 135')?.[4]).toMatch(/^\d+ purchases at £[\d.]+ each, may cost £16.00/);
    expect(ladder?.says).toMatch(/^36 ads run\. By the deepest step that says enough: keep \d+, stop \d+, wait for \d+\.$/);
    expect(ladder?.money).toBeGreaterThan(1000);
  });

  it('leave out what no longer runs', () => {
    const gone = adRows([4, 4]).filter(({ day, codes }) => codes['ad'] === 100 || day < LOOKED.to - 10);
    const [ladder] = checkSignals(situationOf([reportOf(gone)])).findings;
    expect(ladder?.members).toEqual(['ad 100']);
  });

  it('say what is wanting', () => {
    expect(checkSignals(situationOf([reportOf(adRows([4, 5]))])).looked).toContain('2 ads; which early cost tells is seen from 30 ads on');
    expect(checkSignals(situationOf([reportOf(adRows([4]))], { target: null })).lacks).toContain('no target');
    const campaigns = adRows([4]).map((row) => ({ ...row, codes: { campaign: 1 } }));
    expect(checkSignals(situationOf([reportOf(campaigns)])).lacks).toContain('by ad');
  });
});
