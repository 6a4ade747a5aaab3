import {
  ACCOUNT_DIMENSIONS,
  type Asks,
  bindView,
  type BoundTo,
  BUILT_IN,
  nearestView,
  type OwnMetric,
  SHIPPED_VIEWS,
  type View,
  Vocabulary,
} from '../index';
import { bookOf } from '../metric/metric-book';

const own = (id: string, label: string): OwnMetric => ({
  ...{ id, label, text: 'spend / clicks', unit: null, better: 'lower', definition: '', client: null },
});
const bookWith = (...metrics: OwnMetric[]) => {
  const sets = metrics.map(({ id }) => ({ id: `set ${id}`, label: 'Mine', outcome: null, metrics: [id], client: null }));
  return bookOf(new Vocabulary(BUILT_IN.own, [], { metrics, sets, numbers: [] }));
};
const TOLD = [...ACCOUNT_DIMENSIONS, 'campaign', 'group', 'ad', 'device', 'weekday'];
const client = (more: Partial<BoundTo> = {}): BoundTo => ({
  metricSet: 'leads',
  book: bookWith(),
  channels: [{ name: 'Heron', kind: 'search' }],
  tells: (dimension) => TOLD.includes(dimension),
  labelOf: (dimension) => dimension,
  ...more,
});
const [USUAL] = SHIPPED_VIEWS as readonly View[] as [View];
const bind = (asks: Partial<Asks>, words: Partial<View['words']> = {}, to = client()) =>
  bindView({ asks: { ...USUAL.asks, ...asks }, words: { labels: {}, kinds: {}, ...words } }, to);

describe('the view most like one that is gone', () => {
  const views = ['Devices', 'Hours of the week', 'Search terms', 'Phones by week'].map((label) => ({ label }));
  const nearest = (label: string) => nearestView(label, views)?.label;

  it('shares most words with it; none where none is shared', () => {
    expect(nearest('Our devices, weekly')).toBe('Devices');
    expect(nearest('terms we search')).toBe('Search terms');
    expect(nearest('Week of hours')).toBe('Hours of the week');
    expect(nearest('Phones')).toBe('Phones by week');
    expect([nearest('Carriers'), nearest('')]).toEqual([undefined, undefined]);
  });
});

describe('a view that another client is asked', () => {
  it('goes by the client’s own result where it names no set', () => {
    expect(bind({}).asks).toMatchObject({ metricSet: 'leads', rows: ['channel', 'campaign'] });
    expect(bind({ columns: { by: 'device', metric: null } }).asks.columns).toEqual({ by: 'device', metric: 'leads' });
    expect(bind({}).lacks).toEqual([]);
  });

  it('finds own metrics and sets by what they are called, and says which there are none of', () => {
    const words = { labels: { theirs: 'Cost of a click', 'set theirs': 'Mine' } };
    const asks = {
      metricSet: 'set theirs',
      pictureMetric: 'theirs',
      sort: { by: 'theirs', of: 'now', direction: 'ascending' },
      having: [{ kind: 'amount', level: 'campaign', metric: 'theirs', test: 'above', than: 1 }],
    } as const;
    const found = bind(asks, words, client({ book: bookWith(own('ours', 'cost of a Click')) }));
    expect(found).toMatchObject({
      asks: { metricSet: 'set ours', pictureMetric: 'ours', sort: { by: 'ours' }, having: [{ metric: 'ours' }] },
      lacks: [],
    });
    const none = bind(asks, words);
    expect(none.lacks).toEqual(['It has no metric set “Mine”.', 'It has no metric “Cost of a click”.']);
    expect(none.asks).toMatchObject({ metricSet: null, pictureMetric: null, sort: { by: 'name' }, having: [] });
    expect(bind({ sort: { by: 'target', of: 'now', direction: 'ascending' } }).asks.sort.by).toBe('target');
  });

  it('leaves out what nothing tells, and says so once', () => {
    const { asks, lacks } = bind({
      rows: ['browser', 'campaign'],
      where: [{ dimension: 'browser', any: [{ test: 'is', value: 'x' }] }],
      columns: { by: 'browser', metric: 'clicks' },
      having: [{ kind: 'target', level: 'browser', verdict: 'misses' }],
    });
    expect(asks).toMatchObject({ rows: ['campaign'], where: [], columns: null, having: [] });
    expect(lacks).toEqual(['Nothing tells its browser.']);
  });

  it('can be asked in part where only steps are missing, not where it would be of other members', () => {
    const browser = [{ dimension: 'browser', any: [{ test: 'is', value: 'x' }] }] as const;
    const isAskable = (asks: Partial<Asks>) => bind(asks).isAskable;
    expect(isAskable({})).toBe(true);
    expect(isAskable({ rows: ['campaign', 'browser'], pictureMetric: 'theirs' })).toBe(true);
    expect(isAskable({ rows: ['browser', 'campaign'] })).toBe(false);
    expect(isAskable({ where: browser })).toBe(false);
    expect(isAskable({ columns: { by: 'browser', metric: 'clicks' } })).toBe(false);
    expect(isAskable({ metricSet: 'theirs' })).toBe(false);
    expect(isAskable({ having: [{ kind: 'amount', level: 'campaign', metric: 'theirs', test: 'above', than: 1 }] })).toBe(false);
  });

  it('asks for channels of the kind where it has none of the name', () => {
    const filter = (value: string) => [{ dimension: 'channel', any: [{ test: 'is', value }] }] as const;
    expect(bind({ where: filter('Heron') }).asks.where).toEqual(filter('Heron'));
    const kinds = { Plover: 'search', Teal: 'video' };
    expect(bind({ where: filter('Plover') }, { kinds })).toEqual({
      asks: expect.objectContaining({ where: [{ dimension: 'channel kind', any: [{ test: 'is', value: 'search' }] }] }),
      lacks: [],
      isAskable: true,
    });
    expect(bind({ where: filter('Teal') }, { kinds }).lacks).toEqual(['It has no video channel.']);
    expect(bind({ where: filter('Smew') }, { kinds })).toMatchObject({ asks: { where: [] }, lacks: ['It has no channel “Smew”.'] });
    // A text in a name may fit any client.
    const some = [{ dimension: 'channel', any: [{ test: 'contains', value: 'x' }] }] as const;
    expect(bind({ where: some })).toMatchObject({ asks: { where: some }, lacks: [] });
  });
});

describe('the views that come with the product', () => {
  it('ask only of what there can be, each under a name of its own', () => {
    const all = client({
      book: bookWith(),
      tells: () => true,
      channels: ['search', 'native', 'marketplace', 'local listing'].map((kind) => ({ name: kind, kind })),
    });
    for (const view of SHIPPED_VIEWS) expect([view.label, bindView(view, all).lacks]).toEqual([view.label, []]);
    const names = SHIPPED_VIEWS.flatMap(({ id, label }) => [id, label]);
    expect(new Set(names).size).toBe(names.length);
  });

  it('say of a client what it lacks', () => {
    const lacking = SHIPPED_VIEWS.filter((view) => bindView(view, client()).lacks.length > 0).map(({ label }) => label);
    expect(lacking).toEqual(expect.arrayContaining(['Search terms', 'Placements', 'Marketplace products', 'Local listing']));
    expect(lacking).not.toContain('Weekly campaign check');
  });
});
