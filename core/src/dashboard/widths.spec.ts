import fc from 'fast-check';
import { hasLayout, laidOutFor, movedOn, type Tile, TILE_LAYOUTS, type TilePlace, withAnother, withoutLayout } from '../index';
import { runs } from '../test/runs';

const what = { kind: 'data' } as const;
const size = { wide: 4, high: 3 };
const board = (count: number): Tile[] =>
  Array.from({ length: count }, (_, nth) => `${nth}`).reduce<Tile[]>((tiles, id) => withAnother(tiles, { id, what }, size), []);
const places = (tiles: readonly Tile[]): TilePlace[] => tiles.map(({ place }) => place);
const overlap = (a: TilePlace, b: TilePlace): boolean =>
  a.x < b.x + b.wide && b.x < a.x + a.wide && a.y < b.y + b.high && b.y < a.y + a.high;

describe('tiles on screens of several widths', () => {
  it('lie as usual until they are arranged there, and then on their own', () => {
    const tiles = board(3);
    expect(laidOutFor(tiles, 'wide')).toEqual(tiles);
    const wide = movedOn(tiles, 'wide', '2', { x: 0, y: 0, wide: 12, high: 2 });
    expect([hasLayout(wide, 'wide'), hasLayout(wide, 'narrow'), hasLayout(tiles, 'wide')]).toEqual([true, false, false]);
    expect(places(wide)).toEqual(places(tiles));
    expect(places(laidOutFor(wide, 'narrow'))).toEqual(places(tiles));
    expect(places(laidOutFor(wide, 'wide'))).toEqual([
      { x: 0, y: 2, wide: 4, high: 3 },
      { x: 4, y: 2, wide: 4, high: 3 },
      { x: 0, y: 0, wide: 12, high: 2 },
    ]);
    // What is moved as usual stays where it lies on wide screens.
    const both = movedOn(wide, 'usual', '0', { x: 0, y: 9, wide: 4, high: 3 });
    expect([both[0]?.place.y, laidOutFor(both, 'wide')[0]?.place.y]).toEqual([9, 2]);
    expect(withoutLayout(both, 'narrow')).toEqual(both);
    expect(withoutLayout(wide, 'wide')).toEqual(tiles);
  });

  it('never lie on each other on any of them, whatever is moved where and added when', () => {
    const layout = fc.constantFrom(...TILE_LAYOUTS);
    const step = fc.record({
      layout,
      nth: fc.nat(6),
      x: fc.nat(11),
      y: fc.nat(8),
      wide: fc.integer({ min: 1, max: 12 }),
      isNew: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 10 }), (steps) => {
        let tiles = board(3);
        for (const { layout: on, nth, isNew, ...place } of steps)
          tiles = isNew ? withAnother(tiles, { id: `${tiles.length}`, what }, size) : movedOn(tiles, on, `${nth}`, { ...place, high: 2 });
        for (const on of TILE_LAYOUTS) {
          const laidOut = places(laidOutFor(tiles, on));
          laidOut.forEach((place, at) => laidOut.slice(at + 1).forEach((other) => expect(overlap(place, other)).toBe(false)));
        }
      }),
      { seed: 92, numRuns: runs(200) },
    );
  });
});
