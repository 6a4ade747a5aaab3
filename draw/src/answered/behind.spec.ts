import { bounds, gap, value } from '@lens/core';
import { PLAIN_LINES } from '../lines';
import { answered, column, many, named, STYLE } from '../test/answered';
import { behindBars, behindHeat, behindLines, behindRing, behindScatter } from './behind';
import { barsOf, heatOf, ringOf, scatterOf, spoken } from './picture-data';

const [SPEND, CPA] = [named('spend'), named('cpa')];

describe('the table behind a picture', () => {
  it('says of bars what they say, also of bounds and gaps, and what was before where it is drawn', () => {
    const figures = [value(12), bounds(3, null), gap('not measured')];
    expect(behindBars(barsOf(answered({ cpa: figures }), CPA, null), 'CPA')).toEqual({
      heads: ['Member', 'CPA'],
      rows: [
        ['Row 0', '£12.00'],
        ['Row 1', 'more than £3.00'],
        ['Row 2', 'not measured'],
      ],
    });
    const compared = answered({ cpa: [value(2)] }, { columns: [column([value(2)], [value(1)])] });
    expect(behindBars(barsOf(compared, CPA, null), 'CPA').rows).toEqual([['Row 0', '£2.00', '£1.00']]);
    expect(behindBars(barsOf(answered({ cpa: [] }), CPA, null), 'CPA').rows).toEqual([]);
  });

  it('has a row for each part, point and row of a grid', () => {
    const all = answered({ spend: many(4), clicks: many(4), purchases: many(4) });
    expect(behindRing(ringOf(all, SPEND).ring, 'Spend').rows[0]).toEqual(['Row 3', '£4.00', '40%']);
    const { scatter } = scatterOf(all, { across: SPEND, up: named('clicks'), size: named('purchases') }, null);
    expect(behindScatter(scatter).rows[1]).toEqual(['Row 1: Spend £2.00, Clicks 2, Purchases 2']);
    const heads = [9, 10].map((hour) => ({ key: `${hour}`, code: hour, name: `${hour}:00`, note: '' }));
    const across = { metric: 'spend', heads, more: 0, whole: column(many(4)), columns: heads.map(() => column(many(4))) };
    const heat = heatOf(answered({ spend: many(4) }, { across }));
    expect(heat && behindHeat(heat)).toMatchObject({ heads: ['Member', '9:00', '10:00'], rows: { length: 4 } });
    expect(heat && behindHeat(heat).rows[2]).toEqual(['Row 2', '£3.00', '£3.00']);
  });

  it('tells of lines day by day, with what is noted on a day', () => {
    const lines = {
      ...PLAIN_LINES,
      labels: ['1 Oct', '2 Oct', '3 Oct'],
      write: spoken(SPEND, STYLE),
      lines: [
        { key: 'a', name: 'A', figures: [value(1), gap('not measured'), value(3)], unusual: [{ at: 2, words: 'usually about £1.00' }] },
      ],
    };
    expect(behindLines({ ...lines, marks: [{ at: 0, lines: ['the price rose', 'a sale'] }], settled: 2 })).toEqual({
      heads: ['Days', 'A', 'Noted'],
      rows: [
        ['1 Oct', '£1.00', 'the price rose; a sale'],
        ['2 Oct', 'not measured', ''],
        ['3 Oct', '£3.00', 'sales are still arriving; A: usually about £1.00'],
      ],
    });
    const [own] = lines.lines;
    expect(behindLines({ ...lines, lines: own ? [{ ...own, unusual: [] }] : [] }).heads).toEqual(['Days', 'A']);
  });
});
