import { bounds, type Figure, gap, value } from '@lens/core';
import { barsConfig } from './bars';
import { COLOURS, faint, placesOf } from './colours';
import { heatConfig } from './heat';
import { type Lines, linesConfig, PLAIN_LINES } from './lines';
import { flowConfig } from './flow';
import { ringConfig } from './ring';
import { scatterConfig } from './scatter';
import { THEMES } from './theme';

const { light, dark } = THEMES;
const write = (figure: Figure): string => (figure.kind === 'value' ? `${figure.value}` : figure.kind);
const dataOf = ({ data }: { data: { datasets: { data: unknown }[] } }) => data.datasets.map((each) => each.data);

describe('colours', () => {
  it('belong to a key, whoever stands beside it and in which order', () => {
    const keys = ['a', 'b', 'c', 'd', 'e', 'f'];
    const places = placesOf(keys);
    expect(new Set(places).size).toBe(keys.length);
    expect(placesOf(keys.toReversed())).toEqual(places.toReversed());
    for (const key of keys) {
      const [alone = -1] = placesOf([key]);
      const beside = keys.filter((other) => placesOf([other])[0] !== alone || other === key);
      expect(placesOf(beside)[beside.indexOf(key)]).toBe(alone);
    }
  });

  it('are used again where there are more members than colours', () => {
    const many = Array.from({ length: 3 * COLOURS }, (_, at) => `member ${at}`);
    expect(placesOf(many).every((place) => place >= 0 && place < COLOURS)).toBe(true);
    expect(new Set(placesOf(many.slice(0, COLOURS))).size).toBe(COLOURS);
    expect(placesOf([])).toEqual([]);
  });

  it('let through what is behind them', () => expect(faint('#0b5a66', 0.3)).toBe('rgba(11,90,102,0.3)'));
});

describe('lines', () => {
  const lines: Lines = {
    ...PLAIN_LINES,
    labels: ['1 Oct', '2 Oct', '3 Oct', '4 Oct'],
    lines: [
      {
        key: 'a',
        name: 'A',
        figures: [value(1), gap('not measured'), bounds(2, null), bounds(null, 3)],
        unusual: [{ at: 1, words: 'usually about 9' }],
      },
    ],
    write,
    marks: [{ at: 1, lines: ['the price rose'] }],
    settled: 3,
  };

  it('break at gaps, and show bounds at their closed side', () => {
    const config = linesConfig(lines, light);
    expect(dataOf(config)).toEqual([[1, null, 2, 3]]);
    expect(config.data.datasets[0]).toMatchObject({
      spanGaps: false,
      pointStyle: ['circle', 'circle', 'triangle', 'triangle'],
      pointRotation: [0, 0, 0, 180],
    });
    expect(config.options?.plugins?.legend?.display).toBe(false);
  });

  it('say on hover what the table says, what happened and what is still to come', () => {
    const { label, footer } = linesConfig(lines, light).options?.plugins?.tooltip?.callbacks ?? {};
    const at = (dataIndex: number) => ({ dataset: { label: 'A' }, datasetIndex: 0, dataIndex }) as never;
    expect([label?.call({} as never, at(0)), label?.call({} as never, at(2))]).toEqual(['A: 1', 'A: bounds']);
    expect(footer?.call({} as never, [at(0)])).toEqual([]);
    expect(footer?.call({} as never, [at(1)])).toEqual(['A: usually about 9', 'the price rose']);
    expect(footer?.call({} as never, [at(3)])).toEqual(['sales are still arriving']);
  });

  it('stand on top of each other as bars, lighter where they are not complete', () => {
    const config = linesConfig({ ...lines, isStacked: true }, dark);
    expect(config.type).toBe('bar');
    const [shade] = config.data.datasets.map(({ backgroundColor }) => backgroundColor as string[]);
    expect(shade?.map((each) => each.split(',').at(-1))).toEqual(['0.85)', '0.85)', '0.85)', '0.4)']);
  });

  it('keep their colours beside others, and grades their order', () => {
    const alone = linesConfig({ ...lines, among: ['a', 'b', 'c'] }, light).data.datasets[0]?.borderColor;
    const three = { ...lines, lines: ['a', 'b', 'c'].map((key) => ({ key, name: key, figures: [], unusual: [] })) };
    expect(alone).toBe(linesConfig(three, light).data.datasets[0]?.borderColor);
    expect(linesConfig({ ...lines, places: 3 }, light).options?.scales?.['y']).toMatchObject({ min: 1, max: 3, reverse: true });
  });
});

