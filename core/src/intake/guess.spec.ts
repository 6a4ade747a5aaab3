import { grainOf, type Mapping, roleKey } from '../index';
import { guessMapping, mappingProblems } from '../test/read';

describe('columns that no header tells', () => {
  const roles = (headers: string[], rows: string[][]) =>
    guessMapping(
      headers,
      headers.map((_, at) => rows.map((row) => row[at] ?? '')),
    ).mapping.columns;

  it('are known by their cells: days, addresses', () => {
    expect(roles(['Stichtag', 'Ziel', 'Clicks'], [['31.10.2026', 'https://shop.example/tea', '4']])).toEqual([
      { role: 'day' },
      { role: 'dimension', dimension: 'landing page' },
      { role: 'measure', measure: 'clicks' },
    ]);
  });

  it('stay open where a header tells the same, or cells tell nothing', () => {
    expect(roles(['Day', 'Changed', 'Note'], [['2026-10-31', '2026-10-30', 'v1.2 of it']]).slice(1)).toEqual([
      { role: 'ignore' },
      { role: 'ignore' },
    ]);
    expect(roles(['Number', 'Clicks'], [['12', '4']])[0]).toEqual({ role: 'ignore' });
  });
});

describe('guessing a mapping', () => {
  const headers = [
    'Day',
    'Campaign ID',
    'Campaign',
    'Ad',
    'Cost',
    'CTR',
    'Clicks',
    'Purchases',
    'Purchase value (by sale date)',
    'Mystery',
  ];
  const guess = guessMapping(
    headers,
    headers.map((_, at) => (at === 0 ? ['2026-10-01'] : ['12.50'])),
  );

  it('recognises levels, measures and outcomes, and takes ratios only to compare them', () => {
    expect(guess.mapping.columns.map(roleKey)).toEqual([
      'day',
      'campaign id',
      'campaign name',
      'ad name',
      'spend',
      'ratio ctr',
      'clicks',
      'purchase.count.claims.click',
      'purchase.value.claims.sale',
      'ignore',
    ]);
    expect(guess.reasons[5]).toContain('ratio');
    expect(grainOf(guess.mapping)).toEqual(['campaign', 'ad']);
    expect(mappingProblems(guess.mapping, headers)).toEqual([]);
  });

  it('knows an order file by its id and time', () => {
    const till = ['Lead', 'Sent at', 'Clicked at', 'Tag campaign'];
    const { mapping } = guessMapping(
      till,
      till.map((_, at) => (at === 1 || at === 2 ? ['2026-10-01T08:00:00Z'] : ['x'])),
    );
    expect(mapping.kind).toBe('orders');
    expect(mapping.action).toBe('lead');
    expect(mapping.columns.map(roleKey)).toEqual(['order id', 'sale time', 'click time', 'tag campaign']);
  });

  it('knows what orders tell beside their value, and leaves a customer’s name out', () => {
    const headers = ['Order', 'Ordered at', 'Goods net', 'Tax', 'Refunded', 'Customer', 'Clicks'];
    const guessed = (customer: string) =>
      guessMapping(
        headers,
        headers.map((_, at) => [at === 5 ? customer : '1']),
      ).mapping;
    const means = (customer: string) => guessed(customer).columns.map(roleKey).slice(3);
    expect(means('returning')).toEqual(['tax', 'refunds', 'new customers', 'ignore']);
    expect(means('A. Tester')).toEqual(['tax', 'refunds', 'ignore', 'ignore']);
    expect(mappingProblems(guessed('first'), headers)).toEqual([]);
    const wrong = { ...guessed('first'), columns: guessed('first').columns.with(6, { role: 'measure', measure: 'clicks' }) };
    expect(mappingProblems(wrong, headers).join()).toContain('“Clicks” is nothing a single order or lead tells');
  });

  it('says what a mapping lacks', () => {
    const without: Mapping = {
      ...guess.mapping,
      columns: guess.mapping.columns.map((role) => (role.role === 'day' ? { role: 'ignore' } : role)),
    };
    expect(mappingProblems(without, headers).join()).toContain('day');
  });
});

describe('headers exports really have', () => {
  const roleOf = (header: string, beside: readonly string[] = [], main?: 'lead') => {
    const headers = ['Day', 'Campaign', header, ...beside];
    const { mapping } = guessMapping(
      headers,
      headers.map(() => []),
      { main },
    );
    const role = mapping.columns[2] ?? { role: 'ignore' };
    return roleKey(role);
  };

  it.each([
    ['Impr.', 'impressions'],
    ['Cost (GBP)', 'spend'],
    ['Amount spent [EUR]', 'spend'],
    ['views', 'impressions'],
    ['Conversions', 'purchase.count.claims.click'],
    ['Conv. value', 'purchase.value.claims.click'],
    ['Income', 'purchase.value.claims.click'],
    ['Revenue', 'purchase.value.claims.click'],
    ['Spesa', 'spend'],
    ['Uitgaven', 'spend'],
    ['Wydatki', 'spend'],
    ['Kostnad', 'spend'],
    ['Forbrug', 'spend'],
    ['Útrata', 'spend'],
    ['Költség', 'spend'],
    ['Harcama', 'spend'],
    ['Расход', 'spend'],
    ['費用', 'spend'],
  ])('%s is %s', (header, key) => expect(roleOf(header)).toBe(key));

  it('conversions and the value beside them are the client’s main outcome', () => {
    expect(roleOf('Conversions', [], 'lead')).toBe('lead.count.claims.click');
    expect(roleOf('Value', ['Conversions'])).toBe('purchase.value.claims.click');
  });

  it('an hour written as a moment tells the day as well', () => {
    const { mapping } = guessMapping(['Day', 'Hour', 'Campaign', 'Spend'], [['2026-10-05'], ['2026-10-05 14:00'], ['Tea'], ['5']]);
    expect(mapping.columns.map(({ role }) => role)).toEqual(['ignore', 'time', 'level', 'measure']);
  });

  it('a tracker’s list is a list of outcomes it has counted', () => {
    const { mapping } = guessMapping(['Conversion ID', 'Conversion time', 'Click time', 'Payout', 'Click URL'], [[], [], [], [], []]);
    expect(mapping).toMatchObject({ kind: 'orders', countedBy: 'site' });
    expect(mapping.columns.map(roleKey)).toEqual(['order id', 'sale time', 'click time', 'order value', 'tag link']);
  });
});
