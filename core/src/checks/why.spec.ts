import { orderTable } from '../test/truth';
import { drawnRows, KNOWN, LOOKED, reportOf, shopOf, situationOf } from '../test/situation';
import { checkWhy } from './why';

describe('why it changed', () => {
  it('is what the basket, the rate and the clicks made of it, and who', () => {
    const { findings } = checkWhy(shopOf((day, campaign) => (day >= LOOKED.from && campaign === 3 ? { purchases: 20 } : {})));
    const [found] = findings;
    expect(found).toMatchObject({ check: 'why', trouble: 'worse', group: 'worth watching' });
    expect(found?.says).toMatch(/^ROAS fell from 4\.0\d to 3\.[34]\d against .*: −0\.[56]\d by fewer purchases from clicks/);
    expect(found?.evidence[0]).toMatch(/^By channel, most: channel social itself \(−0\.[56]/);
    expect(found?.evidence[1]).toContain('campaign 3 itself');
    const parts = found?.picture?.kind === 'parts' ? found.picture.parts : [];
    const [, was, is] = /from ([\d.]+) to ([\d.]+)/.exec(found?.says ?? '') ?? [];
    expect(parts.slice(0, 3).reduce((all, { amount }) => all + amount, 0)).toBeCloseTo(Number(is) - Number(was), 1);
  });

  it('is nothing where chance makes as much, and says so', () => {
    const [found] = checkWhy(shopOf()).findings;
    expect(found).toMatchObject({ group: 'fine', money: 0, trouble: 'as chance makes it' });
    expect(found?.advice).toBe('Change nothing for it.');
  });

  it('leaves out a channel that does not tell what its results are worth, and names it', () => {
    const silent = drawnRows([3], undefined, 16).map(({ amounts, ...row }) => {
      const { 'purchase.value.claims.click': _, ...told } = amounts;
      return { ...row, amounts: told };
    });
    const [found] = checkWhy(situationOf([reportOf(drawnRows([1, 2])), reportOf(silent, 2, 1)])).findings;
    expect(found?.says).toMatch(/from 4\.0\d to [34]\.\d\d/);
    expect(found?.evidence.at(-1)).toContain('Without channel social, which does not tell');
  });

  it('cannot be told where the days before are not measured', () => {
    const young = drawnRows([1]).filter(({ day }) => day >= LOOKED.from);
    const feed = { ...reportOf(young), covers: [{ from: LOOKED.from, to: LOOKED.to, campaigns: 'all' as const, importId: 1 }] };
    expect(checkWhy(situationOf([feed])).lacks).toContain('those before');
  });

  it('is told by device too, where reports tell it, as the channels claim', () => {
    // Phones bring half as much from the days looked at on, computers as before.
    const byDevice = drawnRows([1, 2], (day, campaign) => (day >= LOOKED.from && campaign === 1 ? { purchases: 20 } : {})).map(
      ({ codes, ...row }) => ({
        ...row,
        codes: { campaign: 1, device: codes['campaign'] ?? 0 },
      }),
    );
    const { findings, looked } = checkWhy(situationOf([reportOf(drawnRows([1, 2])), reportOf(byDevice, 2)]));
    expect(looked).toContain('what else is told');
    const line = findings[0]?.evidence.find((each) => each.startsWith('By device'));
    expect(line).toMatch(/^By device, of the £22,\d{3} that tell it and as the channels claim, most: 1 itself \(−[01]\.\d+\)/);
  });

  it('tells more new customers only where their share surely rose', () => {
    const orders = Array.from({ length: 56 * 20 }, (_, nth) => ({
      click: 225 + Math.floor(nth / 20),
      sale: 225 + Math.floor(nth / 20),
      campaign: 1,
      value: 40,
    }));
    const newIn = (now: number) => {
      const table = orderTable(orders, KNOWN.from, KNOWN.to);
      const isNew = Float64Array.from(orders, ({ click }, nth) => (nth % 20 < (click >= LOOKED.from ? now : 6) ? 1e6 : 0));
      const base = situationOf([reportOf(drawnRows([1]))], {
        target: { metric: 'roas', value: 2.5, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 999 },
      });
      const [found] = checkWhy({
        ...base,
        tables: { ...base.tables, orders: [{ ...table, amounts: new Map([...table.amounts, ['new customers', isNew]]) }] },
      }).findings;
      return found?.evidence.find((each) => each.includes('somebody’s first'));
    };
    expect(newIn(12)).toBe('60% of all purchases are somebody’s first, against 30% before: more new and fewer returning customers.');
    expect(newIn(6)).toBeUndefined();
    expect(newIn(2)).toContain('fewer new and more returning');
  });
});
