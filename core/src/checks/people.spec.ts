import { type DayRow, KNOWN, LOOKED, reportOf, situationOf } from '../test/situation';
import { reachOf } from '../people/audience';
import { checkPeople } from './people';

interface Shown {
  readonly impressions: number;
  readonly clicks: number;
}
const AUDIENCE = { people: 5000, evenness: 0.6 };

/** A campaign whose impressions and clicks of a day are as said, and the people that its windows reached. */
const campaignRows = (shown: (day: number) => Shown): DayRow[] =>
  Array.from({ length: 120 }, (_, at): DayRow => {
    const day = KNOWN.to - 119 + at;
    const upTo = (length: number): number =>
      Array.from({ length }, (__, back) => shown(day - back).impressions).reduce((all, each) => all + each, 0);
    const people = (length: number): number => Math.round(reachOf(AUDIENCE, upTo(length)));
    return {
      day,
      codes: { campaign: 3 },
      amounts: { spend: 9, ...shown(day), 'people reached in 7 days': people(7), 'people reached in 30 days': people(30) },
    };
  });
const steady = { impressions: 1000, clicks: 20 };
const lookAt = (shown: (day: number) => Shown, wanted?: { least: number; most: number }) =>
  checkPeople(
    situationOf([reportOf(campaignRows(shown), 1, 1)], {
      promised: { budgets: [], balances: [], hours: [], frequencies: wanted ? [{ ...wanted, from: 0, to: 999 }] : [] },
    }),
  );

describe('people and frequency', () => {
  it('tell how often each of those reached sees a campaign, and how many are left', () => {
    const { looked, findings } = lookAt(() => steady);
    expect(looked).toBe('1 campaign’s people');
    expect(findings.map(({ trouble, group }) => [trouble, group])).toEqual([['all', 'fine']]);
    // 30,000 impressions of 5,000 people: 1 − (1 + 10)^−0.6 of them are reached.
    const picture = findings[0]?.picture;
    expect(picture?.kind === 'table' && picture.rows).toEqual([
      ['campaign 3 (channel social)', '3,814', '7.9', '7.9', '100%', '5,000', '21'],
    ]);
    expect(findings[0]?.evidence[1]).toContain('not added up');
  });

  it('find what is shown too often, with the money beyond what is wanted', () => {
    const [often] = lookAt(() => steady, { least: 3, most: 4 }).findings;
    expect(often).toMatchObject({ trouble: 'too often', group: 'worth watching', about: { name: 'campaign 3', path: ['channel social'] } });
    // 270 of spend × (1 − 4 / 7.866).
    expect(often?.money).toBeCloseTo(132.7, 1);
    expect(often?.says).toBe('In 30 days campaign 3 was shown 7.9 times to each of the 3,814 people it reached; wanted is 3.0 to 4.0.');
    expect(often?.evidence[0]).toMatch(
      /^It reached 76% of about 5,000 people whom it can; a thousand impressions more reach about 21 who were not/,
    );
  });

  it('say what reaches what is wanted: impressions at its price, or more days', () => {
    const [seldom, all] = lookAt(() => steady, { least: 10, most: 12 }).findings;
    expect(seldom?.trouble).toBe('too seldom');
    // 3,814 × 10 − 30,000 = 8,140, at 9 a thousand.
    expect(seldom?.advice).toBe('8,140 more impressions to the same people, £73.26 at its price, would reach that; or give it more days.');
    expect(all?.evidence[0]).toBe('Wanted is 10.0 to 12.0 times in 30 days, as said under Targets.');
    expect(lookAt(() => steady, { least: 7, most: 8 }).findings.map(({ trouble }) => trouble)).toEqual(['all']);
  });

  it('find what is seen ever more often while fewer click, also where nothing is wanted', () => {
    const worn = (clicks: number) => lookAt((day) => (day > LOOKED.to - 30 ? { impressions: 1500, clicks } : steady)).findings;
    const [finding] = worn(15);
    expect(finding?.trouble).toBe('worn');
    expect(finding?.says).toContain('and is surely clicked less: 50% as often.');
    // As often clicked as before, or not surely less.
    expect(worn(30).map(({ trouble }) => trouble)).toEqual(['all']);
    expect(worn(29).map(({ trouble }) => trouble)).toEqual(['all']);
    // Fewer clicks alone are no sign of being seen too often.
    const fewer = lookAt((day) => (day > LOOKED.to - 30 ? { impressions: 1000, clicks: 10 } : steady)).findings;
    expect(fewer.map(({ trouble }) => trouble)).toEqual(['all']);
  });

  it('ask for the report that would tell', () => {
    const rows = campaignRows(() => steady).map(({ amounts: { spend = 0 }, ...row }) => ({ ...row, amounts: { spend } }));
    expect(checkPeople(situationOf([reportOf(rows, 1, 1)])).lacks).toContain('people reached in 7 and 30 days');
  });
});
