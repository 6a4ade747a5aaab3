import { KNOWN, reportOf, situationOf } from '../test/situation';
import { checkPacing } from './pacing';

/** Ranges of days are set with narrow spaces. */
const plain = (text: string | undefined): string => (text ?? '').replace(/\s/g, ' ');

describe('pace and balances', () => {
  // The last day known is the 8th of its month.
  const tenADay = reportOf(
    Array.from({ length: KNOWN.to }, (_, at) => ({ day: at + 1, codes: { campaign: 1 }, amounts: { spend: 10, clicks: 5 } })),
  );
  const pace = (amount: number) =>
    checkPacing(
      situationOf([tenADay], { promised: { budgets: [{ from: 0, to: 999, amount }], balances: [], hours: [], frequencies: [] } }),
    );

  it('tell where the month will end, where that is off the plan', () => {
    const [over, ...more] = pace(250).findings;
    expect(more).toEqual([]);
    expect(over).toMatchObject({ trouble: 'over plan', money: 60, group: 'worth watching' });
    expect(plain(over?.says)).toBe('The month ends at £310 if it goes on like this, 24% over its plan of £250.');
    expect(plain(over?.advice)).toContain('£7.39 a day in the 23 days left');
    expect([pace(310).findings, pace(400).findings.map(({ trouble }) => trouble)]).toEqual([[], ['under plan']]);
  });

  it('tell how long prepaid money lasts, and when it is spent', () => {
    const balance = (amount: number) =>
      checkPacing(
        situationOf([tenADay], {
          promised: { budgets: [], balances: [{ channel: 'channel search', day: 271, amount }], hours: [], frequencies: [] },
        }),
      );
    const trouble = (amount: number) => balance(amount).findings.map((each) => [each.trouble, Math.round(each.money), each.group]);
    expect([trouble(150), trouble(90), trouble(500)]).toEqual([
      [['balance runs out', 50, 'held back']],
      [['balance spent', 10, 'held back']],
      [],
    ]);
    expect(checkPacing(situationOf([tenADay])).lacks).toContain('Targets');
  });

  it('tell what was paid for lots that did not come', () => {
    const lot = (id: string, delivered: number) => ({
      ...{ id, feedId: 9, importId: 1, account: 0, seller: 'Greenletter', day: 270, price: 100e6, link: id },
      ...{ unit: 'clicks' as const, agreed: 1000, delivered },
    });
    const base = situationOf([tenADay]);
    const { findings, looked } = checkPacing({ ...base, tables: { ...base.tables, lots: [lot('a', 800), lot('b', 990), lot('c', 1000)] } });
    expect(looked).toBe('3 lots');
    expect(findings).toMatchObject([{ trouble: 'under-delivered', money: expect.closeTo(20, 6), group: 'loses money' }]);
    expect(findings[0]?.picture).toMatchObject({ rows: [['a', 'Greenletter', '80%', '£20.00']] });
  });
});
