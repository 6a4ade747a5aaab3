import { type Campaign, dayShape, type Group, lagWeights, type World } from './world';

const search = (
  id: string,
  name: string,
  weight: number,
  keywords: readonly [string, number, number][],
  ads: readonly [string, number, number][],
): Group => ({
  id,
  name,
  weight,
  keywords: keywords.map(([text, share, quality]) => ({ text, weight: share, quality })),
  ads: ads.map(([title, share, quality], at) => ({ id: `${id}-${at + 1}`, name: title, weight: share, quality })),
});

const social = (id: string, name: string, weight: number, ads: readonly Group['ads'][number][]): Group => ({
  id,
  name,
  weight,
  keywords: [],
  ads,
});

const searchCampaigns: readonly Campaign[] = [
  {
    id: 'HB-1101',
    name: 'JLT_search_customers_brand-terms_uk',
    demand: 64,
    budget: 52,
    costPerClick: 0.24,
    clickRate: 0.14,
    outcomeRate: 0.041,
    groups: [
      search(
        'HB-1101-a',
        'juniper loft',
        3,
        [
          ['juniper loft tea', 5, 1.1],
          ['juniper loft', 3, 1],
          ['juniper tea shop', 1, 0.7],
        ],
        [
          ['Your loft of loose tea', 2, 1.05],
          ['Back for another pot?', 1, 0.95],
        ],
      ),
      search(
        'HB-1101-b',
        'juniper loft offers',
        1,
        [
          ['juniper loft code', 2, 0.8],
          ['juniper loft delivery', 1, 1],
        ],
        [['Free delivery over 25', 1, 1]],
      ),
    ],
  },
  {
    id: 'HB-1102',
    name: 'JLT_search_new_loose-leaf_uk',
    demand: 92,
    budget: 120,
    costPerClick: 0.44,
    clickRate: 0.055,
    outcomeRate: 0.034,
    groups: [
      search(
        'HB-1102-a',
        'loose leaf tea',
        3,
        [
          ['loose leaf tea', 5, 1],
          ['buy loose tea', 3, 1.3],
          ['loose tea online', 2, 1.1],
          ['what is loose leaf tea', 2, 0.25],
        ],
        [
          ['Loose leaf, weighed by hand', 2, 1.1],
          ['Forty teas, one loft', 2, 0.95],
          ['Tea without the bag', 1, 0.7],
        ],
      ),
      search(
        'HB-1102-b',
        'black tea loose',
        2,
        [
          ['assam loose tea', 2, 1.1],
          ['breakfast tea loose', 2, 1],
          ['earl grey loose', 2, 1.15],
        ],
        [
          ['Breakfast, properly', 1, 1],
          ['Assam from one garden', 1, 1.1],
        ],
      ),
    ],
  },
  {
    id: 'HB-1103',
    name: 'JLT_search_new_green-tea_uk',
    demand: 61,
    budget: 80,
    costPerClick: 0.47,
    clickRate: 0.048,
    outcomeRate: 0.0305,
    groups: [
      search(
        'HB-1103-a',
        'green tea',
        2,
        [
          ['green tea loose leaf', 3, 1.1],
          ['sencha tea', 2, 1.2],
          ['green tea benefits', 3, 0.2],
        ],
        [
          ['Sencha, this spring’s', 1, 1.1],
          ['Green tea that stays green', 1, 0.9],
        ],
      ),
      search(
        'HB-1103-b',
        'matcha',
        1,
        [
          ['matcha powder', 3, 0.8],
          ['ceremonial matcha', 1, 1.2],
        ],
        [['Whisk it yourself', 1, 0.9]],
      ),
    ],
  },
  {
    id: 'HB-1104',
    name: 'JLT_search_new_gifts_uk',
    demand: 74,
    budget: 90,
    costPerClick: 0.58,
    clickRate: 0.041,
    outcomeRate: 0.0262,
    groups: [
      search(
        'HB-1104-a',
        'tea gifts',
        2,
        [
          ['tea gift set', 3, 1.2],
          ['tea gifts for her', 2, 0.9],
          ['cheap gifts', 3, 0.2],
        ],
        [
          ['A box of quiet mornings', 1, 1.1],
          ['The tea lover’s box', 2, 0.9],
        ],
      ),
      search(
        'HB-1104-b',
        'hampers',
        1,
        [
          ['tea hamper', 2, 1],
          ['food hampers', 3, 0.3],
        ],
        [['Hampers with a kettle’s worth', 1, 0.8]],
      ),
    ],
  },
  {
    id: 'HB-1105',
    name: 'JLT_search_known_subscriptions_uk',
    demand: 58,
    budget: 44,
    costPerClick: 0.52,
    clickRate: 0.061,
    outcomeRate: 0.052,
    groups: [
      search(
        'HB-1105-a',
        'tea subscription',
        1,
        [
          ['tea subscription', 4, 1],
          ['monthly tea box', 2, 1.1],
          ['loose tea subscription', 2, 1.25],
        ],
        [
          ['A new tea each month', 2, 1.05],
          ['Pause whenever you like', 1, 0.95],
        ],
      ),
    ],
  },
  {
    id: 'HB-1106',
    name: 'JLT_search_new_rooibos_uk',
    demand: 14,
    budget: 25,
    costPerClick: 0.39,
    clickRate: 0.05,
    outcomeRate: 0.029,
    groups: [
      search(
        'HB-1106-a',
        'rooibos',
        1,
        [
          ['rooibos tea loose', 2, 1.1],
          ['red bush tea', 2, 0.8],
        ],
        [['Rooibos, nothing added', 1, 1]],
      ),
    ],
  },
];

