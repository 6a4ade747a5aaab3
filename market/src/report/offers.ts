import type { ChannelId } from '../world/spec';
import type { DimensionId } from './dimensions';
import type { MeasureId } from './measures';

export interface Offer {
  readonly id: string;
  readonly name: string;
  readonly dimensions: readonly DimensionId[];
  readonly measures: readonly MeasureId[];
}

const SOLD: readonly MeasureId[] = ['carts', 'checkouts', 'claims', 'value'];
const PAID: readonly MeasureId[] = ['impressions', 'clicks', 'cost'];

const SEARCH: readonly Offer[] = [
  { id: 'ads', name: 'Ad by day', dimensions: ['campaign', 'group', 'ad'], measures: [...PAID, ...SOLD] },
  { id: 'keywords', name: 'Keyword by day', dimensions: ['campaign', 'group', 'keyword'], measures: [...PAID, 'claims', 'value'] },
  { id: 'terms', name: 'Search term by day', dimensions: ['campaign', 'group', 'keyword', 'term'], measures: [...PAID, ...SOLD] },
  { id: 'device-hours', name: 'Device by hour', dimensions: ['campaign', 'device', 'hour'], measures: [...PAID, 'claims', 'value'] },
  { id: 'positions', name: 'Position by day', dimensions: ['campaign', 'position'], measures: PAID },
  { id: 'places', name: 'Place by day', dimensions: ['campaign', 'region'], measures: [...PAID, 'claims', 'value'] },
  { id: 'pages', name: 'Landing page by day', dimensions: ['campaign', 'page'], measures: [...PAID, 'claims', 'value'] },
];

/** The reports each kind of channel offers, each with the measures that kind has and no others. */
export const OFFERS: Readonly<Record<ChannelId, readonly Offer[]>> = {
  'harbor-search': SEARCH,
  'tern-search': SEARCH.filter(({ id }) => id !== 'positions' && id !== 'places'),
  'wren-social': [
    { id: 'ads', name: 'Ad by day', dimensions: ['campaign', 'group', 'ad', 'picture'], measures: [...PAID, ...SOLD] },
    { id: 'age-sex', name: 'Age and sex by day', dimensions: ['campaign', 'age', 'sex'], measures: [...PAID, 'claims', 'value'] },
    { id: 'places', name: 'Place by day', dimensions: ['campaign', 'region'], measures: PAID },
    { id: 'platforms', name: 'Platform by day', dimensions: ['campaign', 'platform'], measures: PAID },
    {
      id: 'films',
      name: 'Video by day',
      dimensions: ['campaign', 'group', 'ad'],
      measures: ['impressions', 'starts', 'quarter', 'half', 'threeQuarters', 'whole', 'watchTime'],
    },
  ],
  'cobble-video': [
    {
      id: 'ads',
      name: 'Ad by day',
      dimensions: ['campaign', 'group', 'ad', 'picture'],
      measures: [...PAID, 'starts', 'quarter', 'half', 'threeQuarters', 'whole', 'watchTime', 'claims', 'viewClaims', 'value'],
    },
  ],
  'hedgerow-display': [
    { id: 'ads', name: 'Ad by day', dimensions: ['campaign', 'group', 'ad', 'picture'], measures: [...PAID, 'claims', 'value'] },
    { id: 'placements', name: 'Placement by day', dimensions: ['campaign', 'placement'], measures: [...PAID, 'claims', 'value'] },
    { id: 'devices', name: 'Device by day', dimensions: ['campaign', 'device'], measures: PAID },
  ],
  stallway: [
    { id: 'products', name: 'Product by day', dimensions: ['campaign', 'group', 'product'], measures: [...PAID, 'claims', 'value'] },
  ],
  larkmail: [
    { id: 'sources', name: 'Source by day', dimensions: ['campaign', 'group', 'ad'], measures: [...PAID, 'claims', 'value'] },
    {
      id: 'sub-sources',
      name: 'Sub-source by day',
      dimensions: ['campaign', 'group', 'subSource'],
      measures: [...PAID, 'claims', 'value'],
    },
    { id: 'browsers', name: 'Browser by day', dimensions: ['campaign', 'browser'], measures: [...PAID, 'claims'] },
    { id: 'carriers', name: 'Carrier by day', dimensions: ['campaign', 'carrier'], measures: [...PAID, 'claims'] },
    { id: 'places', name: 'Place by day', dimensions: ['campaign', 'region'], measures: [...PAID, 'claims'] },
  ],
  doorstep: [
    {
      id: 'phrases',
      name: 'Search phrase by day',
      dimensions: ['campaign', 'surface', 'phrase'],
      measures: ['views', 'siteClicks', 'calls', 'directions'],
    },
  ],
  unpaid: [],
};
