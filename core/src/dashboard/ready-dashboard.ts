import type { ResultSetId } from '../metric/metric-set';
import { TARGET_METRICS, USUAL_TARGET } from '../target/target';
import { bindView, type BoundTo } from '../view/bind-view';
import { SHIPPED_VIEWS } from '../view/shipped-views';
import type { Asks, PictureKind, View } from '../view/view';
import type { Dashboard, TilePlace, Tile, TileWhat } from './dashboard';
import { freePlace } from './place';

type Size = Pick<TilePlace, 'wide' | 'high'>;
const [THIRD, HALF, TWO_THIRDS, WHOLE] = [
  { wide: 4, high: 3 },
  { wide: 6, high: 4 },
  { wide: 8, high: 4 },
  { wide: 12, high: 4 },
] as const;

/** What a client with a result of some kind looks at in the morning: the first lines the same, then what its feeds tell. */
const LABELS: Readonly<Record<ResultSetId, string>> = {
  shop: 'Shop, every morning',
  leads: 'Leads, every morning',
  bookings: 'Bookings, every morning',
  installs: 'App, every morning',
};

const shipped = (label: string): View => {
  const found = SHIPPED_VIEWS.find((each) => each.label === label);
  if (!found) throw new RangeError(`No view is called “${label}”`);
  const { id: _, ...view } = found;
  return view;
};

const another = (of: View, label: string, asks: Partial<Asks>): View => ({ ...of, label, asks: { ...of.asks, ...asks } });

/** A dashboard for a client, of what its feeds deliver. */
export function readyDashboard(client: BoundTo): Dashboard {
  const target = USUAL_TARGET[client.metricSet];
  const { count } = TARGET_METRICS[target];
  const channels = another(shipped('Weekly campaign check'), 'Channels', { rows: ['channel'], settings: false });
  const drawn = (label: string, picture: PictureKind, pictureMetric: string, rows: readonly string[] = ['channel']): TileWhat => ({
    kind: 'view',
    view: { ...another(channels, label, { picture, pictureMetric, rows }), keeps: { period: null, comparison: null, counting: null } },
  });
  const usual: readonly (readonly [TileWhat, Size])[] = [
    [{ kind: 'target' }, THIRD],
    [drawn('What comes in', 'figure', count), THIRD],
    [drawn('What one costs', 'figure', target === 'roas' ? 'cpa' : target), THIRD],
    [drawn('Spend, day by day', 'stacked', 'spend'), TWO_THIRDS],
    [{ kind: 'waiting' }, { wide: 4, high: 2 }],
    [{ kind: 'data' }, { wide: 4, high: 2 }],
    [drawn('Channels against the target', 'bars', target), HALF],
    [drawn('Results of each channel, day by day', 'line', count), HALF],
    [drawn('Campaigns: spend and return', 'scatter', target, ['campaign']), WHOLE],
  ];
  const told = ['Hours of the week', 'Devices', 'Landing pages', 'Marketplace products', 'Sub-sources', 'Local listing', 'Creative cards']
    .map(shipped)
    .filter((view) => bindView(view, client).lacks.length === 0)
    .map((view): readonly [TileWhat, Size] => [
      { kind: 'view', view },
      view.asks.picture === 'cards' ? { wide: 12, high: 6 } : view.asks.picture === 'heat' ? WHOLE : HALF,
    ]);
  const tiles: Tile[] = [];
  for (const [nth, [what, size]] of [...usual, ...told].entries())
    tiles.push({ id: `tile ${nth + 1}`, what, place: freePlace(tiles, size) });
  return { label: LABELS[client.metricSet], description: 'How the client stands, what changed, and what waits.', tiles };
}
