import { seededRandom } from '../evidence/random';
import { drawPoisson } from '../test/draw';
import { type DayRow, KNOWN, reportOf, situationOf } from '../test/situation';
import { orderTable } from '../test/truth';
import { checkClaimReports } from './claim-reports';

/** Days of a channel that claims so many for each of its twenty orders a day. */
function lookAt(claimed: (day: number) => number, lags: readonly number[] = [0]) {
  const draw = seededRandom(16);
  const days = Array.from({ length: KNOWN.to }, (_, at) => at + 1);
  const made = days.map((day) => ({ day, orders: drawPoisson(draw, 20) }));
  const rows = made.map(({ day, orders }): DayRow => {
    const claims = Math.round(orders * claimed(day));
    return {
      day,
      codes: { campaign: 1 },
      amounts: { spend: 200, clicks: 400, 'purchase.count.claims.click': claims, 'purchase.value.claims.click': claims * 40 },
    };
  });
  const orders = made.flatMap(({ day, orders: count }) =>
    Array.from({ length: count }, (_, at) => ({ click: day, sale: day + (lags[at % lags.length] ?? 0), campaign: 1, value: 40 })).filter(
      ({ sale }) => sale <= KNOWN.to,
    ),
  );
  const base = situationOf([reportOf(rows)]);
  return checkClaimReports({ ...base, tables: { ...base.tables, orders: [orderTable(orders, KNOWN.from, KNOWN.to)] } });
}

describe('claims in reports', () => {
  it('that stay as they were are fine, also where they are somewhat more than the orders', () => {
    const { looked, findings } = lookAt(() => 1.4);
    expect([looked, findings]).toEqual(['the claims that 1 channel reports', []]);
  });

  it('that jump are told with their day, and how many more than came', () => {
    const [jump, ...more] = lookAt((day) => (day >= 240 ? 2 : 1)).findings;
    expect(more).toEqual([]);
    expect(jump).toMatchObject({ check: 'reports', trouble: 'jump', group: 'not the advertising', since: { day: 240, until: null } });
    expect(jump?.says).toMatch(
      /^channel search claims 2\.0 purchases for each that its tags lead to, since .*; before it were 1\.0: about 8\d0 more than came\.$/,
    );
    const values = jump?.picture?.kind === 'days' ? jump.picture.values : [];
    // The looked-at days begin 70 days before day 253.
    expect([values[240 - 183 - 1], values[240 - 183 + 6]]).toEqual([1, 2]);
  });

  it('that jumped and fell again are told with both days', () => {
    const [jump] = lookAt((day) => (day >= 220 && day < 250 ? 2 : 1)).findings;
    expect(jump?.since).toMatchObject({ day: 220, until: 249 });
    expect(jump?.says).toContain('claimed 2.0 purchases');
  });

  it('are not held against orders of days whose orders are still to come', () => {
    // Half of a day's orders come within twenty days; the channel claims all at once.
    const { looked, findings } = lookAt(() => 1, [0, 0, 0, 0, 0, 20, 20, 20, 20, 20]);
    expect([looked, findings]).toEqual(['the claims that 1 channel reports', []]);
  });

  it('that rose a little are fine', () => {
    expect(lookAt((day) => (day >= 240 ? 1.2 : 1)).findings).toEqual([]);
  });

  it('that fell are no trouble', () => {
    expect(lookAt((day) => (day >= 240 ? 1 : 2)).findings).toEqual([]);
  });

  it('that are many times the orders are of no result', () => {
    const [found] = lookAt(() => 6).findings;
    expect(found).toMatchObject({ trouble: 'no result', since: null });
    expect(found?.says).toContain('claims 6.0 purchases for each that its tags lead to: what it counts is hardly a purchase');
  });

  it('need orders that tags lead to', () => {
    const rows = [{ day: 270, codes: { campaign: 1 }, amounts: { spend: 1, 'purchase.count.claims.click': 3 } }];
    expect(checkClaimReports(situationOf([reportOf(rows)])).lacks).toContain('tags lead to');
  });
});
