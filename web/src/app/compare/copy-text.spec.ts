import type { WireTable } from '@lens/contract';
import { BUILT_IN_BOOK, type Figure, packFigures } from '@lens/core';
import { copyText } from './copy-text';

const row = (level: string, key: string, name: string, parent: string | null = null) => ({
  ...{ key, name, parent, level, note: '', kind: 'member' as const, channel: null },
  ...{ code: null, depth: parent ? 1 : 0, hasChildren: false, more: 0, held: null },
});
const table = (spend: readonly Figure[]): WireTable => ({
  metrics: ['spend'],
  rows: [row('campaign', 'campaign:1', '=Tea\tgreen'), row('ad', 'campaign:1/ad:2', 'Cup', 'campaign:1')],
  columns: [{ now: packFigures(spend), before: null, change: null, beyondChance: [], doubt: [] }],
  ...{ across: null, unknown: 0, withoutClickDay: [], untold: null, kept: null, arrived: null, dataVersion: 1 },
});

describe('copied rows', () => {
  it('are plain numbers under a head, each with what it lies in; names cannot run as formulas or break cells', () => {
    const spend: Figure[] = [
      { kind: 'value', value: 1234.5 },
      { kind: 'bounds', low: 2, high: null },
    ];
    expect(copyText(table(spend), null, BUILT_IN_BOOK, 'GBP').split('\n')).toEqual([
      'Level\tIn\tName\tSpend (GBP)',
      "campaign\t\t'=Tea green\t1234.5",
      "ad\t'=Tea green\tCup\tmore than 2",
    ]);
  });

  it('say how they stand to their target', () => {
    const plain = table([
      { kind: 'value', value: 1 },
      { kind: 'value', value: 2 },
    ]);
    const held = { metric: 'roas', countedBy: 'orders', basis: 'sale', bar: 2, met: 0.5, sureness: 'supported' } as const;
    const judged = { ...plain, rows: plain.rows.map((each, at) => ({ ...each, held: at === 0 ? held : null })) };
    expect(copyText(judged, null, BUILT_IN_BOOK, 'GBP').split('\n')).toEqual([
      'Level\tIn\tName\tSpend (GBP)\tTarget met\tTarget, how sure',
      "campaign\t\t'=Tea green\t1\t0.5\tsurely misses",
      "ad\t'=Tea green\tCup\t2\t\t",
    ]);
  });

  it('are those that are marked, with how much of the spend is covered where that is not all', () => {
    const spend: Figure[] = [
      { kind: 'value', value: 1, coverage: 0.5 },
      { kind: 'value', value: 2 },
    ];
    expect(copyText(table(spend), new Set(['campaign:1/ad:2']), BUILT_IN_BOOK, 'GBP').split('\n')).toEqual([
      'Level\tIn\tName\tSpend (GBP)\tSpend, share of spend covered',
      "ad\t'=Tea green\tCup\t2\t1",
    ]);
  });
});
