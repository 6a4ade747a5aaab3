import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { checkSettings } from './settings';

describe('settings', () => {
  const rows = (running: (ad: number) => number, budget: (campaign: number) => number): [DayRow[], DayRow[]] => {
    const days = Array.from({ length: 28 }, (_, at) => LOOKED.to - at);
    const ads = days.flatMap((day) =>
      [11, 12, 21, 31].map((ad) => ({
        day,
        codes: { campaign: Math.floor(ad / 10), group: Math.floor(ad / 10) * 10, ad },
        amounts: { spend: 20, impressions: 100, running: running(ad) },
      })),
    );
    const campaigns = days.flatMap((day) =>
      [1, 2, 3].map((campaign) => ({ day, codes: { campaign }, amounts: { running: 1, 'daily budget': budget(campaign) } })),
    );
    return [ads, campaigns];
  };
  const look = (...of: Parameters<typeof rows>) => {
    const [ads, campaigns] = rows(...of);
    return checkSettings(situationOf([reportOf(ads), reportOf(campaigns, 2)]));
  };
  const troubles = (...of: Parameters<typeof rows>) =>
    look(...of).findings.map(({ trouble, about, members }) => [trouble, members ?? about.name]);

  it('that are off are told: no ad that runs, one alone, a budget mistyped, a budget that never binds', () => {
    expect(
      troubles(
        (ad) => (ad === 31 ? 0 : 1),
        () => 21,
      ),
    ).toEqual([
      ['no ad runs', 'campaign 3'],
      ['one ad', ['group 20']],
    ]);
    expect(
      troubles(
        () => 1,
        (campaign) => (campaign === 2 ? 0.4 : 40),
      ),
    ).toEqual([
      ['one ad', ['group 20', 'group 30']],
      ['budget mistyped', 'campaign 2'],
      ['budget never binds', ['campaign 3']],
    ]);
  });

  it('cannot be told without a report of them', () => {
    expect(checkSettings(situationOf([])).lacks).toContain('settings');
  });
});
