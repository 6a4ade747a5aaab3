import { seededRandom } from '../evidence/random';
import { names } from '../test/ask';
import { drawPoisson } from '../test/draw';
import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { weekday, WEEKDAYS } from '../time/day';
import { checkHours } from './hours';
import { PARTS_DAYS } from './campaign-parts';

/** Hours of a campaign in which a click brings so much, over half a year; the code of an hour of the week is its place from Monday. */
function hourRows(rate: (hour: number) => number): DayRow[] {
  const draw = seededRandom(13);
  return Array.from({ length: PARTS_DAYS * 24 }, (_, at): DayRow => {
    const [day, hour] = [LOOKED.to - Math.floor(at / 24), at % 24];
    return {
      day,
      codes: { campaign: 1, 'hour of week': weekday(day) * 24 + hour },
      amounts: {
        spend: 10,
        clicks: 20,
        'purchase.count.claims.click': drawPoisson(draw, 20 * rate(hour)),
        'purchase.value.claims.click': 0,
      },
    };
  });
}
const named: typeof names = (dimension, code) =>
  dimension === 'hour of week' && typeof code === 'number'
    ? `${WEEKDAYS[Math.floor(code / 24)] ?? ''} ${String(code % 24).padStart(2, '0')}:00`
    : names(dimension, code);
const evening = (hour: number): number => (hour >= 17 && hour < 21 ? 0.1 : 0.04);
const lookAt = (rows: DayRow[], part: Parameters<typeof situationOf>[1] = {}) =>
  checkHours(situationOf([reportOf(rows)], { names: named, ...part }));
const OPEN = { weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 6, closes: 21, from: 0, to: 999 };

describe('hours and weekdays', () => {
  it('tell in which hours a click surely brings more, and what to bid then', () => {
    const { looked, findings } = lookAt(hourRows(evening));
    expect(looked).toBe('the hours of channel search');
    expect(findings).toHaveLength(1);
    expect(findings[0]).toMatchObject({
      check: 'hours',
      trouble: 'hours differ',
      group: 'worth watching',
      about: { name: 'Hours of channel search' },
    });
    expect(findings[0]?.says).toMatch(
      /^In channel search a click surely brings more from 17:00–21:00 and less from .* than in accepting hours on average\.$/,
    );
    // A click brings 0.05 on average, and in an evening twice that; weekdays are all alike, and so told together.
    expect(findings[0]?.evidence[0]).toMatch(/every day (17|18|19|20):00–(18|19|20|21):00 \+(90|95|100)%/);
    const picture = findings[0]?.picture;
    expect(picture?.kind === 'grid' && [picture.rows.length, picture.columns.length]).toEqual([7, 24]);
    const noon = picture?.kind === 'grid' ? picture.cells.map((cells) => [cells[12] ?? 0, cells[18] ?? 0]) : [];
    expect(noon.every(([day = 0, night = 0]) => night > 1.5 * day)).toBe(true);
  });

  it('say where they are all alike that nothing is to be done', () => {
    const [finding] = lookAt(hourRows(() => 0.05)).findings;
    expect(finding).toMatchObject({ group: 'fine', money: 0, advice: 'Leave the hours alone.' });
    expect(finding?.says).toBe('No hour of the week surely brings more or less than others for a click in channel search.');
  });

  it('tell what was spent while nobody answers, on the days that are looked at', () => {
    const { findings } = lookAt(hourRows(evening), { promised: { budgets: [], balances: [], hours: [OPEN], frequencies: [] } });
    const [closed] = findings;
    // Nine hours of 10 on 28 days.
    expect(closed).toMatchObject({ trouble: 'nobody answers', group: 'loses money', money: 2520, days: LOOKED });
    expect(closed?.says).toMatch(
      /^£2,520, 38% of what is told by hour, was spent while nobody takes what comes in; the channels claim \d+ purchases of it\.$/,
    );
    expect(closed?.evidence).toEqual(['Accepted is every day 06:00–21:00, as said under Targets, in the client’s own zone.']);
    // Its schedule is cut to the hours in which somebody answers, of 240 a day 90 are saved or spent in others.
    expect(closed?.moves).toMatchObject([
      {
        entity: { level: 'campaign', member: 1, name: 'campaign 1', channelName: 'channel search' },
        change: { field: 'schedule', from: [], to: [{ weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 6, closes: 21 }] },
      },
    ]);
    expect(closed?.moves?.[0]?.effect.spend).toMatchObject({ low: -135, middle: -45 });
    // No bid is advised where nothing should run.
    expect(findings[1]?.evidence[0]).not.toMatch(/ 0[0-5]:00–/);
  });

  it('are switched off on the clock of the account, within the schedule that it has', () => {
    const promised = { budgets: [], balances: [], hours: [OPEN], frequencies: [] };
    const change = { channel: 'channel search', level: 'campaign', code: 1, field: 'schedule', oldValue: null, what: null } as const;
    const lookAgain = (hoursAhead: number, newValue: string) =>
      lookAt(hourRows(evening), { promised, hoursAhead: () => hoursAhead, changes: [{ ...change, day: 1, newValue }] }).findings[0]?.moves;
    expect(lookAgain(4, '08:00–23:00')).toMatchObject([{ change: { from: [{ opens: 8, closes: 23 }], to: [{ opens: 10, closes: 23 }] } }]);
    // 06:00–21:00 is 10:00–01:00 there: two entries, over midnight.
    expect(lookAgain(4, '00:00–24:00')).toMatchObject([
      {
        change: {
          from: [],
          to: [
            { opens: 0, closes: 1 },
            { opens: 10, closes: 24 },
          ],
        },
      },
    ]);
    // It has these hours already; they took the money of an earlier schedule.
    expect(lookAgain(0, '06:00–21:00')).toEqual([]);
  });

  it('ask for what is wanting', () => {
    expect(checkHours(situationOf([reportOf([{ day: LOOKED.to, codes: { campaign: 1 }, amounts: { spend: 1 } }])])).lacks).toContain(
      'by hour',
    );
    expect(lookAt(hourRows(() => 0.0001)).findings).toEqual([]);
    expect(lookAt(hourRows(evening), { names: (_, code) => `in the ${code}th hour` }).lacks).toContain('no way that can be read');
    const leads = { metricSet: 'leads', target: null } as const;
    const rows = hourRows(() => 0.05).map((row) => ({ ...row, amounts: { spend: 1, clicks: 20, 'lead.count.claims.click': 1 } }));
    expect(lookAt(rows, leads).looked).toContain('in which hours leads are accepted is said under Targets');
  });
});
