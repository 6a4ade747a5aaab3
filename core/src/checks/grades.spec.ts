import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { checkGrades } from './grades';

/** Grades by day of one ad: 1 is A. */
const graded = (ad: number, grade: (back: number) => number): DayRow[] =>
  Array.from({ length: 84 }, (_, back): DayRow => ({
    day: LOOKED.to - back,
    codes: { campaign: 3, group: 30, ad },
    amounts: { grade: grade(back) },
  }));
const lookAt = (...ads: DayRow[][]) => checkGrades(situationOf([reportOf(ads.flat(), 1, 1)]));

describe('grades of ads', () => {
  it('that fell lie below every one of before, on every day', () => {
    const { looked, findings } = lookAt(
      graded(1, (back) => (back < 28 ? 4 : 2 + (back % 2))),
      graded(2, (back) => (back < 28 ? 3 : 2 + (back % 2))),
      graded(3, (back) => (back < 27 ? 4 : 2)),
      graded(4, (back) => (back < 28 ? 1 : 3)),
    );
    expect(looked).toBe('the grades of 4 ads');
    expect(findings).toHaveLength(1);
    expect(findings[0]).toMatchObject({
      ...{ check: 'grades', trouble: 'grade fell', group: 'worth watching', members: ['ad 1'] },
      picture: { rows: [['ad 1', 'B to C', 'D']] },
    });
    expect(findings[0]?.says).toContain('1 ad has a worse grade from channel social on every day of the last four weeks');
  });

  it('are not looked at without twelve weeks of them', () => {
    expect(lookAt(graded(1, () => 2).slice(0, 20)).lacks).toContain('over twelve weeks');
  });
});
