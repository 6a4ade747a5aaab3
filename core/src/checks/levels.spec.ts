import { type DayRow, KNOWN, reportOf, situationOf } from '../test/situation';
import { orderTable } from '../test/truth';
import { checkLevels } from './levels';

/** A keyword of a campaign that spends ten a day, with so many claims in ten days. */
const keyword = (campaign: number, code: number, inTen: number): DayRow[] =>
  Array.from({ length: 60 }, (_, back): DayRow => {
    const claims = back % 10 < inTen ? 1 : 0;
    return {
      day: KNOWN.to - back,
      codes: { campaign, group: 10 * campaign, keyword: code },
      amounts: { spend: 10, clicks: 20, 'purchase.count.claims.click': claims, 'purchase.value.claims.click': claims * 40 },
    };
  });
/** A purchase is worth 40 and may cost 16: 6.25 of ten days. */
const rows = [keyword(1, 1, 10), keyword(1, 2, 1), keyword(1, 3, 6)].flat();

describe('groups, keywords and products', () => {
  it('are each held against what is asked of campaigns', () => {
    const { looked, findings } = checkLevels(situationOf([reportOf(rows)]));
    expect(looked).toBe('1 ad group, 3 keywords');
    const [, keywords] = findings;
    expect(keywords).toMatchObject({ check: 'levels', trouble: 'keyword', group: 'worth watching', members: ['keyword 2', 'keyword 1'] });
    expect(keywords?.says).toBe('Of 3 keywords 1 surely miss what is asked, 1 surely meet it; of 1 so few purchases leave it open.');
    // 28 days of 10: three purchases at 93.33, where 280 / 16 = 17.5 are asked.
    expect(keywords?.picture).toMatchObject({
      rows: [
        ['keyword 2', 'campaign 1 (channel search)', '£280', '3.0', '£93.33', 'misses'],
        ['keyword 1', 'campaign 1 (channel search)', '£280', '28', '£10.00', 'meets it'],
      ],
    });
    expect(keywords?.money).toBeCloseTo(280 - 3 * 16, 9);
  });

  it('go by claims in proportion where the target’s own count does not reach them', () => {
    // The orders find one in two of the campaign's claims: keyword 1 has half as many and no longer surely meets it, keyword 3 surely misses.
    const orders = Array.from({ length: 60 }, (_, back) => KNOWN.to - back).flatMap((day, back) => {
      const claimed = [10, 1, 6].filter((inTen) => back % 10 < inTen).length;
      return claimed >= 2 ? [{ click: day, sale: day, campaign: 1, value: 40 }] : [];
    });
    const base = situationOf([reportOf(rows)], {
      target: { metric: 'cpa', value: 16, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 999 },
    });
    const { findings } = checkLevels({ ...base, tables: { ...base.tables, orders: [orderTable(orders, KNOWN.from, KNOWN.to)] } });
    const found = findings.find(({ trouble }) => trouble === 'keyword');
    expect(found?.members).toEqual(['keyword 2', 'keyword 3']);
  });

  it('allow for results that are still to come', () => {
    // Forty purchases a day at 16 each, evenly over the 21 days from the click on: of the last four weeks a third is not there yet.
    const orders = Array.from({ length: 120 }, (_, back) => KNOWN.to - back).flatMap((click) =>
      Array.from({ length: 40 }, (_, at) => ({ click, sale: click + (at % 21), campaign: 1, value: 40 })).filter(
        ({ sale }) => sale <= KNOWN.to,
      ),
    );
    const dear = [1, 2].flatMap((code) =>
      keyword(1, code, 10).map((row) => ({ ...row, amounts: { ...row.amounts, spend: code === 1 ? 320 : 700 } })),
    );
    const target = { metric: 'cpa', value: 16, countedBy: 'orders', basis: 'click', orders: 'matched', from: 0, to: 999 } as const;
    const base = situationOf([reportOf(dear)], { target });
    const { findings } = checkLevels({ ...base, tables: { ...base.tables, orders: [orderTable(orders, KNOWN.from, KNOWN.to)] } });
    const found = findings.find(({ trouble }) => trouble === 'keyword');
    expect(found?.members).toEqual(['keyword 2']);
    // 20 purchases a day are worth 320: of the 700 the rest is too much, whatever has come so far.
    expect(found?.money).toBeGreaterThan(28 * (700 - 320) * 0.95);
    expect(found?.money).toBeLessThan(28 * (700 - 320) * 1.05);
  });

  it('allow for chance in a long list: one that would miss alone is left open among twenty', () => {
    const many = Array.from({ length: 20 }, (_, at) => keyword(1, 10 + at, 6)).flat();
    const found = checkLevels(situationOf([reportOf([...many, ...keyword(1, 99, 3)])])).findings.find(
      ({ trouble }) => trouble === 'keyword',
    );
    expect(found).toMatchObject({ group: 'fine', members: [] });
  });

  it('say what is wanting', () => {
    expect(checkLevels(situationOf([reportOf(rows)], { target: null })).lacks).toContain('no target');
    const bare = rows.map((row) => ({ ...row, codes: { campaign: 1 } }));
    expect(checkLevels(situationOf([reportOf(bare)])).lacks).toContain('by group, keyword or product');
  });
});
