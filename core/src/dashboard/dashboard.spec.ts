import fc from 'fast-check';
import {
  ACCOUNT_DIMENSIONS,
  bindView,
  type BoundTo,
  BUILT_IN_BOOK,
  COLUMNS_WIDE,
  type Dashboard,
  freePlace,
  type TilePlace,
  readyDashboards,
  RESULT_SET_IDS,
  type Tile,
  withPlace,
} from '../index';
import { runs } from '../test/runs';

const tile = (id: string, x: number, y: number, wide: number, high: number): Tile => ({
  id,
  place: { x, y, wide, high },
  what: { kind: 'data' },
});
const overlap = (a: TilePlace, b: TilePlace): boolean =>
  a.x < b.x + b.wide && b.x < a.x + a.wide && a.y < b.y + b.high && b.y < a.y + a.high;
const placesOf = (tiles: readonly Tile[]) => Object.fromEntries(tiles.map(({ id, place: { x, y } }) => [id, [x, y]]));

describe('tiles on twelve columns', () => {
  const TILES = [tile('a', 0, 0, 6, 2), tile('b', 6, 0, 6, 2), tile('c', 0, 2, 12, 3)];

  it('take the first place that is free', () => {
    expect(freePlace([], { wide: 4, high: 3 })).toEqual({ x: 0, y: 0, wide: 4, high: 3 });
    expect(freePlace(TILES, { wide: 4, high: 3 })).toEqual({ x: 0, y: 5, wide: 4, high: 3 });
    expect(freePlace([tile('a', 0, 0, 8, 2)], { wide: 4, high: 2 })).toMatchObject({ x: 8, y: 0 });
    expect(freePlace([tile('a', 0, 0, 9, 2)], { wide: 4, high: 2 })).toMatchObject({ x: 0, y: 2 });
  });

  it('make room for one that is moved, below it', () => {
    expect(placesOf(withPlace(TILES, 'a', { x: 3, y: 0, wide: 6, high: 2 }))).toEqual({ a: [3, 0], b: [6, 2], c: [0, 4] });
    expect(placesOf(withPlace(TILES, 'c', { x: 0, y: 0, wide: 12, high: 3 }))).toEqual({ c: [0, 0], a: [0, 3], b: [6, 3] });
    // Neither out of the columns nor to nothing.
    expect(withPlace(TILES, 'b', { x: 9, y: -2, wide: 6, high: 0 })[1]?.place).toEqual({ x: 6, y: 0, wide: 6, high: 1 });
    expect(withPlace(TILES, 'none', { x: 0, y: 0, wide: 1, high: 1 })).toEqual(TILES);
  });

  it('never lie on each other, and none is lost', () => {
    const size = fc.integer({ min: 1, max: 12 });
    const move = fc.record({
      nth: fc.nat(9),
      x: fc.integer({ min: -3, max: 14 }),
      y: fc.integer({ min: -3, max: 9 }),
      wide: size,
      high: size,
    });
    fc.assert(
      fc.property(
        fc.array(fc.record({ wide: size, high: size }), { minLength: 1, maxLength: 9 }),
        fc.array(move, { maxLength: 8 }),
        (sizes, moves) => {
          let tiles: Tile[] = [];
          for (const [nth, own] of sizes.entries()) tiles.push({ ...tile(`${nth}`, 0, 0, 1, 1), place: freePlace(tiles, own) });
          for (const { nth, ...place } of moves) tiles = withPlace(tiles, `${nth}`, place);
          expect(tiles.map(({ id }) => id)).toEqual(sizes.map((_, nth) => `${nth}`));
          for (const [at, { place }] of tiles.entries()) {
            expect(place.x >= 0 && place.x + place.wide <= COLUMNS_WIDE && place.y >= 0).toBe(true);
            for (const other of tiles.slice(at + 1)) expect(overlap(place, other.place)).toBe(false);
          }
        },
      ),
      { seed: 91, numRuns: runs(200) },
    );
  });
});

describe('a ready dashboard', () => {
  const client = (told: readonly string[], metricSet: BoundTo['metricSet'] = 'shop'): BoundTo => ({
    metricSet,
    book: BUILT_IN_BOOK,
    channels: [{ name: 'Heron', kind: 'search' }],
    tells: (dimension) => [...ACCOUNT_DIMENSIONS, ...told].includes(dimension),
    labelOf: (dimension) => dimension,
  });
  const ALL_KINDS = ['search', 'social', 'native', 'marketplace'].map((kind) => ({ name: kind, kind }));
  const labelsOf = ({ tiles }: Dashboard): string[] => tiles.map(({ what }) => (what.kind === 'view' ? what.view.label : what.kind));
  const labels = (of: BoundTo): string[] => labelsOf(readyDashboards(of)[0]);

  it('is made of what the feeds of a client deliver', () => {
    expect(labels(client(['campaign', 'device']))).toContain('Devices');
    expect(labels(client(['campaign']))).not.toContain('Devices');
    expect(labels(client(['campaign', 'ad'])).at(-1)).toBe('Creative cards');
    const told = ['client', 'campaign', 'ad', 'device', 'weekday', 'hour', 'product', 'sub-source', 'age', 'sex', 'place', 'keyword'];
    for (const metricSet of RESULT_SET_IDS) {
      const of = { ...client(told, metricSet), channels: ALL_KINDS };
      for (const { tiles } of readyDashboards(of)) {
        expect(tiles.length).toBeGreaterThan(4);
        for (const { what } of tiles)
          if (what.kind === 'view') expect([what.view.label, bindView(what.view, of).lacks]).toEqual([what.view.label, []]);
        for (const [at, { place }] of tiles.entries())
          for (const other of tiles.slice(at + 1)) expect(overlap(place, other.place)).toBe(false);
        // What is drawn is one of the metrics of its set: no tile shows something else than it says.
        for (const { what } of tiles) {
          if (what.kind !== 'view' || what.view.asks.pictureMetric === null) continue;
          const { metricSet: set, pictureMetric } = bindView(what.view, of).asks;
          expect([what.view.label, of.book.set(set ?? '')?.metrics]).toEqual([what.view.label, expect.arrayContaining([pictureMetric])]);
        }
      }
    }
  });

  it('is there for each kind of work that the channels of a client are for, under a name of its own', () => {
    const ids = (...kinds: string[]) =>
      readyDashboards({ ...client([]), channels: kinds.map((kind) => ({ name: kind, kind })) }).map(({ id }) => id);
    expect(ids('search')).toEqual(['ready', 'ready clients']);
    expect(readyDashboards(client(['sub-source'])).map(({ id }) => id)).toEqual(['ready', 'ready traffic', 'ready clients']);
    expect(ids('video', 'search')).toEqual(['ready', 'ready awareness', 'ready clients']);
    expect(ids('native', 'marketplace', 'social')).toEqual([
      'ready',
      'ready awareness',
      'ready traffic',
      'ready marketplace',
      'ready clients',
    ]);
  });

  it('looks at the result the client is after', () => {
    const costs = (metricSet: BoundTo['metricSet']) =>
      readyDashboards(client([], metricSet))[0].tiles.flatMap(({ what }) =>
        what.kind === 'view' && what.view.label === 'What one costs' ? [what.view.asks.pictureMetric] : [],
      );
    expect([costs('shop'), costs('leads'), costs('bookings')]).toEqual([['cpa'], ['cost-per-lead'], ['cost-per-booking']]);
  });
});
