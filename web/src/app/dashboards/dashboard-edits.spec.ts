import type { Dashboard } from '@lens/core';
import { edited, movedBy, startOf, undone, withoutTile, withTile } from './dashboard-edits';

const EMPTY: Dashboard = { label: 'Mornings', description: '', tiles: [] };

describe('changing a dashboard', () => {
  it('can be undone step by step', () => {
    const one = withTile(EMPTY, { kind: 'data' });
    const two = withTile(one, { kind: 'text', text: 'Hello' });
    const edits = edited(edited(startOf(EMPTY), one), two);
    expect([edits.now, undone(edits).now, undone(undone(edits)).now]).toEqual([two, one, EMPTY]);
    expect(undone(startOf(EMPTY))).toEqual(startOf(EMPTY));
  });

  it('is no change where nothing is another', () => {
    const start = startOf(withTile(EMPTY, { kind: 'data' }));
    expect(edited(start, { ...start.now })).toEqual(start);
  });

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
