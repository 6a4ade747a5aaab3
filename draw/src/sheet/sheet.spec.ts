import { bounds, type Figure, gap, packFigures, PICTURES, type PictureKind, type Question, value } from '@lens/core';
import { Chart } from 'chart.js';
import fc from 'fast-check';
import { type Drawing, drawingOf } from '../answered/drawing';
import { drawnRows } from '../answered/drawn-rows';
import { register } from '../register';
import { answered, column, many, named } from '../test/answered';
import { recordingPen } from '../test/recording-pen';
import { THEMES } from '../theme';
import { drawSheet, layOut, pagesOf, type Sheet, type SheetTile } from './sheet';

register(Chart);
const THEME = THEMES.white;
const QUESTION = { clients: ['a'], countedBy: 'orders', basis: 'sale', period: { from: 0, to: 2 } } as unknown as Question;
const CLIENT = { metricSet: 'shop', promises: { targets: [] } } as const;

const words = (...lines: string[]): SheetTile['what'] => ({ kind: 'words', lines, ring: null });
const tile = (place: SheetTile['place'], what = words('Something')): SheetTile => ({ place, heading: 'Heading', note: '', what });
const sheetOf = (...tiles: SheetTile[]): Sheet => ({ title: 'Title', lines: ['Whose and when'], tiles, width: 1280 });
const laidOut = (...tiles: SheetTile[]) => layOut(recordingPen().pen, sheetOf(...tiles), THEME);
/** All that is written on a sheet of these tiles. */
function written(...tiles: SheetTile[]): string[] {
  const { pen, texts } = recordingPen();
  drawSheet(pen, layOut(pen, sheetOf(...tiles), THEME), THEME, new Map());
  return texts;
}

/** Three days of every member. */
function drawing(kind: PictureKind, figures: readonly Figure[], metric = 'spend', room: number | null = null): Drawing {
  const heads = [9, 10].map((hour) => ({ key: `${hour}`, code: hour, name: `${hour}:00`, note: '' }));
  const across = { metric, heads, more: 0, whole: column(figures), columns: heads.map(() => column(figures)) };
  const of = answered({ [metric]: figures, impressions: figures, clicks: figures, purchases: figures }, kind === 'heat' ? { across } : {});
  const total = { ...of.table.rows[0], kind: 'total', key: 'total', name: 'Total' } as const;
  const isOfAll = kind === 'figure' || kind === 'funnel';
  const table = isOfAll ? { ...of.table, rows: [total as (typeof of.table.rows)[number], ...of.table.rows.slice(1)] } : of.table;
  const lines = of.rows
    .slice(0, 7)
    .map(({ key }, at) => ({ key, figures: packFigures([figures[at] ?? value(0), value(2), gap('not measured')]), unusual: [] }));
  const series = { buckets: [0, 1, 2].map((day) => ({ from: day, to: day })), settled: 2, lines };
  const shown = { ...of, table, rows: drawnRows(table.rows, [], kind) };
  return drawingOf({ kind, answered: shown, metric: named(metric), question: QUESTION, client: CLIENT, room }, series, []);
}

