import fc from 'fast-check';
import { type Claim, type CountedOutcome, reconcile } from '../index';

const DAYS = { from: 10, to: 19 };
const ASKED = { days: DAYS, channels: 3, isCovered: () => true };
const order = (id: number, day = 12): CountedOutcome => ({ id: `O-${id}`, day, count: 1, value: 20 });
const claim = (channel: number, of: number | null, more: Partial<Claim> = {}): Claim => ({
  ...{ channel, order: of === null ? null : `O-${of}`, day: 12, clickDay: 9, count: 1, value: 25 },
  ...more,
});
const range = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, at) => from + at);

describe('claims against outcomes', () => {
  it('are found, in both, unclaimed and over-claimed as in the worked example of calculations 16', () => {
    const orders = range(0, 100).map((each) => order(each));
    // X claims 0–49 and ten that are none; Y claims 30–84 and fifteen that are none.
    const claims = [
      ...range(0, 50).map((each) => claim(0, each)),
      ...range(200, 210).map((each) => claim(0, each)),
      ...range(30, 85).map((each) => claim(1, each)),
      ...range(300, 315).map((each) => claim(1, each)),
    ];
    const { channels, pairs, outcomes, found, unclaimed, over } = reconcile(orders, claims, ASKED);
    expect([channels[0]?.claims.count, channels[0]?.found.count, channels[0]?.over]).toEqual([60, 50, 1.2]);
    expect([channels[1]?.claims.count, channels[1]?.found.count, channels[1]?.over]).toEqual([70, 55, 70 / 55]);
    expect(pairs).toEqual([{ a: 0, b: 1, both: { count: 20, value: 400, unvalued: 0 }, ofA: 0.4, ofB: 20 / 55 }]);
    expect([outcomes.count, found.count, unclaimed.count, over]).toEqual([100, 85, 15, 130 / 85]);
    expect([channels[0]?.alone.count, channels[1]?.alone.count, channels[2]?.over]).toEqual([30, 35, null]);
  });

  it('tells a repeat, a number that there is not and a claim without one, each with its money', () => {
    const told = reconcile(
      [order(1), order(2)],
      [claim(0, 1), claim(0, 1), claim(0, 9, { value: NaN }), claim(0, null, { count: 0.5 })],
      ASKED,
    );
    expect(told.channels[0]).toMatchObject({
      claims: { count: 3.5, value: 75, unvalued: 1 },
      found: { count: 1, value: 20 },
      first: { count: 1, value: 25 },
      again: { count: 1, value: 25 },
      missing: { count: 1, value: 0, unvalued: 1 },
      unnumbered: { count: 0.5, value: 25 },
      over: 3.5,
    });
    expect(told.told.map(({ outcome, claims }) => [outcome?.id ?? null, claims.length])).toEqual([
      ['O-1', 2],
      ['O-2', 0],
      [null, 1],
      [null, 1],
    ]);
  });

  it('goes by the day of the outcome; what has none by its own, and not on days the list does not cover', () => {
    const orders = [order(1, 12), order(2, 30)];
    const claims = [
      claim(0, 1, { day: 2 }),
      claim(0, 2, { day: 12 }),
      claim(0, 9, { day: 30 }),
      claim(0, 9, { day: 15 }),
      claim(0, 8, { day: 16 }),
    ];
    const told = reconcile(orders, claims, { ...ASKED, isCovered: (day) => day !== 16 });
    expect(told.channels[0]).toMatchObject({ claims: { count: 2 }, found: { count: 1 }, missing: { count: 1 } });
    expect([told.outcomes.count, told.uncovered.count]).toEqual([1, 1]);
    // The day of the list, three after the click; what is not found tells nothing of how far back claims reach.
    expect([told.channels[0]?.reach, told.channels[1]?.reach]).toEqual([3, null]);
  });

  it('adds up, whatever is claimed and in whatever order', () => {
    const claims = fc.array(
      fc.record({ channel: fc.nat(2), order: fc.option(fc.nat(12)), day: fc.integer({ min: 8, max: 21 }), count: fc.constantFrom(1, 2) }),
      { maxLength: 40 },
    );
    fc.assert(
      fc.property(claims, fc.array(fc.integer({ min: 8, max: 21 }), { maxLength: 10 }), (made, days) => {
        const orders = days.map((day, id) => order(id, day));
        const all = made.map(({ channel, order: of, ...more }) => claim(channel, of, more));
        const told = reconcile(orders, all, ASKED);
        const sum = (of: readonly { count: number }[]): number => of.reduce((own, { count }) => own + count, 0);
        expect(told.outcomes.count).toBe(told.found.count + told.unclaimed.count);
        expect(told.claims.count).toBe(sum(told.channels.map((each) => each.claims)));
        expect(sum(told.told.flatMap(({ claims: own }) => own))).toBe(sum(told.channels.map((each) => each.claims)));
        for (const { claims: own, first, again, missing, unnumbered, alone, shared } of told.channels) {
          expect(own.count).toBe(sum([first, again, missing, unnumbered]));
          expect(first.count).toBe(sum([alone, shared]));
        }
        for (const { a, b, both } of told.pairs)
          expect(both.count).toBeLessThanOrEqual(Math.min(told.channels[a]!.found.count, told.channels[b]!.found.count));
        const shown = ({ channels, pairs }: typeof told) => [
          channels.map(({ first: _, again: __, alone: ___, shared: ____, ...each }) => each),
          pairs.length,
        ];
        expect(shown(reconcile(orders.toReversed(), all.toReversed(), ASKED))).toEqual(shown(told));
      }),
      { seed: 1604 },
    );
  });
});
