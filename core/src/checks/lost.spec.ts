import { type DayRow, KNOWN, reportOf, situationOf } from '../test/situation';
import { checkLost } from './lost';

interface Made {
  readonly purchases: number;
  readonly toBudget: number;
  readonly toRank: number;
}

/** A campaign that spends 100 a day, is shown a thousand times, and loses so many impressions. */
const campaign = (code: number, { purchases, toBudget, toRank }: Made): DayRow[] =>
  Array.from({ length: 60 }, (_, back): DayRow => ({
    day: KNOWN.to - back,
    codes: { campaign: code },
    amounts: {
      ...{ spend: 100, clicks: 100, impressions: 1000, 'impressions lost to budget': toBudget, 'impressions lost to rank': toRank },
      ...{ 'eligible impressions': 1000 + toBudget + toRank },
      ...{ 'purchase.count.claims.click': purchases, 'purchase.value.claims.click': purchases * 40 },
    },
  }));
const lookAt = (...made: Made[]) => checkLost(situationOf([reportOf(made.flatMap((each, at) => campaign(at + 1, each)))]));

describe('what campaigns could have been shown for', () => {
  it('is told of all, and of those that surely meet the target what they lose to rank', () => {
    // A purchase may cost 16: 100 a day ask for 6.25. Ten a day surely meet that, six do not.
    const { looked, findings } = lookAt({ purchases: 10, toBudget: 0, toRank: 600 }, { purchases: 6, toBudget: 0, toRank: 600 });
    expect(looked).toBe('what 2 campaigns could have been shown for');
    expect(findings.map(({ trouble, about }) => [trouble, about.name])).toEqual([
      ['to rank', 'campaign 1'],
      ['all', 'What campaigns could be shown for'],
    ]);
    expect(findings[0]).toMatchObject({ group: 'held back' });
    expect(findings[0]?.says).toContain('loses 38% of what it could be shown for');
    // (280 × 16 − 2,800) × 600 / 1,000.
    expect(findings[0]?.money).toBeCloseTo(1008, 6);
    expect(findings[0]?.advice).toContain('Bid more in small steps');
    expect(findings[1]?.picture).toMatchObject({
      rows: [
        ['campaign 1 (channel search)', '63%', '0%', '38%'],
        ['campaign 2 (channel search)', '63%', '0%', '38%'],
      ],
    });
  });

  it('asks for budget before bid where more is lost to the budget', () => {
    expect(lookAt({ purchases: 10, toBudget: 900, toRank: 600 }).findings[0]?.advice).toContain('Raise its budget first');
  });

  it('leaves alone what may meet the target by chance', () => {
    // 196 where 175 are asked: the interval begins at 170.
    expect(lookAt({ purchases: 7, toBudget: 0, toRank: 600 }).findings.map(({ trouble }) => trouble)).toEqual(['all']);
  });

  it('leaves alone what loses little to rank', () => {
    expect(lookAt({ purchases: 10, toBudget: 0, toRank: 60 }).findings.map(({ trouble }) => trouble)).toEqual(['all']);
  });

  it('asks for the report that would tell', () => {
    const bare = campaign(1, { purchases: 1, toBudget: 0, toRank: 0 }).map(({ amounts: { spend = 0 }, ...row }) => ({
      ...row,
      amounts: { spend },
    }));
    expect(checkLost(situationOf([reportOf(bare)])).lacks).toContain('could have been shown for');
  });
});
