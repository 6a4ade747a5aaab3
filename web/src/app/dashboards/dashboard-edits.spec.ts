import type { Dashboard } from '@lens/core';
import { movedBy, withoutTile, withTile } from './dashboard-edits';

const EMPTY: Dashboard = { label: 'Mornings', description: '', tiles: [] };

describe('changing a dashboard', () => {
  it('gives each tile an id of its own, also after one was taken away', () => {
    const three = [0, 1, 2].reduce((board) => withTile(board, { kind: 'data' }), EMPTY);
    const left = withoutTile(three, 'tile 2');
    expect(left.tiles.map(({ id }) => id)).toEqual(['tile 1', 'tile 3']);
    expect(withTile(left, { kind: 'data' }).tiles.map(({ id }) => id)).toEqual(['tile 1', 'tile 3', 'tile 4']);
  });

  it('moves tiles and makes them larger by steps', () => {
    const board = withTile(withTile(EMPTY, { kind: 'data' }), { kind: 'data' });
    const places = (of: Dashboard) => of.tiles.map(({ place: { x, y, wide, high } }) => [x, y, wide, high]);
    expect(places(board)).toEqual([
      [0, 0, 4, 3],
      [4, 0, 4, 3],
    ]);
    expect(places(movedBy(board, 'tile 1', { wide: 1 }))).toEqual([
      [0, 0, 5, 3],
      [4, 3, 4, 3],
    ]);
    expect(places(movedBy(board, 'tile 2', { x: 2, high: -1 }))[1]).toEqual([6, 0, 4, 2]);
    expect(movedBy(board, 'none', { x: 1 })).toBe(board);
  });
});
