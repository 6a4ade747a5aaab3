import { BUILT_IN_BOOK, bounds, type Figure, gap, type PictureKind, plainQuestion, value } from '@lens/core';
import { answered, column, many, named } from '../test/answered';
import { cardMetrics, drawnMetrics } from './drawn-metrics';
import { pictureChart } from './picture-chart';
import { barsOf, cardsOf, funnelOf, heatOf, ringOf, scatterOf, wholeRow } from './picture-data';

describe('what a picture is drawn from', () => {
  it('is the table’s own figures, with its words', () => {
    const bars = barsOf(answered({ cpa: [value(12), bounds(3, null), gap('not measured')] }), named('cpa'), null);
    expect(bars.bars.map(({ now, before }) => [now, before])).toEqual([
      [value(12), null],
      [bounds(3, null), null],
      [gap('not measured'), null],
    ]);
    expect(bars.bars.map(({ now }) => [bars.brief(now), bars.write(now)])).toEqual([
      ['£12.00', '£12.00'],
      ['> £3.00', 'more than £3.00'],
      ['·', 'not measured'],
    ]);
    const compared = answered({ cpa: [value(2)] }, { columns: [column([value(2)], [value(1)])] });
    expect(barsOf(compared, named('cpa'), null).bars[0]?.before).toEqual(value(1));
  });

  it('is nothing of nothing, and of 200 members what can be seen', () => {
    expect(barsOf(answered({ cpa: [] }), named('cpa'), null).bars).toEqual([]);
    const all = answered({ spend: many(200), clicks: many(200), purchases: many(200) });
    expect(barsOf(all, named('spend'), null).bars).toHaveLength(24);
    expect(
      ringOf(all, named('spend'))
        .ring.parts.map(({ name }) => name)
        .at(-1),
    ).toBe('193 others');
    expect(cardsOf(all, ['spend'])).toHaveLength(24);
    const points = scatterOf(all, { across: named('spend'), up: named('clicks'), size: named('purchases') }, null).scatter.points;
    expect(points).toHaveLength(150);
  });

  it('knows days and hours from members: they are told apart by their order', () => {
    const of = (level: string) => barsOf(answered({ spend: many(2) }, {}, level), named('spend'), null).isOneColour;
    expect([of('weekday'), of('hour'), of('channel')]).toEqual([true, true, false]);
  });

  it('leaves out of rings and points what is not certain, and says of how many', () => {
    const spend = [value(10), value(30), value(5)];
    expect(ringOf(answered({ purchases: [value(1), bounds(2, null), value(3)] }), named('purchases'))).toMatchObject({
      leftOut: 1,
      ring: {
        parts: [
          { name: 'Row 2', share: '75%' },
          { name: 'Row 0', share: '25%' },
        ],
      },
    });
    const of = answered({ spend, roas: [value(2), bounds(1, 3), value(4)], purchases: [value(4), value(9), value(1)] });
    const { scatter, leftOut } = scatterOf(of, { across: named('spend'), up: named('roas'), size: named('purchases') }, null);
    expect([leftOut, scatter.points.map(({ x, y, size }) => [x, y, size])]).toEqual([
      1,
      [
        [10, 2, 1],
        [5, 4, 0.25],
      ],
    ]);
    expect(scatter.points[0]?.words).toBe('Row 0: Spend £10.00, ROAS 2.00, Purchases 4');
  });

  it('is a grid only where something stands in columns', () => {
    expect(heatOf(answered({ clicks: many(2) }))).toBeNull();
    const heads = ['9:00', '10:00'].map((name) => ({ key: name, code: name, name, note: '' }));
    const columns = [column([value(4), gap('not measured')]), column([value(2), value(1)])];
    const grid = heatOf(answered({ clicks: many(2) }, { across: { metric: 'clicks', heads, more: 0, whole: column([]), columns } }));
    expect(grid?.columns).toEqual(['9:00', '10:00']);
    expect(grid?.cells.map((row) => row.map(({ share }) => share))).toEqual([
      [1, 0.5],
      [null, 0.25],
    ]);
  });

  it('is in all what the advertising brought, where more came than that', () => {
    const of = answered({ spend: many(3) });
    const kinds = ['total', 'matched', 'member'] as const;
    const rows = of.table.rows.map((row, at) => ({ ...row, kind: kinds[at] ?? 'member' }));
    expect(wholeRow({ table: { ...of.table, rows } })?.key).toBe('row 1');
    expect(wholeRow({ table: { ...of.table, rows: rows.filter(({ kind }) => kind !== 'matched') } })?.key).toBe('row 0');
    expect(wholeRow(of)).toBeUndefined();
  });

  it('takes the counts of a set as stations, in its order', () => {
    const steps = funnelOf(answered({ impressions: [value(100)], cpm: [value(4)], clicks: [value(5)], purchases: [value(1)] }), 'row 0');
    expect(steps.map(({ name, rate }) => [name, rate])).toEqual([
      ['Impressions', null],
      ['Clicks', value(0.05)],
      ['Purchases', value(0.2)],
    ]);
  });

  it('puts on a card the first metrics that there are', () => {
    const metrics = cardMetrics(['spend', 'ctr'], 'ctr', 'shop');
    const [card] = cardsOf(answered({ spend: [value(5)], ctr: [value(0.02)] }), metrics);
    expect(card?.figures.map(({ label, text }) => [label, text])).toEqual([
      ['CTR', '2.00%'],
      ['Spend', '£5.00'],
    ]);
  });

  it('says below bars what a sign in place of money means, and where that is put right', () => {
    const question = plainQuestion({
      clients: ['a', 'b'],
      period: { from: 1, to: 2 },
      countedBy: 'orders',
      basis: 'sale',
      metricSet: 'shop',
    });
    const noteOf = (figure: Figure) =>
      pictureChart({
        ...{ kind: 'bars', metric: named('spend'), question, room: null },
        answered: answered({ spend: [value(12), figure] }),
        client: { metricSet: 'shop', promises: { targets: [] } },
      })?.note;
    expect(noteOf(gap('no rate'))).toBe('¤: no exchange rate holds on these days; Targets takes one.');
    expect(noteOf(gap('not measured'))).toBe('');
  });

  it('is the metrics that are shown, and no others', () => {
    const all = ['spend', 'impressions', 'clicks', 'ctr', 'purchases', 'cpa', 'roas', 'profit'];
    const drawn = (picture: PictureKind, metric: string, set = all) => drawnMetrics({ picture, metric, all: set }, BUILT_IN_BOOK, 'shop');
    expect(drawn('bars', 'cpa')).toEqual(['cpa']);
    expect(drawn('scatter', 'spend')).toEqual(['spend', 'roas', 'purchases']);
    expect(drawn('scatter', 'cpa', ['spend', 'cpa'])).toEqual(['cpa', 'spend', 'clicks']);
    expect(drawn('funnel', 'spend')).toEqual(['impressions', 'clicks', 'purchases']);
    expect(drawn('cards', 'profit')).toEqual(['profit', 'spend', 'ctr', 'purchases', 'roas', 'impressions']);
  });
});
