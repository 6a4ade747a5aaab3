import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { stayedFinding, worthMoreFinding } from './page-worth';
import { PARTS_DAYS } from './campaign-parts';

const days = Array.from({ length: PARTS_DAYS }, (_, at) => LOOKED.to - at);

describe('pages on which fewer stay', () => {
  const rows = (page: number, stayed: (day: number) => number): DayRow[] =>
    days.map((day): DayRow => ({
      day,
      codes: { 'landing page': page, 'landing page path': page },
      amounts: { visits: 100, 'visits that stayed': stayed(day) },
    }));
  const find = (...feeds: DayRow[][]) => stayedFinding(situationOf([reportOf(feeds.flat())]));

  it('are told beside what was usual, where that is sure', () => {
    const [found, ...more] = find(
      rows(7, (day) => (day >= LOOKED.from ? 40 : 60)),
      rows(8, () => 60),
    );
    expect(more).toEqual([]);
    expect(found).toMatchObject({
      check: 'pages',
      trouble: 'fewer stay',
      group: 'not the advertising',
      about: { name: 'Fewer stay on 7' },
    });
    expect(found?.says).toBe('Of who came to 7 40% stayed, where 60% did in the eight weeks before.');
    expect(found?.picture).toMatchObject({ rows: [['7', '2,800', '40%', '60%']] });
  });

  it('are none where somewhat fewer stay, or more', () => {
    expect(find(rows(7, (day) => (day >= LOOKED.from ? 55 : 60)))).toEqual([]);
    expect(find(rows(7, (day) => (day >= LOOKED.from ? 80 : 60)))).toEqual([]);
  });
});

describe('pages worth more traffic', () => {
  const rows = (page: number, every: number, many = 1): DayRow[] =>
    days.map((day, at): DayRow => {
      const bought = at % every === 0 ? many : 0;
      return {
        day,
        codes: { campaign: 1, 'landing page': page, 'landing page path': page },
        amounts: { spend: 10, clicks: 20, 'purchase.count.claims.click': bought, 'purchase.value.claims.click': bought * 40 },
      };
    });
  const find = (...feeds: DayRow[][]) => worthMoreFinding(situationOf([reportOf(feeds.flat())]));

  it('surely bring more than their campaign for the same money', () => {
    // 182, 61 and 61 purchases for the same money: 101 would be the campaign's.
    const [found] = find(rows(7, 1), rows(8, 3), rows(9, 3));
    expect(found).toMatchObject({ trouble: 'worth more', group: 'held back', members: ['7'] });
    expect(found?.says).toBe('7 in campaign 1 surely brings a quarter more or better than its campaign does for the same money.');
    expect(found?.picture).toMatchObject({ rows: [['7', 'campaign 1 (channel search)', '£1,820', '182', '101']] });
  });

  it('are none where all bring alike, or one page is all there is', () => {
    expect(find(rows(7, 2), rows(8, 2))).toEqual([]);
    // A tenth more is surely more, and no reason to send all there.
    expect(find(rows(7, 1, 33), rows(8, 1, 27), rows(9, 1, 30))).toEqual([]);
    expect(find(rows(7, 1))).toEqual([]);
  });
});
