import fc from 'fast-check';
import { runs } from '../test/runs';
import { slotsFor } from './slots';

describe('slots', () => {
  it.each([
    ['few', 1000],
    ['many', 2 ** 45],
  ])('of %s keys number them as they are met, the same key the same', (_, room) => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 999 }), { maxLength: 200 }), fc.nat(3), (given, spread) => {
        // Keys that differ in their high halves alone as well.
        const keys = given.map((key) => (room > 1000 ? key * 2 ** (spread * 11) : key));
        const slots = slotsFor(room);
        const expected = [...new Set(keys)];
        expect(keys.map((key) => slots.of(key))).toEqual(keys.map((key) => expected.indexOf(key)));
        expect(slots.count).toBe(expected.length);
        expect(expected.map((_key, slot) => slots.keyOf(slot))).toEqual(expected);
      }),
      { seed: 63, numRuns: runs(200) },
    );
  });

  it('stay what they are while their table grows', () => {
    const slots = slotsFor(2 ** 50);
    const keys = Array.from({ length: 20_000 }, (_, at) => at * 1_000_003);
    keys.forEach((key) => slots.of(key));
    expect(keys.map((key) => slots.of(key))).toEqual([...keys.keys()]);
  });
});
