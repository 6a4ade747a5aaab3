import type { OfferedReport } from '@lens/contract';
import { tellsAll } from './missing-report';

const report = (becomes: readonly string[], problem = ''): OfferedReport => ({
  ...{ id: 'terms', name: 'Terms', restates: 1, rows: [], problem },
  fields: becomes.map((each) => ({ name: each, about: '', always: true, becomes: each })),
});

describe('a report that would tell what none does', () => {
  it('has a column for each dimension, levels by their number or their name', () => {
    expect(tellsAll(report(['campaign id', 'keyword name', 'search term', 'spend']), ['keyword', 'search term'])).toBe(true);
    expect(tellsAll(report(['campaign id', 'search term']), ['keyword', 'search term'])).toBe(false);
    expect(tellsAll(report(['keyword name', 'search term'], 'cannot be read'), ['keyword'])).toBe(false);
  });
});
