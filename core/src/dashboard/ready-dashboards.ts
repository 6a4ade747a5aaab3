import type { ResultSetId } from '../metric/metric-set';
import { TARGET_METRICS, USUAL_TARGET } from '../target/target';
import { bindView, type BoundTo } from '../view/bind-view';
import { SHIPPED_VIEWS } from '../view/shipped-views';
import type { Asks, KeptFocus, PictureKind, View } from '../view/view';
import type { Dashboard, TilePlace, Tile, TileWhat } from './dashboard';
import { freePlace } from './place';

type Size = Pick<TilePlace, 'wide' | 'high'>;
type Sized = readonly [TileWhat, Size];
const [THIRD, HALF, TWO_THIRDS, WHOLE, BELOW] = [
  { wide: 4, high: 3 },
  { wide: 6, high: 4 },
  { wide: 8, high: 5 },
  { wide: 12, high: 4 },
  { wide: 4, high: 2 },
] as const;

/** What a client with a result of some kind looks at in the morning: the first lines the same, then what its feeds tell. */
const LABELS: Readonly<Record<ResultSetId, string>> = {
  shop: 'Shop, every morning',
  leads: 'Leads, every morning',
  bookings: 'Bookings, every morning',
  installs: 'App, every morning',
};

/** A dashboard that nobody need make. */
export interface ReadyDashboard extends Dashboard {
  readonly id: string;
}

/** The dashboards for a client, of what its feeds deliver: the one for its result first, then those for the channels it has. */
export function readyDashboards(client: BoundTo): readonly [ReadyDashboard, ...ReadyDashboard[]] {
  const has = (...kinds: readonly string[]): boolean => client.channels.some(({ kind }) => kinds.includes(kind));
  return [
    ready('ready', LABELS[client.metricSet], 'How the client stands, what changed, and what waits.', [
      ...morning(client),
      ...told(client, MORNING),
    ]),
    ...(has(...SHOWN)
      ? [ready('ready awareness', 'Awareness, every week', 'How many people were reached, how often, and for what.', awareness(client))]
      : []),
    ...(has('native') || client.tells('sub-source')
      ? [ready('ready traffic', 'Traffic bought, every day', 'Which sources bring people, and which only clicks.', traffic(client))]
      : []),
    ...(has('marketplace')
      ? [
          ready(
            'ready marketplace',
            'Marketplace, every week',
            'What each product sold, and what advertising it cost.',
            marketplace(client),
          ),
        ]
      : []),
    ready('ready clients', 'All clients, every morning', 'Every client beside the others, in one currency.', allClients()),
  ];
}

function ready(id: string, label: string, description: string, sized: readonly Sized[]): ReadyDashboard {
  const tiles: Tile[] = [];
  for (const [nth, [what, size]] of sized.entries()) tiles.push({ id: `tile ${nth + 1}`, what, place: freePlace(tiles, size) });
  return { id, label, description, tiles };
}

const shipped = (label: string): View => {
  const found = SHIPPED_VIEWS.find((each) => each.label === label);
  if (!found) throw new RangeError(`No view is called “${label}”`);
  const { id: _, ...view } = found;
  return view;
};

/** A tile of a shipped view, asked a little differently; on the days of the dashboard, and counted as it counts or in a way of its own. */
function drawn(of: string, label: string, asks: Partial<Asks>, counting: KeptFocus['counting'] = null): TileWhat {
  const view = shipped(of);
  const keeps = { period: null, comparison: null, counting };
  return { kind: 'view', view: { ...view, label, asks: { ...view.asks, settings: false, ...asks }, keeps } };
}

/** Orders tell neither products of a marketplace nor sources of bought traffic: what they brought only the channel says. */
const CLAIMED = { countedBy: 'claims', basis: 'click' } as const;
const ofKinds = (...kinds: readonly string[]): Asks['where'] => [
  { dimension: 'channel kind', any: kinds.map((value) => ({ test: 'is', value })) },
];

const usual = (label: string, picture: PictureKind, pictureMetric: string, rows: readonly string[] = ['channel']): TileWhat =>
  drawn('Weekly campaign check', label, { picture, pictureMetric, rows });

const sizeOf = ({ asks: { picture } }: View): Size => (picture === 'cards' ? { wide: 12, high: 6 } : picture === 'heat' ? WHOLE : HALF);

/** Tiles of those shipped views that a client has the data for. */
const told = (client: BoundTo, labels: readonly string[]): readonly Sized[] =>
  labels
    .map(shipped)
    .filter((view) => bindView(view, client).lacks.length === 0)
    .map((view): Sized => [{ kind: 'view', view }, sizeOf(view)]);

