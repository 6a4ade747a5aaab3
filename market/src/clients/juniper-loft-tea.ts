import { campaign, dated, parts, subSources, unpaid } from '../world/build';
import { type ClientWorld, dayShape, lagWeights } from '../world/spec';

const POSTERS = 'sampler poster, steam 2 0.85|sampler poster, garden 1 0.5|sampler poster, kitchen 1 0.02';
const SHELVES = parts('oolong tin 3 1.1|breakfast tin 5 1|green tea box 2 0.8|rooibos box 1 0.6|gift crate 1 1.5');

export const juniperLoftTea: ClientWorld = {
  id: 'juniper-loft-tea',
  name: 'Juniper Loft Tea',
  currency: 'GBP',
  zone: 'Europe/London',
  locale: 'en-GB',
  prefix: 'JLT',
  metricSet: 'shop',
  action: 'purchase',
  from: '2025-09-01',
  to: '2026-10-30',
  price: 38,
  steps: { cart: 0.075, checkout: 0.5 },
  lag: lagWeights(0.34, 0.84, 21),
  hours: dayShape(7, 23, 20),
  weekdays: [1.06, 1.02, 1, 1, 0.95, 0.92, 1.05],
  months: [0.95, 0.92, 0.94, 0.92, 0.9, 0.88, 0.88, 0.92, 1, 1.04, 1.16, 1.24],
  payDay: 1.07,
  unasked: 0.004,
  places: parts(
    'London 5 1.1|South East 4 1|South West 3 1.05|Midlands 3 0.95|North 4 0.95|Scotland 2 1|Wales 1 0.9|Northern Ireland 1 0.9',
  ),
  pages: ['/', '/loose-leaf', '/gifts', '/green-tea', '/subscribe', '/sampler'],
  events: [
    { from: '2026-10-06', to: '2099-12-31', name: 'Price rise from 38 to 42, not announced', outcomes: 0.82, price: 42 / 38 },
    { from: '2026-07-13', to: '2026-07-26', name: 'A purchase tag fires twice', doubleTag: 'harbor-search' },
    { from: '2026-05-22', to: '2026-05-25', name: 'Bank holiday sale', demand: 1.25, outcomes: 1.3, price: 0.86 },
    { from: '2026-09-14', to: '2026-09-17', name: 'The page /sampler lost its tag', lostTagPage: '/sampler' },
    {
      from: '2026-08-03',
      to: '2099-12-31',
      name: 'Renamed by the channel',
      renames: { campaign: 'TS-1201', to: 'JLT_search_new_loose-leaf_uk_t' },
    },
  ],
  campaigns: [
    campaign(
      'harbor-search',
      'HB-1101',
      'JLT_search_customers_brand-terms_uk',
      { budget: 45, bid: 0.16, market: 300, clickRate: 0.16, outcomeRate: 0.0235, stage: 'customers', warmth: 0.25, follow: 1.2 },
      [
        {
          name: 'juniper loft',
          ads: 'Juniper Loft Tea, the official shop 2 1.1|Loose tea from the loft 1 1',
          keywords: 'juniper loft tea 6 1.2 exact|juniper loft 3 1.1 phrase|juniper tea 1 0.7 broad',
        },
      ],
    ),
    campaign(
      'harbor-search',
      'HB-1102',
      'JLT_search_new_loose-leaf_uk',
      {
        budget: 60,
        bid: 0.29,
        market: 330,
        clickRate: 0.058,
        outcomeRate: 0.0262,
        history: [
          { day: '2026-08-17', field: 'daily budget', value: 70, by: 'm.reed' },
          { day: '2026-09-21', field: 'exclude', what: 'leaves', value: 'excluded', by: 'm.reed' },
          { day: '2026-10-12', field: 'daily budget', value: 82, by: 'm.reed' },
        ],
      },
      [
        {
          name: 'loose leaf',
          weight: 2,
          ads: 'Small-batch loose leaf 2 1.15|A tin of the good stuff 1 0.9|Tea that tastes of something 1 1',
          keywords: 'loose leaf tea 6 1.1 phrase|loose tea 3 1 phrase|tea leaves 2 0.7 broad',
        },
        {
          name: 'oolong and black',
          ads: 'Oolong, rolled by hand 1 1|Breakfast tea with backbone 2 1',
          keywords: 'oolong tea 3 1 phrase|english breakfast loose 3 1.1 exact|assam tea 2 0.9 phrase',
        },
      ],
    ),
    campaign(
      'harbor-search',
      'HB-1103',
      'JLT_search_new_green-tea_uk',
      { budget: 66, bid: 0.32, market: 220, clickRate: 0.047, outcomeRate: 0.0116 },
      [
        {
          name: 'green tea',
          ads: 'Green tea, spring picked 2 1|Sencha by the tin 1 0.9',
          keywords: 'green tea 5 0.8 broad|sencha 2 1.2 phrase|gunpowder tea 1 0.9 exact',
        },
        {
          name: 'matcha',
          weight: 0.6,
          ads: 'Matcha for every morning 1 0.7',
          keywords: 'matcha powder 3 0.6 broad|matcha tea 2 0.8 phrase',
        },
      ],
    ),
    campaign(
      'harbor-search',
      'HB-1104',
      'JLT_search_new_gifts_uk',
      {
        budget: 62,
        bid: 0.4,
        market: 230,
        clickRate: 0.041,
        outcomeRate: 0.0072,
        history: [{ day: '2026-09-07', field: 'daily budget', value: 74, by: 'm.reed' }],
      },
      [
        {
          name: 'tea gifts',
          weight: 2,
          ads: 'The tea lover’s box 2 0.9|Send a loft of tea 1 1',
          keywords: 'tea gift set 4 1 phrase|gifts for tea lovers 3 0.8 broad',
        },
        { name: 'hampers', ads: 'A small hamper of big flavours 1 0.7', keywords: 'tea hamper 2 0.9 phrase|food hamper 3 0.3 broad' },
      ],
    ),
    campaign(
      'harbor-search',
      'HB-1105',
      'JLT_search_known_subscriptions_uk',
      { budget: 39, bid: 0.3, market: 130, clickRate: 0.06, outcomeRate: 0.0286, stage: 'known', follow: 0.5 },
      [
        {
          name: 'subscription',
          ads: 'A tin a month, never run dry 2 1.1|Skip any month 1 1',
          keywords: 'tea subscription 5 1.2 phrase|monthly tea box 2 1 phrase|coffee subscription 1 0.1 broad',
        },
      ],
    ),
    campaign(
      'tern-search',
      'TS-1201',
      'JLT_search_new_loose-leaf_uk',
      { budget: 40, bid: 0.24, market: 150, clickRate: 0.05, outcomeRate: 0.0171 },
      [
        {
          name: 'loose leaf',
          ads: 'Small-batch loose leaf 2 1.1|Loose tea, posted today 1 1',
          keywords: 'loose leaf tea 5 1.1 phrase|loose tea online 2 1.1 exact|tea shop 2 0.7 broad',
        },
      ],
    ),
    campaign(
      'tern-search',
      'TS-1202',
      'JLT_search_customers_brand-terms_uk',
      { budget: 12, bid: 0.12, market: 60, clickRate: 0.15, outcomeRate: 0.028, stage: 'customers', follow: 0.4, warmth: 0.2 },
      [{ name: 'juniper loft', ads: 'Juniper Loft Tea 1 1', keywords: 'juniper loft tea 5 1.1 exact|juniper loft 2 1 phrase' }],
    ),
    campaign(
      'wren-social',
      'WR-3301',
      'JLT_social_new_morning-ritual_video_uk',
      { budget: 64, bid: 0.38, market: 260, clickRate: 0.012, outcomeRate: 0.0165, warmth: 0.5 },
      [
        { name: 'tea at home, 30–55', weight: 2, ads: 'kettle, close up 2 1.2|first light 2 0.9|spoon and tin 1 0.6' },
        { name: 'food and cooking', ads: 'kettle, close up, long 1 0.9|recipe card 1 0.8' },
      ],
    ),
    dated(
      campaign(
        'wren-social',
        'WR-3302',
        'JLT_social_new_sampler_carousel_uk',
        { budget: 72, bid: 0.42, market: 270, clickRate: 0.014, outcomeRate: 0.0069, warmth: 0.35 },
        [
          { name: 'gift givers', ads: `six tins carousel 3 1|hands and ribbon 2 0.9|${POSTERS}` },
          { name: 'look-alikes of buyers', weight: 1.4, ads: 'six tins carousel, dark 2 1.3|unboxing 1 1.1' },
        ],
      ),
      'WR-3302-1-5',
      { from: '2026-10-14' },
    ),
    campaign(
      'wren-social',
      'WR-3303',
      'JLT_social_known_basket-reminder_uk',
      { budget: 27, bid: 0.34, market: 30, clickRate: 0.021, outcomeRate: 0.0341, stage: 'known', follow: 0.9, warmth: 0.2 },
      [{ name: 'left a basket', ads: 'your tins are waiting 2 1.2|free post this week 1 1' }],
    ),
    campaign(
      'hedgerow-display',
      'HD-4401',
      'JLT_display_new_country-living_uk',
      { budget: 32, bid: 0.21, market: 150, clickRate: 0.0016, outcomeRate: 0.0036, warmth: 0.3 },
      [
        {
          name: 'country and garden',
          ads: 'loft window, wide 2 1|loft window, tall 1 0.8',
          places: parts(
            'hedge-and-home.example 3 1.2|countrypost.example 3 0.9|puzzle-a-day.example 4 0.03|recipe-drawer.example 2 1.4|weatherline.example 3 0.3|free-wallpapers.example 2 0',
          ),
        },
      ],
    ),
    campaign(
      'stallway',
      'SW-6601',
      'sponsored: tins',
      { budget: 36, bid: 0.27, market: 150, clickRate: 0.02, outcomeRate: 0.0275, warmth: 0.02, follow: 0 },
      [
        { name: 'tins', ads: 'oolong tin 1 1', places: SHELVES.slice(0, 2) },
        { name: 'boxes', ads: 'green tea box 1 1', places: SHELVES.slice(2) },
      ],
    ),
    campaign(
      'larkmail',
      'LM-7701',
      'letters, bought by the thousand',
      { budget: 14, bid: 0.11, market: 90, clickRate: 0.02, outcomeRate: 0.005, warmth: 0.15, inLots: true },
      [{ name: 'Postcard Club', ads: 'autumn letter 1 1', places: subSources('postcard', 9) }],
    ),
    ...unpaid('JLT', { organic: 150, direct: 90 }, 0.0198),
  ],
};
