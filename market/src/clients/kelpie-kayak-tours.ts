import { campaign, parts, unpaid } from '../world/build';
import { type ClientWorld, dayShape, lagWeights } from '../world/spec';

const RINGS = parts('inside 40 km 4 1.4|40 to 150 km 3 1|beyond 150 km 3 0.75|abroad 4 0.9');

const ENDS = [{ day: '2026-03-01', field: 'ends', value: '2026-12-31', by: 'l.faro' }] as const;

export const kelpieKayakTours: ClientWorld = {
  id: 'kelpie-kayak-tours',
  name: 'Kelpie Kayak Tours',
  currency: 'EUR',
  zone: 'Europe/Lisbon',
  locale: 'en-IE',
  prefix: 'KKT',
  metricSet: 'bookings',
  action: 'booking',
  from: '2025-09-01',
  to: '2026-10-30',
  price: 240,
  steps: { cart: 0.06, checkout: 0.45 },
  lag: lagWeights(0.14, 0.958, 75),
  hours: dayShape(8, 24, 21),
  weekdays: [0.92, 0.9, 0.92, 0.96, 1.06, 1.18, 1.14],
  months: [0.6, 0.66, 0.82, 1, 1.16, 1.3, 1.36, 1.28, 1.02, 0.84, 0.66, 0.6],
  payDay: 1.03,
  unasked: 0.001,
  places: RINGS,
  abroad: { 'cobble-video': { currency: 'USD', zone: 'America/New_York', rate: 1.09 } },
  pages: ['/', '/sea-caves', '/sunset', '/two-days', '/families'],
  events: [
    { from: '2026-08-14', to: '2026-08-15', name: 'The booking page was down', outcomes: 0.1 },
    { from: '2026-03-02', to: '2026-03-08', name: 'Early booking week', demand: 1.2, outcomes: 1.35, price: 0.9 },
  ],
  campaigns: [
    campaign(
      'harbor-search',
      'HB-2101',
      'KKT_search_new_kayak-tours_en',
      { budget: 70, bid: 0.62, market: 110, clickRate: 0.055, outcomeRate: 0.0116 },
      [
        {
          name: 'kayak tours',
          weight: 2,
          ads: 'Paddle into the sea caves 2 1.15|Small groups, calm water 1 1',
          keywords: 'kayak tour 5 1.1 phrase|sea kayaking 3 0.9 broad|kayak rental 3 0.25 broad',
        },
        {
          name: 'sea caves',
          ads: 'The caves by boat you row yourself 1 1.2',
          keywords: 'sea cave tour 3 1.2 phrase|boat trip caves 2 0.6 broad',
        },
      ],
    ),
    campaign(
      'harbor-search',
      'HB-2102',
      'KKT_search_customers_brand-terms_en',
      { budget: 22, bid: 0.25, market: 24, clickRate: 0.18, outcomeRate: 0.0413, stage: 'customers', follow: 1.6, warmth: 0.2 },
      [
        {
          name: 'kelpie',
          ads: 'Kelpie Kayak Tours, book direct 1 1.1',
          keywords: 'kelpie kayak tours 5 1.2 exact|kelpie kayak 3 1 phrase',
        },
      ],
    ),
    campaign(
      'harbor-search',
      'HB-2103',
      'KKT_search_new_things-to-do_en',
      { budget: 60, bid: 0.5, market: 120, clickRate: 0.035, outcomeRate: 0.0041 },
      [
        {
          name: 'things to do',
          ads: 'Something better than the beach 1 1|A morning on the water 1 0.9',
          keywords: 'things to do coast 4 0.9 broad|day trips 4 0.7 broad|team outing 2 1.1 phrase',
        },
      ],
    ),
    campaign(
      'wren-social',
      'WR-3401',
      'KKT_social_new_caves_video_40km',
      { budget: 62, bid: 0.4, market: 190, clickRate: 0.011, outcomeRate: 0.003, warmth: 0.9, history: ENDS },
      [
        { name: 'locals, weekends', ads: 'light in the cave 3 1.2|paddles from above 2 0.9|laughing group 1 1' },
        { name: 'families', ads: 'first paddle 2 1|primeira remada à luz da manhã 1 1.1|packed lunch 1 0.7' },
      ],
    ),
    campaign(
      'wren-social',
      'WR-3402',
      'KKT_social_known_dates-left',
      { budget: 20, bid: 0.45, market: 10, clickRate: 0.02, outcomeRate: 0.0187, stage: 'known', follow: 0.8 },
      [{ name: 'looked at dates', ads: 'three places left 2 1.2|calm sea on Sunday 1 1' }],
    ),
    campaign(
      'cobble-video',
      'CV-5101',
      'KKT_video_new_season-film',
      { budget: 58, bid: 0.34, market: 200, clickRate: 0.006, outcomeRate: 0.0012, warmth: 1.1, history: ENDS },
      [{ name: 'season film', ads: 'season film, 30 seconds 3 1|season film, 6 seconds 2 0.7|guide portrait 1 0.9' }],
    ),
    campaign(
      'hedgerow-display',
      'HD-4501',
      'KKT_display_new_travel-pages',
      { budget: 30, bid: 0.26, market: 100, clickRate: 0.0015, outcomeRate: 0.0006, warmth: 0.2 },
      [
        {
          name: 'travel',
          ads: 'blue banner 1 1|cave banner 1 1.1',
          places: parts(
            'weekend-away.example 3 1.3|coastpages.example 2 1.1|cheap-games.example 4 0|trail-notes.example 2 1.2|dailypuzzle.example 3 0.05',
          ),
        },
      ],
    ),
    ...unpaid('KKT', { organic: 70, direct: 30, local: 26 }, 0.0099),
  ],
};
