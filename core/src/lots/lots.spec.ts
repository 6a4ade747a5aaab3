import fc from 'fast-check';
import {
  type ClientTables,
  type FeedTable,
  linkMatcher,
  type Lot,
  listLots,
  LOT_METRICS,
  NONE,
  type OrderTable,
  readLotRow,
  STRAYED,
} from '../index';
import { guessMapping, mappingProblems } from '../test/read';
import { tablesOf } from '../test/ask';
import { feedOf } from '../test/feed';

const lot = (id: string, of: Partial<Lot> = {}): Lot => ({
  id,
  feedId: 1,
  importId: 1,
  account: 0,
  seller: 'Postcard Club',
  day: 12,
  price: 320e6,
  link: `https://shop.example/?lot=${id}`,
  unit: 'clicks',
  agreed: 1000,
  delivered: 1000,
  ...of,
});

const covers = [{ from: 10, to: 19, campaigns: 'all' as const, importId: 1 }];

/** So many outcomes of one action, all of one lot. */
function outcomes(action: string, of: readonly { lot: number; value?: number }[]): OrderTable {
  const day = new Int32Array(of.length).fill(13);
  return {
    feedId: 5,
    action,
    countedBy: 'orders',
    covers,
    length: of.length,
    saleDay: day,
    clickDay: day,
    importId: day,
    codes: new Map([['lot', Int32Array.from(of, (each) => each.lot)]]),
    count: new Float64Array(of.length).fill(1e6),
    amounts: new Map([['value', Float64Array.from(of, ({ value }) => (value === undefined ? NaN : value * 1e6))]]),
  };
}
const many = (count: number, lotAt: number, value?: number) =>
  Array.from({ length: count }, () => ({ lot: lotAt, ...(value === undefined ? {} : { value }) }));

function visitsOf(counts: readonly number[]): FeedTable {
  const column = (of: (at: number) => number) => Int32Array.from(counts, (_, at) => of(at));
  return feedOf(
    { feedId: 7, account: 0, dimensions: new Set(['tracked link']), covers },
    {
      day: column(() => 13),
      importId: column(() => 1),
      codes: new Map([['lot', column((at) => at)]]),
      amounts: new Map([['visits', Float64Array.from(counts)]]),
    },
  );
}

const list = (more: Partial<ClientTables>, feeds: FeedTable[] = []) => listLots(tablesOf(feeds, more), { from: 10, to: 19 }, 19);
const rounded = (figures: Readonly<Record<string, { kind: string; value?: number }>>) =>
  Object.fromEntries(
    Object.entries(figures).map(([id, figure]) => [id, figure.value === undefined ? figure : Math.round(figure.value * 1e4) / 1e4]),
  );

describe('a traffic lot', () => {
  it('is told as the worked example has it', () => {
    const { lines, signUp, sale } = list({
      lots: [lot('A')],
      orders: [outcomes('sign-up', many(400, 0)), outcomes('purchase', many(50, 0, 9.28))],
    });
    expect({ signUp, sale }).toEqual({ signUp: 'sign-up', sale: 'purchase' });
    const { figures } = lines.find(({ kind }) => kind === 'lot')!;
    expect(rounded(figures)).toEqual({
      price: 320,
      delivered: 1,
      visits: 1000,
      costPerVisit: 0.32,
      signUps: 400,
      signUpRate: 0.4,
      costPerSignUp: 0.8,
      valuePerSignUp: 1.16,
      sales: 50,
      salesPerVisit: 0.05,
      salesPerSignUp: 0.125,
      costPerSale: 6.4,
      value: 464,
      perVisit: 0.464,
      roi: 0.45,
      notYet: 350,
    });
    expect(Object.keys(figures)).toEqual(LOT_METRICS.map(({ id }) => id));
  });

  it('sums first and divides then, for a seller and for all', () => {
    const lots = [
      lot('A', { price: 100e6 }),
      lot('B', { price: 300e6, agreed: 500, delivered: 250 }),
      lot('C', { seller: 'Other', day: 40 }),
    ];
    const { lines } = list({ lots, orders: [outcomes('purchase', [...many(1, 0, 10), ...many(3, 1, 20)])] });
    expect(lines.map(({ kind, name }) => `${kind} ${name}`)).toEqual(['total All lots', 'seller Postcard Club', 'lot A', 'lot B']);
    expect(lines[0]?.figures).toEqual(lines[1]?.figures);
    expect(lines[1]?.figures.costPerSale).toEqual({ kind: 'value', value: 100 });
    expect(lines[1]?.figures.delivered).toEqual({ kind: 'value', value: 1250 / 1500 });
  });

  it('takes visits from the site where it counts them by link', () => {
    const found = list({ lots: [lot('A'), lot('B')] }, [visitsOf([700, 0])]);
    expect(found.visitsBy).toBe('site');
    expect(found.lines.filter(({ kind }) => kind === 'lot').map(({ figures }) => figures.visits)).toEqual([
      { kind: 'value', value: 700 },
      { kind: 'value', value: 0 },
    ]);
    expect(found.lines.at(-1)?.figures.costPerVisit).toEqual({ kind: 'gap', gap: 'nothing to divide by' });
  });

  it('says what is not measured, and never 0 for it', () => {
    const [total] = list({ lots: [lot('A', { delivered: null }), lot('B')], orders: [] }).lines;
    expect(total?.figures.sales).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(total?.figures.roi).toEqual({ kind: 'gap', gap: 'not measured' });
    // One of two is known: at least that.
    expect(total?.figures.visits).toMatchObject({ kind: 'bounds', low: 1000, high: null });
  });

  it('knows nothing of days that no list of sales covers, and at least what it saw', () => {
    const sales = { ...outcomes('purchase', many(2, 0, 5)), covers: [{ ...covers[0]!, from: 12 }] };
    const lots = [lot('A', { day: 11 }), lot('B', { day: 11 }), lot('C')];
    const { lines } = list({ lots, orders: [sales] });
    const of = (name: string) => lines.find((line) => line.name === name)?.figures.sales;
    expect(of('A')).toMatchObject({ kind: 'bounds', low: 2, high: null });
    expect(of('B')).toEqual({ kind: 'gap', gap: 'not measured' });
    expect(of('C')).toEqual({ kind: 'value', value: 0 });
    expect(of('All lots')).toMatchObject({ kind: 'bounds', low: 2, high: null });
  });

  it('exchanges the price, or says that it cannot', () => {
    const accounts = [{ id: 'a', channel: 'mail', currency: 'USD', rates: [{ from: 0, to: 12, rate: 0.5 }] }];
    expect(list({ accounts, lots: [lot('A')] }).lines[0]?.figures.price).toEqual({ kind: 'value', value: 160 });
    expect(list({ accounts, lots: [lot('A', { day: 13 })] }).lines[0]?.figures.price).toEqual({ kind: 'gap', gap: 'no rate' });
  });

  it('tells of outcomes whose link leads to no lot', () => {
    const { strayed } = list({ lots: [lot('A')], orders: [outcomes('purchase', [...many(2, STRAYED, 5), ...many(4, NONE, 5)])] });
    expect(strayed).toEqual({ count: 2, value: 10 });
  });

  it('of sales without one bound the cost from below', () => {
    const [total] = list({ lots: [lot('A')], orders: [outcomes('purchase', many(1, NONE, 5))] }).lines;
    expect(total?.figures.costPerSale).toMatchObject({ kind: 'bounds', low: 320 / 3.69 });
  });
});

