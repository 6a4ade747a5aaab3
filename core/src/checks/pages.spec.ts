import { type DayRow, KNOWN, reportOf, situationOf } from '../test/situation';
import { checkPages } from './pages';

/** Ranges of days are set with narrow spaces. */
const plain = (text: string | undefined): string => (text ?? '').replace(/\s/g, ' ');

describe('landing pages', () => {
  const rows = (visits: (day: number) => number): DayRow[] =>
    Array.from({ length: KNOWN.to }, (_, at) => ({
      day: at + 1,
      codes: { campaign: 1, 'landing page': 7 },
      amounts: { spend: 40, clicks: 100, visits: visits(at + 1) },
    }));

  it('without their tag, or with two, are told with the days', () => {
    const lost = checkPages(situationOf([reportOf(rows((day) => (day >= 260 && day <= 263 ? 0 : 90)))])).findings;
    expect(lost).toMatchObject([{ trouble: 'tag missing', group: 'not the advertising', days: { from: 260, to: 263 }, money: 160 }]);
    expect(plain(lost[0]?.says)).toContain('0 visits were counted on 7, where its 400 clicks usually go with 360');
    const twice = checkPages(situationOf([reportOf(rows((day) => (day >= 275 ? 180 : 90)))])).findings;
    expect(twice).toMatchObject([{ trouble: 'counted twice', since: { day: 275, until: null } }]);
  });

  it('that many come to on one day by themselves are fine', () => {
    expect(checkPages(situationOf([reportOf(rows((day) => (day === 262 ? 300 : 90)))])).findings).toEqual([]);
  });

  it('that are as they were are fine, and without visits it is said what would tell', () => {
    const { findings, looked } = checkPages(situationOf([reportOf(rows(() => 90))]));
    expect([findings, looked]).toEqual([[], '1 landing page']);
    expect(checkPages(situationOf([])).lacks).toContain('visits by landing page');
  });
});
