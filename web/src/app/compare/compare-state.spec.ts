import { type CompareState, readCompare, writeCompare } from './compare-state';

describe('a comparison in the address', () => {
  it('comes back as it was written', () => {
    const state: CompareState = {
      others: ['kelpie-kayak-tours'],
      currency: 'EUR',
      metricSet: 'leads',
      rows: ['channel', 'week', 'device'],
      columns: { by: 'place', metric: 'cpa' },
      where: [{ dimension: 'device', any: [{ test: 'is', value: 'phone ~ tablet' }] }],
      having: [{ kind: 'amount', level: 'week', metric: 'spend', test: 'above', than: 50 }],
      named: 'tea & cake',
      settings: true,
      changeAs: 'both',
      pinned: true,
      doubts: false,
      sort: { by: 'cpc', of: 'change', direction: 'ascending' },
      size: 400,
      open: new Set(['channel:wren', 'channel:wren/week:3']),
      drawn: ['channel:wren/week:3/device:4'],
      picture: 'bars',
      view: 'own-view-1',
      chartMetric: 'cpc',
      traced: { row: 'channel:wren/week:3', metric: 'spend' },
    };
    const written = writeCompare(state);
    expect(readCompare((key) => written[key] ?? null)).toEqual(state);
  });

  it('of before still says what it said', () => {
    const old: Record<string, string> = { tree: 'devices', open: 'wren~wren/campaign:3', draw: 'total~wren', trace: 'wren/rest~spend' };
    expect(readCompare((key) => old[key] ?? null)).toMatchObject({
      rows: ['channel', 'campaign', 'device'],
      open: new Set(['channel:wren', 'channel:wren/campaign:3']),
      drawn: ['total', 'channel:wren'],
      traced: { row: 'channel:wren/rest', metric: 'spend' },
    });
    const rowsOf = (tree: string) => readCompare((key) => (key === 'tree' ? tree : null)).rows;
    expect(rowsOf('stage')).toEqual(['channel', 'stage in the name', 'campaign', 'group', 'ad']);
    expect(rowsOf('by own-shelf')).toEqual(['channel', 'campaign', 'own-shelf']);
    expect(rowsOf('nothing')).toEqual(['channel', 'campaign', 'group', 'ad']);
  });

  it('tells everything closed from nothing said', () => {
    expect(writeCompare({ ...readCompare(() => null), open: new Set() })['open']).toBe('');
    expect(readCompare((key) => (key === 'open' ? '' : null)).open).toEqual(new Set());
    expect(readCompare(() => null).open).toBeNull();
  });
});
