import { dayOf, isoDay, momentOf, offsetHours } from './calendar';
import { type Demo, makeDemo } from './demo';
import { northwallClimbing } from './northwall-climbing';
import { randomFor, splitWhole } from './random';

const world = { ...northwallClimbing, from: '2026-10-01' };

/** Sums of a report's columns by header. */
function sums(demo: Demo, feed: string, keep: (row: Map<string, string>) => boolean = () => true): (header: string) => number {
  const lines = demo.files.find((file) => file.channel === 'Harbor Search' && file.feed === feed)?.lines ?? [];
  const headers = lines[0]?.split(',') ?? [];
  // Quoted cells hold ad names with commas; blank them so that columns stay in place.
  const rows = lines.slice(1).map(
    (line) =>
      new Map(
        line
          .replace(/"[^"]*"/g, 'quoted')
          .split(',')
          .map((cell, at) => [headers[at] ?? '', cell]),
      ),
  );
  return (header) => rows.filter(keep).reduce((sum, row) => sum + Math.round(Number(row.get(header)) * 100), 0) / 100;
}

describe('the market', () => {
  const demo = makeDemo(world);

  it('tells the same story every time', () => {
    expect(makeDemo(world).files).toEqual(demo.files);
  });

  it('cuts one world into reports whose sums agree', () => {
    const [ads, keywords, hours] = ['Ad by day', 'Keyword by day', 'Device by hour'].map((feed) => sums(demo, feed));
    for (const header of ['Impressions', 'Clicks', 'Cost', 'Leads']) {
      expect(ads?.(header)).toBeGreaterThan(0);
      expect(keywords?.(header)).toBe(ads?.(header));
      expect(hours?.(header)).toBe(ads?.(header));
    }
  });

  it('agrees with its own truth', () => {
    const truth = demo.truth.campaigns.find((campaign) => campaign.id === 'HB-2204');
    const own = sums(demo, 'Ad by day', (row) => row.get('Campaign ID') === 'HB-2204');
    expect(own('Cost')).toBeCloseTo(truth?.spend ?? NaN, 2);
    expect(own('Clicks')).toBe(truth?.clicks);
    expect(own('Leads')).toBeLessThanOrEqual(truth?.outcomes ?? NaN);
    expect(demo.truth.lag.at(-1)).toBeCloseTo(1, 10);
  });

  it('changes nothing else when one campaign is taken out', () => {
    const without = makeDemo({
      ...world,
      accounts: world.accounts.map((account) => ({ ...account, campaigns: account.campaigns.filter((each) => each.id !== 'HB-2203') })),
    });
    const others = (of: Demo) => of.files[0]?.lines.filter((line) => !line.includes('HB-2203'));
    expect(others(without)).toEqual(others(demo));
  });

  it('splits whole numbers without losing one', () => {
    for (let total = 0; total < 50; total++) {
      const parts = splitWhole(randomFor('split', total), total, [3, 1, 0.5, 0.2]);
      expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
    }
  });

  it('keeps the clocks of its clients', () => {
    expect(isoDay(dayOf('2026-10-31'))).toBe('2026-10-31');
    expect([offsetHours('Europe/London', dayOf('2026-10-24')), offsetHours('Europe/London', dayOf('2026-10-25'))]).toEqual([1, 0]);
    expect([offsetHours('America/Denver', dayOf('2026-10-31')), offsetHours('America/Denver', dayOf('2026-11-01'))]).toEqual([-6, -7]);
    expect(momentOf('America/Denver', dayOf('2026-10-31'), 605)).toBe('2026-10-31T10:05:00-06:00');
  });
});