const socialCampaigns: readonly Campaign[] = [
  {
    id: 'WR-71',
    name: 'JLT_social_new_sampler_carousel_uk',
    demand: 84,
    budget: 85,
    costPerClick: 0.62,
    clickRate: 0.013,
    outcomeRate: 0.0252,
    groups: [
      social('WR-71-1', 'tea drinkers 25–44', 2, [
        { id: 'WR-711', name: 'sampler carousel, six tins', weight: 3, quality: 1.15 },
        { id: 'WR-712', name: 'sampler carousel, hands', weight: 2, quality: 0.8 },
        { id: 'WR-713', name: 'sampler carousel, price first', weight: 2, quality: 0.45 },
      ]),
      social('WR-71-2', 'people like our customers', 1, [
        { id: 'WR-714', name: 'sampler carousel, six tins', weight: 2, quality: 1.2 },
        { id: 'WR-715', name: 'sampler poster, steam', weight: 1, quality: 0, from: '2026-10-06' },
      ]),
    ],
  },
  {
    id: 'WR-72',
    name: 'JLT_social_new_morning-ritual_video_uk',
    demand: 71,
    budget: 75,
    costPerClick: 0.55,
    clickRate: 0.011,
    outcomeRate: 0.029,
    groups: [
      social('WR-72-1', 'slow living', 1, [
        { id: 'WR-721', name: 'kettle film, 15 seconds', weight: 2, quality: 1.1 },
        { id: 'WR-722', name: 'kettle film, 30 seconds', weight: 1, quality: 0.8 },
      ]),
    ],
  },
  {
    id: 'WR-73',
    name: 'JLT_social_known_cart-return_image_uk',
    demand: 33,
    budget: 40,
    costPerClick: 0.48,
    clickRate: 0.021,
    outcomeRate: 0.051,
    groups: [
      social('WR-73-1', 'left something in the cart', 1, [
        { id: 'WR-731', name: 'your cart, still warm', weight: 1, quality: 1.05 },
        { id: 'WR-732', name: 'tin waiting on a shelf', weight: 1, quality: 0.95 },
      ]),
    ],
  },
  {
    id: 'WR-74',
    name: 'JLT_social_customers_refill_image_uk',
    demand: 26,
    budget: 24,
    costPerClick: 0.41,
    clickRate: 0.024,
    outcomeRate: 0.0395,
    groups: [
      social('WR-74-1', 'bought 60–120 days ago', 1, [
        { id: 'WR-741', name: 'empty tin', weight: 1, quality: 1.1 },
        { id: 'WR-742', name: 'refill by post', weight: 1, quality: 0.9, pausedFrom: '2026-09-14' },
      ]),
    ],
  },
  {
    id: 'WR-75',
    name: 'JLT_social_new_autumn-blends_image_uk',
    from: '2026-09-07',
    demand: 41,
    budget: 45,
    budgetFrom: { day: '2026-10-12', budget: 55 },
    costPerClick: 0.51,
    clickRate: 0.014,
    outcomeRate: 0.0315,
    groups: [
      social('WR-75-1', 'cooking and baking', 1, [
        { id: 'WR-751', name: 'apple and clove', weight: 1, quality: 1.05 },
        { id: 'WR-752', name: 'three tins on oak', weight: 1, quality: 0.95 },
      ]),
    ],
  },
];

/** Loose tea, sold online: late sales, an unannounced price rise, a tag that fires twice. */
export const juniperLoftTea: World = {
  client: { name: 'Juniper Loft Tea', currency: 'GBP', timeZone: 'Europe/London', locale: 'en-GB', metricSet: 'shop' },
  action: 'purchase',
  from: '2025-09-01',
  to: '2026-10-30',
  hourlyFrom: '2026-05-01',
  price: 37,
  steps: { cart: 0.062, checkout: 0.38 },
  lag: lagWeights(0.24, 0.8, 21),
  unpaid: 6,
  hours: dayShape(6, 24, 20),
  weekdays: [1, 0.98, 0.97, 1.02, 0.95, 1.02, 1.12],
  months: [0.92, 0.9, 0.93, 0.92, 0.9, 0.86, 0.84, 0.88, 0.97, 1.02, 1.25, 1.4],
  priceRise: { day: '2026-10-06', price: 42, outcomeFactor: 0.78 },
  doubleTag: { from: '2026-08-03', to: '2026-08-16' },
  accounts: [
    { channel: 'Harbor Search', name: 'Juniper Loft Tea UK', campaigns: searchCampaigns, charged: 'clicks' },
    { channel: 'Wren Social', name: 'Juniper Loft Tea', campaigns: socialCampaigns, charged: 'impressions' },
  ],
};
