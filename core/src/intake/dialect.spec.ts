import { dialectOf, type Mapping, numberSign, type Role } from '../index';
import { guessMapping, readReportRow } from '../test/read';

const SPEND: Role = { role: 'measure', measure: 'spend' };
const CLICKS: Role = { role: 'measure', measure: 'clicks' };
const OTHER: Role = { role: 'ignore' };

describe('how a column writes its numbers', () => {
  it.each([
    [['12.50', '3'], '.'],
    [['12,50'], ','],
    [['1,234.5'], '.'],
    [['13,091', '2,400'], 'either'],
    [['13.091'], 'either'],
    [['5', '12', '--'], 'none'],
    [['12.50', '12,50'], 'either'],
  ] as const)('%s: %s', (cells, sign) => expect(numberSign(cells)).toBe(sign));
});

describe('how a file writes its numbers', () => {
  it('is asked where the only column that is read could be read both ways', () => {
    expect(dialectOf([SPEND, OTHER], ['either', '.'])).toMatchObject({ decimal: null });
    expect(dialectOf([OTHER, OTHER], ['either', '.'])).toMatchObject({ decimal: '.' });
    expect(dialectOf([SPEND], ['none'])).toMatchObject({ decimal: '.' });
  });

  it('is what another column of it proves, as soon as that one is read', () => {
    expect(dialectOf([SPEND, CLICKS], ['either', ','])).toEqual({ decimal: ',', decimals: [null, null] });
  });

  it('belongs to the column where columns prove different signs', () => {
    expect(dialectOf([SPEND, CLICKS, SPEND], ['.', ',', '.'])).toEqual({ decimal: '.', decimals: [null, ',', null] });
  });

  it('is read column by column', () => {
    const { mapping, asks } = guessMapping(
      ['Day', 'Campaign', 'Spend', 'Purchase value'],
      [['2026-10-01'], ['Tea'], ['12.50'], ['1.234,50']],
    );
    expect(asks).toEqual([]);
    const row = readReportRow(['2026-10-01', 'Tea', '12.50', '1.234,50'], mapping, { account: 'UTC', client: 'UTC' });
    expect(row).toMatchObject({ amounts: { spend: 12_500_000, 'purchase.value.claims.click': 1_234_500_000 } });
  });

  it('is judged again when a column is mapped by hand', () => {
    const guess = guessMapping(['Day', 'Campaign', 'Total out'], [['2026-10-01'], ['Tea'], ['13,091']]);
    expect(guess.asks).toEqual([]);
    const columns: Mapping['columns'] = [...guess.mapping.columns.slice(0, 2), SPEND];
    expect(dialectOf(columns, guess.signs).decimal).toBeNull();
  });
});
