import { type CompareState, readCompare, writeCompare } from './compare-state';

describe('a comparison in the address', () => {
  it('comes back as it was written', () => {
    const state: CompareState = {
      metricSet: 'leads',
      tree: 'devices',
      filter: 'tea & cake',
      sort: { by: 'name', direction: 'ascending' },
      open: new Set(['wren', 'wren/3']),
      drawn: ['wren/3/4'],
      chartMetric: 'cpc',
      traced: { row: 'wren/3', metric: 'spend' },
    };
    const written = writeCompare(state);
    expect(readCompare((key) => written[key] ?? null)).toEqual(state);
  });

  it('tells everything closed from nothing said', () => {
    expect(writeCompare({ ...readCompare(() => null), open: new Set() })['open']).toBe('');
    expect(readCompare((key) => (key === 'open' ? '' : null)).open).toEqual(new Set());
    expect(readCompare(() => null).open).toBeNull();
  });
});
