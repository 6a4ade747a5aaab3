import type { WireTable } from '@lens/contract';
import { drawnRows, drawnText } from './drawn-rows';

const row = (key: string, level = 'channel', depth = 0, kind: WireTable['rows'][number]['kind'] = 'member') =>
  ({ key, level, depth, kind }) as WireTable['rows'][number];
const ROWS = [row('total', 'total', 0, 'total'), row('a'), row('a/1', 'campaign', 1), row('b'), row('rest', 'channel', 0, 'not matched')];

describe('what is drawn of a table', () => {
  it('is what somebody marked, else the outermost members', () => {
    const keys = (...of: Parameters<typeof drawnRows>) => drawnRows(...of).map(({ key }) => key);
    expect(keys(ROWS, [], 'bars')).toEqual(['a', 'b']);
    expect(keys(ROWS, [row('a/1', 'campaign', 1)], 'bars')).toEqual(['a/1']);
    const days = [row('monday', 'weekday')];
    expect([keys(days, [], 'line'), keys(days, [], 'stacked'), keys(days, [], 'bars')]).toEqual([[], [], ['monday']]);
  });

  it('is told behind the metric', () => {
    expect(drawnText([], 'figure', true)).toBe('of all that campaigns brought');
    expect([drawnText([row('a')], 'funnel', true), drawnText([], 'funnel', false)]).toEqual(['of the rows marked', 'of all of it']);
    expect(drawnText([], 'line', true)).toMatch(/^of the first members/);
  });
});
