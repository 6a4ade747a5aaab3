import { KNOWN, LOOKED, reportOf, shopOf, situationOf } from '../test/situation';
import { orderTable } from '../test/truth';
import { checkLate, maturedOf, typedFor } from './late';

const TARGET = { metric: 'roas', value: 2.8, countedBy: 'orders', basis: 'click', orders: 'matched', from: 0, to: 999 } as const;
const days = Array.from({ length: KNOWN.to }, (_, at) => at + 1);
/** Every day 100 spent on 50 clicks, which bring eight orders of 35 evenly over the eight days from the click on. */
const late = (lags: readonly number[]) => {
  const orders = days.flatMap((click) =>
    lags.flatMap((lag) => (click + lag <= KNOWN.to ? [{ click, sale: click + lag, campaign: 1, value: 35 }] : [])),
  );
  const base = situationOf([reportOf(days.map((day) => ({ day, codes: { campaign: 1 }, amounts: { spend: 100, clicks: 50 } })))]);
  return { ...base, target: TARGET, tables: { ...base.tables, orders: [orderTable(orders, KNOWN.from, KNOWN.to)] } };
};

describe('late results', () => {
  it('are allowed for in what is shown and in what is typed in, as on the page', () => {
    expect(maturedOf(2.1, 0.75, true)).toBeCloseTo(2.8, 9);
    expect(typedFor(2.8, 0.75, true)).toBeCloseTo(2.1, 9);
    // A cost shows too high: 40 with half arrived is 20, and for 20 one types 40.
    expect([maturedOf(40, 0.5, false), typedFor(20, 0.5, false)]).toEqual([20, 40]);
  });

  it('are told with what campaigns show, what that will be, and what to type', () => {
    const { findings } = checkLate(late([0, 1, 2, 3, 4, 5, 6, 7]));
    // Of 14 days the last seven lack 7, 6, 5 … 1 of eight orders: 28 of 112.
    expect(findings).toMatchObject([{ check: 'late', group: 'fine', days: { from: LOOKED.to - 13, to: LOOKED.to } }]);
    expect(findings[0]?.says).toContain('75% (');
    expect(findings[0]?.evidence[0]).toContain('a goal of 2.80 with 2.10 typed in');
    const picture = findings[0]?.picture;
    expect(picture?.kind === 'table' && picture.rows.map(([name, , ...rest]) => [name, ...rest])).toEqual([
      ['campaign 1 (channel search)', '2.10', '2.80', '2.10'],
    ]);
  });

  it('show where a channel was told a goal that is stricter than holds the target', () => {
    const told = (newValue: string, code = 1) => ({
      ...{
        day: 5,
        channel: 'channel search',
        level: 'campaign' as const,
        code,
        field: 'Target ROAS',
        oldValue: null,
        newValue,
        what: null,
      },
    });
    const strict = (...changes: ReturnType<typeof told>[]) =>
      checkLate({ ...late([0, 1, 2, 3, 4, 5, 6, 7]), changes }).findings.filter(({ trouble }) => trouble === 'goal too strict');
    const [found] = strict(told('2.8'));
    expect(found).toMatchObject({ group: 'held back', about: { name: 'campaign 1' } });
    expect(found?.says).toContain('is told to reach ROAS 2.80 with campaign 1, where 2.10 holds the target of 2.80: 75%');
    expect(strict(told('280 %'))).toEqual([found]);
    // Once it is what holds the target, nothing is said; nor of another campaign, nor where it tells no number.
    expect([told('2.1'), told('2,10'), told('2.8', 2), told('as much as it can')].flatMap((each) => strict(each))).toEqual([]);
    expect(strict(told('2.8'), { ...told('2.1'), day: 9 })).toEqual([]);
    // A cost is no return, and what no field tells is neither.
    expect(['Target CPA', 'Goal'].flatMap((field) => strict({ ...told('16'), field }))).toEqual([]);
  });

  it('hold a goal of a cost against a target in the same money alone', () => {
    const told = {
      day: 5,
      channel: 'channel search',
      level: 'campaign',
      code: 1,
      field: 'Target CPA',
      oldValue: null,
      newValue: '9',
      what: null,
    } as const;
    const situation = { ...late([0, 1, 2, 3, 4, 5, 6, 7]), target: { ...TARGET, metric: 'cpa', value: 12 } as const, changes: [told] };
    const strict = (rates: readonly never[] | null) => {
      const accounts = situation.tables.accounts.map((each) => ({ ...each, rates }));
      return checkLate({ ...situation, tables: { ...situation.tables, accounts } }).findings.filter(
        ({ trouble }) => trouble === 'goal too strict',
      );
    };
    expect(strict(null)).toHaveLength(1);
    expect(strict([])).toEqual([]);
  });

  it('say no number where too little has come', () => {
    // Of the last fourteen days nothing is there but of the first two or three.
    const [found] = checkLate(late([11, 12, 13, 14])).findings;
    expect(found?.evidence[0]).toContain('Too little of it is there');
    const rows = found?.picture?.kind === 'table' ? found.picture.rows : [];
    expect(rows.every((row) => row.at(-1) === 'too early')).toBe(true);
  });

  it('are none where all has come, and cannot be told without both days or a target', () => {
    expect(checkLate(late([0, 0, 0, 0])).findings).toEqual([]);
    expect(checkLate({ ...late([0]), target: null }).lacks).toContain('target');
    expect(checkLate({ ...shopOf(), target: TARGET }).lacks).toContain('when each was clicked');
  });
});
