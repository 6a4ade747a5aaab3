import fc from 'fast-check';
import { packed, unpacked } from './packed-lines';

describe('lines packed for another thread', () => {
  it('come out as they went in, whatever cells hold', () => {
    const cell = fc.oneof(fc.string(), fc.constantFrom('', 'a\u001fb', '\u001e'), fc.integer());
    const line = fc.record({ line: fc.integer({ min: 1, max: 9 }), cells: fc.array(cell, { minLength: 1, maxLength: 4 }) });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 6 }), (lines) => expect(unpacked(structuredClone(packed(lines)))).toEqual(lines)),
      { seed: 31, numRuns: 500 },
    );
  });

  it('are one text where they follow each other', () => {
    const lines = [4, 5].map((line) => ({ line, cells: ['2026-10-01', 'Tea', ''] }));
    expect(packed(lines)).toHaveProperty('first', 4);
    expect(unpacked(packed(lines))).toEqual(lines);
  });
});
