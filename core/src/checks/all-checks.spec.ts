import { CHECKS, lookInto, OTHER_CHECKS, type OtherFinding } from '../index';
import { KNOWN, reportOf, shopOf, situationOf } from '../test/situation';
import { withoutEchoes } from './all-checks';

describe('all checks', () => {
  it('tell what they looked at, or why they could not, of whatever there is', () => {
    const spend = reportOf([{ day: KNOWN.to, codes: { campaign: 1 }, amounts: { spend: 5 } }]);
    const situations = [
      shopOf(),
      situationOf([]),
      situationOf([spend]),
      shopOf(undefined, { target: null }),
      shopOf(undefined, { metricSet: 'leads', target: null }),
    ];
    for (const situation of situations) {
      const looked = lookInto(situation);
      expect(looked.map(({ check }) => check)).toEqual(OTHER_CHECKS);
      for (const each of looked) expect(each.lacks === '' ? each.looked : each.lacks).not.toBe('');
      for (const { findings } of looked) for (const finding of findings) expect(finding.says).toMatch(/\.$/);
    }
    expect(CHECKS).toEqual(['target', ...OTHER_CHECKS]);
  });

  it('say how much of them is done', () => {
    const told: number[] = [];
    lookInto(situationOf([]), (done) => told.push(done));
    expect(told).toEqual(OTHER_CHECKS.map((_, at) => at / OTHER_CHECKS.length));
  });

  it('tell a lasting change once, and not its first days as well', () => {
    const finding = (check: 'steps' | 'days', from: number, trouble: string): OtherFinding =>
      ({
        check,
        trouble,
        days: { from, to: from + 1 },
        since: { day: from, within: { from: from - 1, to: from + 1 }, until: null },
      }) as OtherFinding;
    const of = (check: 'steps' | 'days', ...findings: OtherFinding[]) => ({ check, looked: 'x', lacks: '', findings });
    const days = [90, 100, 110, 130].map((from) => finding('days', from, 'clicks high, checkouts low'));
    const [, left] = withoutEchoes([
      of('steps', finding('steps', 100, 'checkouts per carts, value per purchases')),
      of('days', ...days, finding('days', 101, 'carts low')),
    ]);
    expect(left?.findings.map(({ days }) => days.from)).toEqual([90, 130, 101]);
  });
});
