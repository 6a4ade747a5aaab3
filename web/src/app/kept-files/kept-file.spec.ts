import { KEPT_FILE } from '@lens/contract';
import { type Dashboard, SHIPPED_VIEWS, type View } from '@lens/core';
import { keptFileOf, readKeptFile } from './kept-file';

const [SHIPPED] = SHIPPED_VIEWS;
const { id: _, ...view } = SHIPPED ?? { id: '' };
const place = { x: 0, y: 0, wide: 4, high: 3 };
const BOARD: Dashboard = {
  label: 'Mornings',
  description: '',
  tiles: [
    { id: 'a', place, what: { kind: 'kept view', id: 'mine', label: 'As it was called' } },
    { id: 'b', place: { ...place, x: 4 }, what: { kind: 'kept view', id: 'gone', label: 'Gone' } },
    { id: 'c', place: { ...place, x: 8 }, what: { kind: 'target' } },
  ],
};

describe('a file of what is kept', () => {
  it('holds what a dashboard shows, whatever the other installation has', () => {
    const file = keptFileOf(BOARD, (id) => (id === 'mine' ? (view as View) : undefined));
    expect(file.dashboards[0]?.tiles.map(({ what }) => what)).toEqual([
      { kind: 'view', view },
      { kind: 'text', text: '“Gone” was gone when this was saved.' },
      { kind: 'target' },
    ]);
    expect(readKeptFile(JSON.stringify(file))).toEqual(file);
  });

  it('is told from what is none, with the place', () => {
    const said = (text: string): string => {
      try {
        readKeptFile(text);
        return '';
      } catch (error) {
        return (error as Error).message;
      }
    };
    const file = { ...KEPT_FILE, views: [view], dashboards: [] };
    expect(said('{"format":')).toBe('It is no JSON: it may have been cut off.');
    expect(said('{}')).toMatch(/^format: It is no file of kept views/);
    expect(said(JSON.stringify({ ...file, version: 2 }))).toMatch(/^version: It was written by a newer program/);
    expect(said(JSON.stringify({ ...file, views: [{ ...view, label: '' }] }))).toBe('views.0.label: Give it a name.');
  });
});
