import { PAGE_PATH } from '../measure/dimension';
import { partDimension } from '../measure/name-part';
import { type Filter } from '../question/filter';
import { type Asks, FOLLOWS, type KeptFocus, NO_VIEW_WORDS, type ShippedView } from './view';

const USUAL: Asks = {
  clients: 'this',
  metricSet: null,
  rows: ['channel', 'campaign'],
  columns: null,
  where: [],
  named: '',
  having: [],
  sort: { by: 'spend', of: 'now', direction: 'descending' },
  settings: false,
  changeAs: 'share',
  doubts: true,
  picture: 'line',
  pictureMetric: null,
};

const view = (id: string, label: string, description: string, asks: Partial<Asks>, keeps: Partial<KeptFocus> = {}): ShippedView => ({
  id: `shipped ${id}`,
  label,
  description,
  asks: { ...USUAL, ...asks },
  keeps: { ...FOLLOWS, ...keeps },
  words: NO_VIEW_WORDS,
});

const ofKind = (kind: string): readonly Filter[] => [{ dimension: 'channel kind', any: [{ test: 'is', value: kind }] }];
const BY_NAME = { by: 'name', of: 'now', direction: 'ascending' } as const;
const BY_CLICKS = { by: 'clicks', of: 'now', direction: 'descending' } as const;
const WEEK: Partial<KeptFocus> = { period: { preset: 'last-7' }, comparison: { mode: 'before' } };

/** The questions of usual work, each for any client that has the data. */
export const SHIPPED_VIEWS: readonly ShippedView[] = [
  view('weekly', 'Weekly campaign check', 'What each campaign did in the last seven days, and what was set.', { settings: true }, WEEK),
  view('ads', 'Ads on the way to a result', 'Every ad in its group, from seen to sold: where the way breaks.', {
    rows: ['channel', 'campaign', 'group', 'ad'],
  }),
  view('stages', 'Stage by stage', 'What is spent on people who do not know the client yet, and on those who do.', {
    rows: [partDimension('stage'), 'campaign'],
    picture: 'bars',
  }),
  view('terms', 'Search terms', 'What people typed, and what it brought.', {
    metricSet: 'search-detail',
    rows: ['search term'],
    where: ofKind('search'),
  }),
  view('keywords', 'Keywords', 'Which keywords pay, each in its group.', {
    metricSet: 'search-detail',
    rows: ['campaign', 'group', 'keyword'],
    where: ofKind('search'),
  }),
  view('placements', 'Placements', 'Where ads were shown, and what came from there.', { rows: ['channel', 'placement'], picture: 'bars' }),
  view('sub-sources', 'Sub-sources', 'Which sources of bought traffic bring people, and which only clicks.', {
    rows: ['sub-source'],
    picture: 'scatter',
  }),
  view('browsers', 'Browsers', 'What each browser brings: a page that breaks in one shows here first.', {
    rows: ['browser'],
    picture: 'bars',
  }),
  view('carriers', 'Carriers', 'What each mobile carrier brings.', { rows: ['carrier'], picture: 'bars' }),
  view('places', 'Places', 'What each place brings.', { rows: ['place'], picture: 'bars' }),
  view('hours', 'Hours of the week', 'When results come: each hour of each weekday.', {
    rows: ['weekday'],
    columns: { by: 'hour', metric: 'clicks' },
    sort: BY_NAME,
    picture: 'heat',
  }),
  view('weekdays', 'Weekdays', 'What each day of the week brings and costs.', { rows: ['weekday'], sort: BY_NAME, picture: 'bars' }),
  view('devices', 'Devices', 'Phones against computers, campaign by campaign.', { rows: ['device', 'campaign'], picture: 'bars' }),
  view('people', 'Age and sex', 'Who sees the ads and who clicks.', {
    rows: ['age'],
    columns: { by: 'sex', metric: 'clicks' },
    sort: BY_NAME,
    picture: 'heat',
  }),
  view('pages', 'Landing pages', 'Clicks that became visits, and what visits became, page by page.', {
    metricSet: 'site-results',
    rows: [PAGE_PATH],
    sort: BY_CLICKS,
    picture: 'bars',
  }),
  view('creatives', 'Creative cards', 'The ads as people see them, those with most spend first.', { rows: ['ad'], picture: 'cards' }),
  view(
    'reach',
    'Reach and frequency',
    'How many people were reached, and how often each.',
    {
      metricSet: 'reach',
      rows: ['channel', 'campaign'],
      picture: 'bars',
    },
    { period: { preset: 'last-30' } },
  ),
  view('late', 'Late sales', 'Sales by the day of the click beside sales by the day they came.', { metricSet: 'late-sales' }),
  view('lots', 'Traffic bought in lots', 'What each source bought brought for its price.', {
    metricSet: 'bought-traffic',
    rows: ['channel', 'sub-source'],
    where: ofKind('native'),
  }),
  view('products', 'Marketplace products', 'What each product sold and what advertising it cost.', {
    metricSet: 'marketplace',
    rows: ['product'],
    where: ofKind('marketplace'),
    picture: 'bars',
  }),
  view('listing', 'Local listing', 'What people searched when the listing was shown, and what they did.', {
    metricSet: 'listing',
    rows: ['surface'],
    where: ofKind('local listing'),
    sort: BY_NAME,
    picture: 'bars',
  }),
  view('phrases', 'Local listing: phrases', 'The phrases under which the listing is found.', {
    metricSet: 'listing',
    rows: ['phrase'],
    where: ofKind('local listing'),
    sort: BY_NAME,
  }),
  view('sources', 'Paid and unpaid side by side', 'Where visits came from, bought or not.', {
    metricSet: 'visits',
    rows: ['source'],
    sort: { by: 'visits', of: 'now', direction: 'descending' },
    picture: 'shares',
  }),
  view('clients', 'All clients at once', 'Every client with its channels, in one currency.', {
    clients: 'all',
    rows: ['client', 'channel'],
    picture: 'bars',
  }),
];
