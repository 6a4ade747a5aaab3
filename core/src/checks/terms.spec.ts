import { names } from '../test/ask';
import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { checkTerms } from './terms';
import { PARTS_DAYS } from './campaign-parts';

const TERMS = ['loose tea', 'buy loose tea', 'juniper tins', 'tea shop', 'free tea'];
const named: typeof names = (dimension, code) =>
  dimension === 'search term' || dimension === 'keyword' ? (TERMS[Number(code) - 1] ?? '') : names(dimension, code);

/** A term of a keyword in a campaign, so much a day over half a year, with a purchase every so many days. */
const term = (campaign: number, keyword: number, of: number, spend: number, every: number): DayRow[] =>
  Array.from({ length: PARTS_DAYS }, (_, back): DayRow => {
    const bought = back % every === 0 ? 1 : 0;
    return {
      day: LOOKED.to - back,
      codes: { campaign, group: campaign, keyword, 'search term': of },
      amounts: { spend, clicks: 5, 'purchase.count.claims.click': bought, 'purchase.value.claims.click': bought * 40 },
    };
  });
/** A purchase is worth 40 and may cost 16. */
const lookAt = (...rows: DayRow[][]) => checkTerms(situationOf([reportOf(rows.flat())], { names: named }));
const found = (trouble: string, ...rows: DayRow[][]) => lookAt(...rows).findings.find((each) => each.trouble === trouble);

describe('search terms', () => {
  it('are worth a keyword of their own where they surely cost little and nobody bids on them', () => {
    // 5 a day: a purchase every day costs 5, one in four days 20.
    const own = found('own keyword', term(1, 1, 1, 5, 1), term(1, 1, 2, 5, 1), term(1, 1, 4, 5, 4));
    expect(own).toMatchObject({ check: 'terms', group: 'held back', members: ['buy loose tea'] });
    expect(own?.says).toBe(
      '1 search term that nobody bids on by itself surely costs less than a result may: £910 brought 182 purchases, £5.00 each, where £16.00 is allowed.',
    );
    expect(own?.picture).toMatchObject({ rows: [['buy loose tea', 'campaign 1 (channel search)', '£910', '182', '£5.00']] });
    // Nor one that names the client, and none of a handful of purchases.
    expect(found('own keyword', term(1, 1, 3, 5, 1), term(1, 1, 1, 5, 1))).toBeUndefined();
    expect(found('own keyword', term(1, 1, 2, 0.1, 60), term(1, 1, 1, 5, 1))).toBeUndefined();
  });

  it('that two campaigns pay for are told with both', () => {
    const both = found('two campaigns', term(1, 1, 1, 5, 2), term(2, 1, 1, 2, 4), term(2, 4, 4, 5, 2));
    expect(both).toMatchObject({ group: 'worth watching', members: ['loose tea'] });
    expect(both?.picture).toMatchObject({
      rows: [
        ['loose tea', 'campaign 1 (channel search)', '£910', '91'],
        ['loose tea', 'campaign 2 (channel search)', '£364', '46'],
      ],
    });
    // The smaller’s spend, of the days looked at.
    expect(both?.money).toBeCloseTo((364 * 28) / PARTS_DAYS, 9);
    // Next to nothing of it in the second campaign is no rivalry.
    expect(found('two campaigns', term(1, 1, 1, 5, 2), term(2, 1, 1, 0.5, 4))).toBeUndefined();
  });

  it('with the client’s name stand apart from all others', () => {
    const own = found('own name', term(1, 1, 1, 5, 2), term(1, 1, 3, 1, 1));
    expect(own).toMatchObject({ group: 'fine', money: 0 });
    expect(own?.says).toBe(
      'Searches with the client’s name took £182 and 67% of the purchases that searches bring: £1.00 each. All other searches: £10.00 each.',
    );
    expect(found('own name', term(1, 1, 1, 5, 2))).toBeUndefined();
  });

  it('are not looked at where no report tells them', () => {
    const rows = term(1, 1, 1, 5, 1).map(({ codes: _, ...row }) => ({ ...row, codes: { campaign: 1 } }));
    expect(lookAt(rows).lacks).toContain('by search term');
  });
});