const MORNING = ['Hours of the week', 'Devices', 'Landing pages', 'Marketplace products', 'Sub-sources', 'Local listing', 'Creative cards'];

function morning({ metricSet }: BoundTo): readonly Sized[] {
  const target = USUAL_TARGET[metricSet];
  const { count } = TARGET_METRICS[target];
  return [
    [{ kind: 'target' }, THIRD],
    [usual('What comes in', 'figure', count), THIRD],
    [usual('What one costs', 'figure', target === 'roas' ? 'cpa' : target), THIRD],
    [usual('Spend, day by day', 'stacked', 'spend'), TWO_THIRDS],
    [{ kind: 'waiting' }, THIRD],
    [{ kind: 'data' }, BELOW],
    [usual('Channels against the target', 'bars', target), HALF],
    [usual('Results of each channel, day by day', 'line', count), HALF],
    [usual('Campaigns: spend and return', 'scatter', target, ['campaign']), WHOLE],
  ];
}

/** Kinds of channels that are bought to be seen. */
const SHOWN = ['social', 'display', 'video'] as const;

function awareness(client: BoundTo): readonly Sized[] {
  const reach = (label: string, picture: PictureKind, pictureMetric: string, rows: readonly string[] = ['channel', 'campaign']): TileWhat =>
    drawn('Reach and frequency', label, { picture, pictureMetric, rows, where: ofKinds(...SHOWN) });
  return [
    [reach('Impressions', 'figure', 'impressions'), THIRD],
    [reach('What was spent', 'figure', 'spend'), THIRD],
    [reach('Clicks', 'figure', 'clicks'), THIRD],
    [reach('People reached, campaign by campaign', 'bars', 'people-reached', ['campaign']), HALF],
    [reach('How often each person saw it', 'bars', 'frequency', ['campaign']), HALF],
    [reach('What a thousand people cost', 'bars', 'cost-per-thousand-people', ['campaign']), HALF],
    [reach('Impressions, day by day', 'stacked', 'impressions', ['channel']), HALF],
    ...told(client, ['Age and sex', 'Places', 'Creative cards']),
  ];
}

function traffic(client: BoundTo): readonly Sized[] {
  const target = USUAL_TARGET[client.metricSet];
  const { count } = TARGET_METRICS[target];
  const source = (label: string, picture: PictureKind, pictureMetric: string, rows: readonly string[] = ['sub-source']): TileWhat =>
    drawn('Sub-sources', label, { picture, pictureMetric, rows }, CLAIMED);
  return [
    [source('What was spent', 'figure', 'spend'), THIRD],
    [source('Clicks', 'figure', 'clicks'), THIRD],
    [source('What came of it', 'figure', count), THIRD],
    [source('Spend of each source', 'bars', 'spend'), HALF],
    [source('What came of each source', 'bars', count), HALF],
    [source('Sources: spend and return', 'scatter', target), WHOLE],
    ...told(client, ['Browsers', 'Carriers', 'Places', 'Hours of the week', 'Landing pages']),
  ];
}

function marketplace(client: BoundTo): readonly Sized[] {
  const products = (label: string, picture: PictureKind, pictureMetric: string, rows: readonly string[]): TileWhat =>
    drawn('Marketplace products', label, { picture, pictureMetric, rows }, CLAIMED);
  return [
    [products('What was sold', 'figure', 'value', ['channel']), THIRD],
    [products('What was spent', 'figure', 'spend', ['channel']), THIRD],
    [products('Advertising’s share of what was sold', 'figure', 'ad-cost-share', ['channel']), THIRD],
    [products('Sales of each product', 'bars', 'value', ['product']), HALF],
    [products('Advertising’s share, product by product', 'bars', 'ad-cost-share', ['product']), HALF],
    [products('Spend of each product, day by day', 'stacked', 'spend', ['product']), WHOLE],
    ...told(client, ['Keywords', 'Search terms']),
  ];
}

function allClients(): readonly Sized[] {
  const each = (label: string, picture: PictureKind, pictureMetric: string, rows: readonly string[] = ['client']): TileWhat =>
    drawn('All clients at once', label, { picture, pictureMetric, rows });
  return [
    [each('Spend of each client', 'bars', 'spend'), HALF],
    [each('Clicks of each client', 'bars', 'clicks'), HALF],
    [each('Clicks, day by day', 'line', 'clicks'), WHOLE],
    [each('What a click costs each client', 'bars', 'cpc'), HALF],
    [each('How many of those who see it click', 'bars', 'ctr'), HALF],
  ];
}
