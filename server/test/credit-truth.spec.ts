import { figuresOfCredit, judgeCredit } from '../../judge/credit';
import { northwallClimbing } from '../../market/src/clients/northwall-climbing';
import { Market } from '../../market/src/market';

/** The quickest of the worlds; npm run judge asks the same of all of them. */
describe('credit by removal', () => {
  it('is within ten points of the world lived without each campaign, and in its order', () => {
    const client = { ...northwallClimbing, from: '2026-07-15' };
    const judged = judgeCredit(Market.open(undefined, undefined, [client]), client);
    const { campaigns, apart, order } = judged;
    console.log(`${campaigns} campaigns, at most ${(100 * apart).toFixed(1)} points apart, rank correlation ${order?.toFixed(2) ?? '–'}`);
    expect(campaigns).toBeGreaterThan(5);
    expect(apart).toBeLessThan(0.1);
    expect(order).toBeGreaterThanOrEqual(0.8);
    expect(figuresOfCredit('Client', judged).map(({ value }) => value)).toEqual([1, order]);
  });
});