describe('a sheet', () => {
  it('has its tiles where they lie on the screen, and what has no place below them', () => {
    const { placed, height } = laidOut(
      tile({ x: 0, y: 0, wide: 4, high: 3 }),
      tile({ x: 4, y: 0, wide: 8, high: 2 }),
      tile({ x: 0, y: 3, wide: 12, high: 1 }),
      tile(null),
    );
    const [a, b, c, last] = placed.map(({ box }) => box);
    expect([a?.x, a?.height, b?.y]).toEqual([32, 3 * 84 - 12, a?.y]);
    expect(b?.x).toBeCloseTo((a?.x ?? 0) + (a?.width ?? 0) + 12, 9);
    expect(c?.width).toBeCloseTo(1280 - 64, 9);
    expect(c?.y).toBe((a?.y ?? 0) + 3 * 84);
    expect(last?.y).toBeGreaterThanOrEqual((c?.y ?? 0) + (c?.height ?? 0));
    expect(height).toBeGreaterThan((last?.y ?? 0) + (last?.height ?? 0));
  });

  it('is cut into pages between tiles: none is cut, nothing is lost, and no page is longer than it need be', () => {
    const places = fc.array(
      fc.record({ x: fc.nat(8), y: fc.nat(30), wide: fc.integer({ min: 1, max: 4 }), high: fc.integer({ min: 1, max: 9 }) }),
      {
        minLength: 1,
        maxLength: 9,
      },
    );
    fc.assert(
      fc.property(places, fc.integer({ min: 300, max: 1200 }), (all, most) => {
        const whole = laidOut(...all.map((place) => tile(place)));
        const pages = pagesOf(whole, most);
        expect([pages[0]?.[0], pages.at(-1)?.[1]]).toEqual([0, whole.height]);
        for (const [nth, [from, to]] of pages.entries()) {
          if (nth > 0) expect(from).toBe(pages[nth - 1]?.[1]);
          for (const { box } of whole.placed)
            expect(box.y >= to || box.y + box.height <= from || (box.y >= from && box.y + box.height <= to)).toBe(true);
          const within = whole.cuts.filter((cut) => cut > from && cut < to);
          if (to - from > most) expect(within).toEqual([]);
        }
      }),
      { seed: 71, numRuns: 150 },
    );
  });

  it('says whose it is, and what each tile is about; what is too long ends in three dots', () => {
    const long = `${'very '.repeat(60)}long`;
    const texts = written(
      { ...tile({ x: 0, y: 0, wide: 3, high: 2 }, words('One line', 'Another')), heading: long, note: 'its own days' },
      tile(null),
    );
    expect(texts.slice(0, 2)).toEqual(['Title', 'Whose and when']);
    expect(texts).toEqual(expect.arrayContaining(['One line', 'Another', 'Something']));
    expect(texts.find((text) => text.startsWith('very'))).toMatch(/^very (very )+.*…$/);
  });

  it('breaks words into lines that have room', () => {
    const texts = written(tile({ x: 0, y: 0, wide: 3, high: 4 }, words(`${'word '.repeat(40).trim()}\nafter`)));
    const lines = texts.filter((text) => /^word/.test(text));
    expect(lines.length).toBeGreaterThan(3);
    expect(lines.join(' ').split(' ')).toHaveLength(40);
    expect(texts).toContain('after');
  });

  it('draws the ring of a target beside its words', () => {
    const { pen, done } = recordingPen();
    const what = { kind: 'words', lines: ['1.76 ROAS'], ring: { met: 0.7, sureness: 'supported' } } as const;
    drawSheet(pen, layOut(pen, sheetOf(tile(null, what)), THEME), THEME, new Map());
    expect(done.filter((name) => name === 'arc')).toHaveLength(3);
  });
});

describe('a picture on a sheet', () => {
  it('says the figures that its table says: bounds as bounds, gaps as gaps', () => {
    const figures = [value(12), bounds(3, null), gap('not measured')];
    const texts = (kind: PictureKind) => written(tile(null, drawing(kind, figures)));
    expect(texts('bars')).toEqual(expect.arrayContaining(['Row 0', '£12.00', '> £3.00', '·']));
    expect(texts('cards')).toEqual(expect.arrayContaining(['Row 1', '> £3.00', '·']));
    expect(texts('figure')).toEqual(expect.arrayContaining(['£12.00', 'Spend']));
    expect(texts('funnel')).toEqual(expect.arrayContaining(['Impressions', '12', '100.0% ↓']));
    expect(texts('line')).toEqual(expect.arrayContaining(['Row 0', 'Row 1', 'Row 2']));
    expect(texts('multiples').filter((text) => text.startsWith('Row'))).toEqual(['Row 0', 'Row 1', 'Row 2']);
    expect(texts('heat')).toEqual(expect.arrayContaining(['9:00', '10:00', 'Row 0']));
  });

  it('is drawn of one member, of none and of 200, whatever they are called', () => {
    const kinds = PICTURES.filter((kind) => kind !== 'none');
    for (const kind of kinds)
      for (const count of [0, 1, 200]) {
        const texts = written(tile(null, drawing(kind, many(count))));
        expect([kind, count, texts.length > 3]).toEqual([kind, count, true]);
      }
    expect(written(tile(null, { kind: 'none', why: '<b>“;\u202E' }))).toContain('<b>“;\u202E');
  });

  it('has as many bars as there is room for, and says how many there are beside them', () => {
    const bars = (room: number | null) => {
      const drawn = drawing('bars', many(30), 'spend', room);
      return drawn.kind === 'chart' ? [drawn.chart.keys.length, drawn.chart.note] : drawn;
    };
    expect([bars(null), bars(264), bars(40)]).toEqual([
      [24, '6 more are in the table.'],
      [12, '18 more are in the table.'],
      [1, '29 more are in the table.'],
    ]);
  });

  it('has the picture of an ad where there is one, and else its words', () => {
    const card = (picture?: string) => ({ key: 'a', name: 'Steam', picture, target: null, figures: [] });
    const { pen, texts, done } = recordingPen();
    const what: Drawing = { kind: 'cards', cards: [card('hash'), card('gone'), card()] };
    drawSheet(pen, layOut(pen, sheetOf(tile(null, what)), THEME), THEME, new Map([['hash', { width: 320, height: 200 }]]));
    expect(done.filter((name) => name === 'drawImage')).toHaveLength(1);
    expect(texts.filter((text) => text === 'Steam')).toHaveLength(5);
  });

  it('says why there is none', () => {
    const shares = drawing('shares', many(3), 'cpa');
    expect(shares).toMatchObject({ kind: 'none', why: expect.stringMatching(/does not add up/) });
    expect(written(tile(null, shares)).join(' ')).toContain('does not add up');
  });
});