describe('bars', () => {
  const bars = {
    bars: [
      { key: 'a', name: 'A', now: value(4), before: value(2) },
      { key: 'b', name: 'B', now: bounds(1, 6), before: null },
      { key: 'c', name: 'C', now: gap('not measured'), before: null },
    ],
    write,
    brief: write,
    target: { value: 9, text: 'at least 9' },
    isOneColour: false,
  } as const;

  it('are full as far as is certain, and faint up to where they may reach', () => {
    const config = barsConfig(bars, light);
    expect(dataOf(config)).toEqual([
      [4, 1, null],
      [null, [1, 6], null],
    ]);
    expect(config.options?.scales?.['x']).toMatchObject({ beginAtZero: true, suggestedMax: 9 });
    const wider = barsConfig({ ...bars, bars: [{ ...bars.bars[0], before: value(20) }] }, light);
    expect(wider.options?.scales?.['x']).toMatchObject({ suggestedMax: 20 });
    const colours = config.data.datasets[0]?.backgroundColor as string[];
    expect(new Set(colours).size).toBe(3);
    const days = barsConfig({ ...bars, isOneColour: true }, light).data.datasets[0]?.backgroundColor as string[];
    expect(new Set(days).size).toBe(1);
  });

  it('tell what was before on hover', () => {
    const { label } = barsConfig(bars, light).options?.plugins?.tooltip?.callbacks ?? {};
    const at = (dataIndex: number) => label?.call({} as never, { dataIndex } as never);
    expect([at(0), at(1)]).toEqual(['4, before 2', 'bounds']);
  });
});

describe('other pictures', () => {
  it('rings name each part with its share; what is left has no colour of its own', () => {
    const parts = [
      { key: 'a', name: 'A', figure: value(3), share: '75%' },
      { key: '', name: '2 others', figure: value(1), share: '25%' },
    ];
    const { data } = ringConfig({ parts, write }, light);
    expect(data.labels).toEqual(['A  75%', '2 others  25%']);
    expect(data.datasets[0]).toMatchObject({ data: [3, 1], backgroundColor: [expect.stringMatching(/^#/), light.quiet] });
  });

  it('streams run in the colour of whom they come from, wherever that stands, and nobody in particular has none', () => {
    const stop = (key: string, column: number, of: string) => ({ key, label: key, column, of });
    const { data, options } = flowConfig(
      {
        stops: [stop('film first', 0, 'film'), stop('film last', 2, 'film'), stop('others', 0, ''), stop('sold', 3, '')],
        streams: [
          { from: 'film first', to: 'sold', size: 3, words: 'three' },
          { from: 'film last', to: 'sold', size: 2, words: 'two' },
          { from: 'others', to: 'sold', size: 1, words: 'one' },
        ],
      },
      light,
    );
    const [own] = data.datasets;
    const colourOf = own?.colorFrom as (context: { raw: unknown }) => string;
    const [first, last, others] = (own?.data ?? []).map((raw) => colourOf({ raw }));
    expect(first).toBe(last);
    expect([others === first, others]).toEqual([false, light.inkSoft]);
    expect(own?.column).toEqual({ 'film first': 0, 'film last': 2, others: 0, sold: 3 });
    const { label } = options?.plugins?.tooltip?.callbacks ?? {};
    expect(label?.call({} as never, { dataIndex: 1 } as never)).toBe('two');
  });

  it('points are as large as what they stand for, by their area', () => {
    const point = (key: string, size: number) => ({ key, name: key, x: 1, y: 2, size, words: `${key} in words` });
    const axis = { label: 'Spend', write };
    const config = scatterConfig({ points: [point('a', 1), point('b', 0.25), point('c', 0)], across: axis, up: axis, target: null }, light);
    expect(config.data.datasets[0]?.data.map(({ r }) => r)).toEqual([18, 11, 4]);
    const { label } = config.options?.plugins?.tooltip?.callbacks ?? {};
    expect(label?.call({} as never, { dataIndex: 1 } as never)).toBe('b in words');
  });

  it('grids are darker for more, and empty where nothing is known', () => {
    const cells = [
      [
        { figure: value(2), share: 1 },
        { figure: gap('not measured'), share: null },
      ],
    ] as const;
    const config = heatConfig({ rows: ['Mon'], columns: ['9', '10'], cells, write }, light);
    const [dataset] = config.data.datasets;
    expect(dataset?.data.map(({ x, y, words }) => [x, y, words])).toEqual([
      [0, 0, 'Mon, 9: 2'],
      [1, 0, 'Mon, 10: gap'],
    ]);
    const colour = dataset?.backgroundColor as (at: { dataIndex: number }) => string;
    expect([colour({ dataIndex: 0 }), colour({ dataIndex: 1 })]).toEqual([expect.stringContaining('0.9'), 'transparent']);
    const framed = heatConfig({ rows: ['Mon'], columns: ['9', '10'], cells, write, marked: [[false, true]] }, light).data.datasets[0];
    const width = framed?.borderWidth as unknown as (at: { dataIndex: number }) => number;
    expect([width({ dataIndex: 0 }), width({ dataIndex: 1 })]).toEqual([1, 3]);
  });
});
