import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { checkWear, wearOf } from './wear';

/** Days of ads of one campaign, each shown 1,000 times. */
const rows = (ads: Readonly<Record<number, (age: number) => number>>, days = 196): DayRow[] =>
  Array.from({ length: days }, (_, at) => LOOKED.to - days + 1 + at).flatMap((day, age) =>
    Object.entries(ads).map(([ad, clicks]) => ({
      day,
      codes: { campaign: 1, group: 10, ad: Number(ad) },
      amounts: { spend: 5, impressions: 1000, clicks: clicks(age) },
    })),
  );

describe('wear', () => {
  it('is a click rate that is surely lower than when the ad was new', () => {
    const shown = (clicks: number) => ({ impressions: 28_000, clicks });
    const rates = wearOf([shown(300), null, shown(500), shown(600), null]);
    expect(rates).toMatchObject({ fresh: 600 / 28_000, now: 300 / 28_000 });
    // ln of a half, and 1.96 √(1.5 (1/600 + 1/300)) = 0.1697 beside it.
    expect(rates?.atMost).toBeCloseTo(0.5 * Math.exp(0.1697), 3);
    expect([wearOf([shown(300)]), wearOf([null, shown(600)]), wearOf([shown(300), shown(9)])]).toEqual([null, null, null]);
  });

  it('is told of the ads of a campaign together, those that lost most first', () => {
    const { findings, looked } = checkWear(
      situationOf([reportOf(rows({ 11: () => 20, 12: (age) => 20 - age / 20, 13: (age) => (age < 150 ? 20 : 8) }))]),
    );
    expect(looked).toBe('3 ads');
    expect(findings).toMatchObject([
      { check: 'wear', about: { name: 'campaign 1' }, group: 'worth watching', members: ['ad 13', 'ad 12'] },
    ]);
    expect(findings[0]?.picture).toMatchObject({
      rows: [
        ['ad 13', '20', '8.0', '40%'],
        ['ad 12', expect.anything(), expect.anything(), expect.anything()],
      ],
    });
  });

  it('is none of few clicks, and cannot be told of what is new', () => {
    expect(checkWear(situationOf([reportOf(rows({ 11: (age) => (age < 100 ? 2 : 1) }))])).findings).toEqual([]);
    expect(checkWear(situationOf([reportOf(rows({ 11: () => 20 }, 20))])).lacks).toContain('two months');
  });
});