describe('links', () => {
  const lots = [
    { id: 'A', link: 'https://shop.example/offer?lot=A' },
    { id: 'B', link: 'shop.example/offer/?src=mail&lot=B' },
    { id: 'C', link: 'https://shop.example/offer' },
    { id: 'D', link: 'https://shop.example/twice?x=1' },
    { id: 'E', link: 'https://shop.example/twice?x=1' },
  ];
  const match = linkMatcher(lots);
  it.each([
    ['http://SHOP.example/offer?lot=A&click=99', 'A'],
    ['https://shop.example/offer?lot=B&src=mail#top', 'B'],
    ['https://shop.example/offer?lot=B', 'C'],
    ['https://shop.example/offer', 'C'],
    ['b', 'B'],
    ['https://shop.example/twice?x=1', undefined],
    ['https://other.example/offer?lot=A', undefined],
    ['', undefined],
  ])('%s leads to %s', (link, id) => expect(lots[match(link)]?.id).toBe(id));

  it('lead to their own lot whatever is added to them', () => {
    const word = fc.stringMatching(/^[a-z0-9]{1,5}$/);
    fc.assert(
      fc.property(fc.uniqueArray(word, { minLength: 1, maxLength: 6 }), word, (ids, more) => {
        const own = ids.map((id) => ({ id: `L${id}`, link: `https://s.example/p?lot=${id}` }));
        const find = linkMatcher(own);
        own.forEach(({ link }, at) => expect(find(`${link}&extra=${more}`)).toBe(at));
      }),
      { seed: 61 },
    );
  });
});

describe('lists of lots', () => {
  const headers = ['Day', 'Lot', 'Seller', 'Agreed clicks', 'Price', 'Tracked link', 'Delivered clicks', 'Campaign ID'];
  const { mapping } = guessMapping(
    headers,
    headers.map(() => []),
  );
  it('are known by their headers', () => {
    expect(mapping.kind).toBe('lots');
    expect(mappingProblems(mapping, headers)).toEqual([]);
  });
  it('are read row by row', () => {
    expect(
      readLotRow(['2026-10-05', 'LM-1', 'Postcard Club', '1,000', '£320.00', 'https://s.example/?lot=1', '990', 'x'], mapping),
    ).toMatchObject({
      lot: 'LM-1',
      price: 320e6,
      agreed: 1000,
      delivered: 990,
      unit: 'clicks',
    });
    expect(readLotRow(['2026-10-05', 'LM-1', 'P', '', '', 'x', '--'], mapping)).toMatchObject({ message: 'The lot has no price' });
    expect(readLotRow(['05/10', 'LM-1', 'P', '', '3', 'x', '--'], mapping)).toMatchObject({ column: 0 });
  });
});

describe('lots whose sales still come in', () => {
  it('say which share has arrived, by the days of their visits', () => {
    // Half of the sales come on the day of the click, the rest ten days later.
    const clicks = Array.from({ length: 40 }, (_, day) => day);
    const sales = clicks.flatMap((day) => [
      { click: day, sale: day },
      { click: day, sale: day + 10 },
    ]);
    const column = (of: (each: (typeof sales)[number]) => number) => Int32Array.from(sales, of);
    const orders = {
      ...outcomes(
        'purchase',
        sales.map(() => ({ lot: NONE, value: 1 })),
      ),
      saleDay: column(({ sale }) => sale),
      clickDay: column(({ click }) => click),
    };
    const tables = tablesOf([], { lots: [lot('old', { day: 12 }), lot('new', { day: 38 })], orders: [orders] });
    const { lines } = listLots(tables, { from: 0, to: 40 }, 40);
    const arrived = (name: string) => lines.find((line) => line.name === name)?.arrived;
    expect(arrived('old')).toBe(1);
    expect(arrived('new')).toBeCloseTo(0.5, 1);
    expect(arrived('All lots')).toBeCloseTo(0.75, 1);
  });
});
