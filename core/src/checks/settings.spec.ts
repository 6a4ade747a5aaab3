import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { checkSettings } from './settings';

describe('settings', () => {
  const rows = (
    running: (ad: number) => number,
    budget: (campaign: number) => number,
    isOn: (campaign: number) => number = () => 1,
  ): [DayRow[], DayRow[]] => {
    const days = Array.from({ length: 28 }, (_, at) => LOOKED.to - at);
    const ads = days.flatMap((day) =>
      [11, 12, 21, 31].map((ad) => ({
        day,
        codes: { campaign: Math.floor(ad / 10), group: Math.floor(ad / 10) * 10, ad },
        amounts: { spend: 20, impressions: 100, running: running(ad) },
      })),
    );
    const campaigns = days.flatMap((day) =>
      [1, 2, 3].map((campaign) => ({ day, codes: { campaign }, amounts: { running: isOn(campaign), 'daily budget': budget(campaign) } })),
    );
    return [ads, campaigns];
  };
  const look = (of: Parameters<typeof rows>, part: Parameters<typeof situationOf>[1] = {}) => {
    const [ads, campaigns] = rows(...of);
    return checkSettings(situationOf([reportOf(ads), reportOf(campaigns, 2)], part));
  };
  const troubles = (...of: Parameters<typeof rows>) =>
    look(of).findings.map(({ trouble, about, members }) => [trouble, members ?? about.name]);

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

  const change = (code: number, field: string, newValue: string) => ({
    ...{ day: LOOKED.from, channel: 'channel search', level: 'campaign' as const, code, field, oldValue: null, newValue, what: null },
  });

  it('that run while nobody answers are told by their hours outside', () => {
    const hours = [{ from: 0, to: 999, weekdays: [0, 1, 2, 3, 4], opens: 8, closes: 20 }];
    const changes = [
      change(1, 'schedule', 'Mon–Fri 07:30–21:00'),
      change(2, 'schedule', '09:00–12:00'),
      change(3, 'schedule', 'Mon 09:00–12:00'),
    ];
    const of = (part: Parameters<typeof look>[1], isOn: (campaign: number) => number = () => 1) =>
      look([() => 1, () => 40, isOn], part).findings.find(({ trouble }) => trouble === 'schedule outside accepting hours');
    const found = of({ changes, promised: { budgets: [], balances: [], frequencies: [], hours } });
    expect(found?.says).toBe(
      '2 campaigns have schedules that run while nobody takes what comes in: campaign 1 10 hours a week and campaign 2 6 hours a week.',
    );
    expect(found?.picture).toMatchObject({ rows: [['campaign 1', 'channel search', 'Mon–Fri 07:30–21:00', '10'], expect.anything()] });
    expect(of({ changes })).toBeUndefined();
    const said = { changes, promised: { budgets: [], balances: [], frequencies: [], hours } };
    expect(of(said, (campaign) => (campaign === 1 ? 0 : 1))?.members).toEqual(['campaign 2']);
  });

  it('that have no end are told where others of the channel have one', () => {
    const found = (changes: ReturnType<typeof change>[]) =>
      look([() => 1, () => 40], { changes }).findings.find(({ trouble }) => trouble === 'no end')?.members;
    expect(found([change(1, 'ends', '2026-12-31'), change(2, 'ends', 'none')])).toEqual(['campaign 2', 'campaign 3']);
    expect(found([])).toBeUndefined();
  });

  it('under another name are told on their day', () => {
    const found = (day: number, code = 2) =>
      look([() => 1, () => 40], { changes: [{ ...change(code, 'Campaign name', 'gifts, new'), day, oldValue: 'gifts' }] }).findings.filter(
        ({ trouble }) => trouble === 'renamed',
      );
    expect(found(LOOKED.from)).toMatchObject([{ about: { name: 'campaign 2' }, group: 'worth watching', since: { day: LOOKED.from } }]);
    expect(found(LOOKED.from)[0]?.says).toContain('gifts was renamed to gifts, new on');
    expect([...found(LOOKED.from - 1), ...found(LOOKED.to + 1), ...found(LOOKED.to, 77)]).toEqual([]);
  });

  it('cannot be told without a report of them', () => {
    expect(checkSettings(situationOf([])).lacks).toContain('settings');
  });
});
