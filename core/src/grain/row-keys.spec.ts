import { orderTable, type TrueRow } from '../test/truth';
import { rowKeys } from './row-keys';

const row = (day: number, campaign: number, group: number, ad: number): TrueRow => ({
  day,
  campaign,
  group,
  ad,
  device: 0,
  spend: 1,
  clicks: 1,
});
const feedOf = (rows: readonly TrueRow[]) =>
  orderTable(
    rows.map((each) => ({ ...each, sale: each.day, click: each.day, value: 1 })),
    0,
    99,
  );

describe('keys of rows', () => {
  const feed = feedOf([row(3, 1, 1, 1), row(4, 1, 1, 2), row(5, 2, 2, 3), row(6, 1, 1, 1)]);
  it('are equal just where campaign and codes are', () => {
    const same = (dimensions: string[], a: number, b: number) => rowKeys(feed, dimensions)[a] === rowKeys(feed, dimensions)[b];
    expect(same(['campaign', 'group', 'ad'], 0, 3)).toBe(true);
    expect(same(['campaign', 'group', 'ad'], 0, 1)).toBe(false);
    expect(same(['campaign', 'group'], 0, 1)).toBe(true);
    expect(same(['campaign', 'group'], 0, 2)).toBe(false);
    // A dimension the report lacks splits nothing.
    expect(same(['device'], 0, 1)).toBe(true);
    expect(same(['device'], 0, 2)).toBe(false);
  });

  it('are found once, and again only when many other sets have been asked for', () => {
    const own = feedOf([row(3, 1, 1, 1)]);
    const first = rowKeys(own, ['ad']);
    for (let nth = 0; nth < 7; nth++) rowKeys(own, [`x${nth}`]);
    expect(rowKeys(own, ['ad'])).toBe(first);
    rowKeys(own, ['one more']);
    expect(rowKeys(own, ['ad'])).not.toBe(first);
  });

  it('stay right when more sets of dimensions are asked for than are kept', () => {
    for (let nth = 0; nth < 20; nth++) rowKeys(feed, [`x${nth}`, 'ad']);
    expect([...rowKeys(feed, ['ad'])]).toEqual([0, 1, 2, 0]);
  });
});
