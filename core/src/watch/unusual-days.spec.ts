import { seededRandom } from '../evidence/random';
import { drawPoisson } from '../test/draw';
import { DAYS_BEFORE, unusualDays, type Watched } from '../index';

const SHOWN = 30;
const draw = seededRandom(1717);
const calm = (usual: number): Watched => ({
  values: Array.from({ length: DAYS_BEFORE + SHOWN }, (_, day) => drawPoisson(draw, day % 7 < 2 ? usual / 2 : usual)),
  clicks: null,
});
const withDay = ({ values, clicks }: Watched, at: number, value: number | null): Watched => ({
  values: values.with(DAYS_BEFORE + at, value),
  clicks,
});
const places = (lines: readonly Watched[], settled = SHOWN) => unusualDays(lines, settled, 'count').map((days) => days.map(({ at }) => at));

describe('unusual days of lines', () => {
  it('are those with a spike or a drop, with what is usual and how far it is', () => {
    const lines = [withDay(withDay(calm(80), 4, 260), 11, 3), calm(60)];
    const [first, second] = unusualDays(lines, SHOWN, 'count');
    expect([first?.map(({ at }) => at), second]).toEqual([[4, 11], []]);
    expect(first?.[0]).toMatchObject({ value: 260 });
    expect(first?.[0]?.z).toBeGreaterThan(10);
    expect(first?.[1]?.z).toBeLessThan(-4.5);
    expect(Math.abs((first?.[1]?.usual ?? 0) - 80)).toBeLessThan(45);
  });

  it('are not those that are not mature, not known, or too small beside the other lines to matter', () => {
    const broken = withDay(calm(80), 20, 3);
    expect(places([broken])).toEqual([[20]]);
    expect(places([broken], 20)).toEqual([[]]);
    expect(places([withDay(calm(80), 20, null)])).toEqual([[]]);
    expect(places([broken, calm(600), calm(600), calm(600)])[0]).toEqual([]);
  });

  it('are found together where none of them would be alone, and a day beside one with it', () => {
    const steady: Watched = { values: Array.from({ length: DAYS_BEFORE + SHOWN }, () => 80), clicks: null };
    const z = (value: number): number => 2 * (Math.sqrt(value + 3 / 8) - Math.sqrt(80 + 3 / 8));
    // Three days of 113 lie 3.4 spreads off each, and 5.9 together; one or two of them say nothing.
    expect(z(113)).toBeCloseTo(3.39, 1);
    const of = (many: number, value = 113): Watched =>
      Array.from({ length: many }, (_, at) => 12 + at).reduce((line, at) => withDay(line, at, value), steady);
    expect([places([of(1)]), places([of(3)])]).toEqual([[[]], [[12, 13, 14]]]);
    expect(places([withDay(of(1, 260), 13, 115)])).toEqual([[12, 13]]);
    expect(places([withDay(of(1, 260), 13, 100)])).toEqual([[12]]);
  });

  it('are hardly ever found where nothing happens', () => {
    let found = 0;
    for (let run = 0; run < 60; run++) found += places([calm(8), calm(40), calm(200)]).flat().length;
    // Of 5,400 days of lines.
    expect(found).toBeLessThanOrEqual(3);
  });

  it('go by clicks where money buys them: what is made of few is not steady', () => {
    const spend = Array.from({ length: DAYS_BEFORE + SHOWN }, (_, day) => 50 + (day % 3) / 10).with(DAYS_BEFORE + 9, 80);
    const of = (clicks: number | null): number[] =>
      unusualDays([{ values: spend, clicks: clicks === null ? null : spend.map(() => clicks) }], SHOWN, 'amount').flatMap((days) =>
        days.map(({ at }) => at),
      );
    expect([of(null), of(5), of(2000)]).toEqual([[9], [], [9]]);
  });
});
