import fc from 'fast-check';
import type { Target } from '../target/target';
import { perMoney, reachedOfAll } from './promise';

const RETURN: Target = { metric: 'roas', value: 3, countedBy: 'orders', basis: 'sale', orders: 'all', from: 0, to: 9 };
const COST: Target = { ...RETURN, metric: 'cpa', value: 20 };
const amount = fc.double({ min: 0.01, max: 1000, noNaN: true });

describe('a promise of all orders', () => {
  it('asks of campaigns what the others do not bring', () => {
    expect(perMoney(RETURN, 3, 0.8)).toBeCloseTo(2.4, 12);
    expect(perMoney(COST, 20, 0.8)).toBeCloseTo(1 / 16, 12);
  });

  it('is reached just where campaigns bring what it asks of them', () =>
    fc.assert(
      fc.property(amount, fc.double({ min: 0.1, max: 3, noNaN: true }), fc.boolean(), (promised, ratio, isCost) => {
        const target = isCost ? COST : RETURN;
        expect(reachedOfAll(target, perMoney(target, promised, ratio), ratio)).toBeCloseTo(promised, 6);
      }),
    ));

  it('is none where they bring nothing', () => expect(reachedOfAll(RETURN, 0, 1)).toBeNull());
});
