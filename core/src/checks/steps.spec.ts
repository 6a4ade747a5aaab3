import { checkSteps } from './steps';
import { LOOKED, reportOf, shopOf, situationOf } from '../test/situation';

const CHANGED = 262;
describe('steps to the result', () => {
  it('say nothing where they are as they were, and what was looked at', () => {
    const { findings, looked, lacks } = checkSteps(shopOf(() => ({})));
    expect([findings, lacks]).toEqual([[], '']);
    expect(looked).toContain('steps');
  });

  it('name a dearer product with fewer buyers as one change of its day, and not as the ads', () => {
    const { findings } = checkSteps(shopOf((day) => (day >= CHANGED ? { purchases: 30, worth: 46 } : {})));
    expect(findings).toHaveLength(1);
    const [found] = findings;
    expect(found).toMatchObject({ check: 'steps', group: 'not the advertising', trouble: 'purchases per carts, value per purchases' });
    expect(found?.since?.within.from).toBeLessThanOrEqual(CHANGED);
    expect(found?.since?.within.to).toBeGreaterThanOrEqual(CHANGED);
    expect(found?.says).toMatch(
      /100 carts lead to 1\d purchases \(before 2\d\) and one purchase is worth £4[56]\.\d+ \(before £[34][90]\.\d+\)/,
    );
    expect(found?.evidence).toContain('Alike in all 2 channels that tell it.');
    // 30 × 46 = 1,380 a day and campaign, where 40 × 40 were: 220 less, of three campaigns over the days since.
    const lost = 220 * 3 * (LOOKED.to - CHANGED + 1);
    expect(Math.abs((found?.money ?? 0) / lost - 1)).toBeLessThan(0.35);
    expect(found?.advice).toContain('Ask the client what changed');
  });

  it('leave dearer clicks with the ads, and name what is noted of the day', () => {
    const happened = [
      { from: CHANGED, to: CHANGED, channel: null, name: null, words: 'A competitor began' },
      { from: CHANGED - 30, to: CHANGED - 30, channel: null, name: null, words: 'Long ago' },
    ];
    const [found, ...more] = checkSteps(shopOf((day) => (day >= CHANGED ? { spend: 520 } : {}), { happened })).findings;
    expect(more).toEqual([]);
    expect(found).toMatchObject({ group: 'worth watching', trouble: 'spend per clicks', money: 0 });
    expect(found?.happened).toEqual([expect.stringContaining('A competitor began')]);
    expect(found?.advice).toContain('what is noted');
  });

  it('do not take for an event what comes little by little, nor what lies long before', () => {
    expect(checkSteps(shopOf((day) => ({ spend: 400 + Math.max(0, day - 190) * 1.5 }))).findings).toEqual([]);
    expect(checkSteps(shopOf((day) => (day >= 215 ? { purchases: 30 } : {}))).findings).toEqual([]);
  });

  it('take no drift of what a click costs for an event, nor a change without a day', () => {
    expect(checkSteps(shopOf((day) => (day >= CHANGED ? { spend: 428 } : {}))).findings).toEqual([]);
    // Seven in a hundred fewer since day 250 may have begun on any of fifty days, ten in a hundred fewer on any of ten.
    const since250 = (purchases: number) =>
      checkSteps(shopOf((day) => (day >= 250 ? { purchases } : {}))).findings.map(({ trouble }) => trouble);
    expect([since250(37), since250(36)]).toEqual([[], ['purchases per carts']]);
  });

  it('say what they lack', () => {
    const spendOnly = reportOf([{ day: 270, codes: { campaign: 1 }, amounts: { spend: 5 } }]);
    expect(checkSteps(situationOf([spendOnly])).lacks).not.toBe('');
  });
});
