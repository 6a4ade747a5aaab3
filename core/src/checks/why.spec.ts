import { drawnRows, LOOKED, reportOf, shopOf, situationOf } from '../test/situation';
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
});
