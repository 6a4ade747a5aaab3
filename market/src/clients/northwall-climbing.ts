import { campaign, dated, parts, unpaid } from '../world/build';
import { type ClientWorld, dayShape, hourFactors, lagWeights } from '../world/spec';

const HOURS = dayShape(6, 22, 18);

export const northwallClimbing: ClientWorld = {
  id: 'northwall-climbing',
  name: 'Northwall Climbing',
  currency: 'USD',
  zone: 'America/Denver',
  locale: 'en-US',
  prefix: 'NW',
  metricSet: 'leads',
  action: 'lead',
  from: '2026-05-01',
  to: '2026-10-30',
  price: 0,
  steps: { cart: 0, checkout: 0 },
  lag: lagWeights(0.72, 0.6, 9),
  hours: HOURS,
  // Who looks after work comes; who looks at night seldom does.
  hourOutcomes: hourFactors('0–6 0.35|6–8 0.8|8–12 1.05|12–17 0.8|17–21 1.35|21–24 0.5', HOURS),
  weekdays: [1.12, 1.06, 1.02, 1, 0.94, 0.9, 1],
  months: [1.2, 1.06, 1, 0.96, 0.92, 0.9, 0.9, 0.96, 1.06, 1.08, 1.02, 0.86],
  payDay: 1.02,
  unasked: 0.002,
  places: parts('downtown 4 1.1|north side 3 1.2|south side 3 0.9|out of town 2 0.4'),
  pages: ['/', '/first-visit', '/kids', '/yoga', '/primera-visita'],
  events: [{ from: '2026-08-20', to: '2026-08-21', name: 'The trial form was broken', outcomes: 0.05 }],
  campaigns: [
    campaign(
      'harbor-search',
      'HB-2201',
      'Trial visit - search - gyms near',
      { budget: 96, bid: 1.12, market: 78, clickRate: 0.072, outcomeRate: 0.0608 },
      [
        {
          name: 'climbing gym',
          weight: 2,
          ads: 'First visit free at Northwall 2 1.1|Climb today, shoes included 1 0.9',
          keywords: 'climbing gym 5 1.2 phrase|indoor climbing 4 1 phrase|bouldering gym 3 1.1 exact',
        },
        {
          name: 'rocódromo',
          ads: 'Primera visita gratis 1 1.05',
          keywords: 'rocódromo 2 1 phrase|escalada interior 2 1.1 phrase',
          language: 'es',
        },
      ],
    ),
    dated(
      campaign(
        'harbor-search',
        'HB-2202',
        'Kids and parties (search)',
        {
          budget: 62,
          bid: 0.98,
          market: 60,
          clickRate: 0.05,
          outcomeRate: 0.0279,
          history: [{ day: '2026-10-05', field: 'schedule', value: `${'0'.repeat(5)}${'1'.repeat(18)}0`, by: 'a.quill' }],
        },
        [
          {
            name: 'kids climbing',
            ads: 'Kids climb free on Sundays 2 1|Birthday on the wall 1 1.2|Little hands, big holds 1 0',
            keywords: 'kids climbing 3 1 phrase|birthday party ideas 4 0.35 broad|kids activities 3 0.5 broad',
          },
        ],
      ),
      'HB-2202-1-3',
      { from: '2026-10-03' },
    ),
    campaign(
      'harbor-search',
      'HB-2203',
      'brand',
      { budget: 24, bid: 0.42, market: 30, clickRate: 0.2, outcomeRate: 0.117, stage: 'customers', follow: 1 },
      [
        {
          name: 'northwall',
          ads: 'Northwall Climbing, three gyms 1 1',
          keywords: 'northwall climbing 5 1.1 exact|northwall gym 2 1 phrase',
        },
      ],
    ),
    campaign(
      'harbor-search',
      'HB-2204',
      'Search – climbing gear words TEST',
      { budget: 40, bid: 0.9, market: 55, clickRate: 0.03, outcomeRate: 0.0135 },
      [
        {
          name: 'gear',
          ads: 'Try before you buy shoes 1 1',
          keywords: 'climbing shoes 5 0.2 broad|climbing rope 3 0.1 broad|learn to climb 2 1.6 phrase',
        },
      ],
    ),
    campaign('tern-search', 'TS-2301', 'T - trial visit', { budget: 34, bid: 0.86, market: 34, clickRate: 0.06, outcomeRate: 0.054 }, [
      { name: 'climbing gym', ads: 'First visit free at Northwall 1 1', keywords: 'climbing gym 5 1.1 phrase|bouldering 3 1 broad' },
    ]),
    campaign(
      'wren-social',
      'WR-3501',
      'Wren / try climbing / spring',
      { budget: 58, bid: 1.05, market: 70, clickRate: 0.012, outcomeRate: 0.0216, warmth: 0.4 },
      [
        { name: 'active, 20–40', ads: 'chalk hands 2 1.1|first top-out 2 1|free shoes 1 0.6' },
        { name: 'parents', ads: 'small climber 2 0.9|sunday kids 1 0.4' },
      ],
    ),
    campaign(
      'wren-social',
      'WR-3502',
      'Wren / members bring friends',
      { budget: 20, bid: 0.8, market: 18, clickRate: 0.018, outcomeRate: 0.054, stage: 'known', follow: 0.6 },
      [{ name: 'visitors', ads: 'bring a friend 1 1|two for one 1 1.1' }],
    ),
    ...unpaid('NW', { organic: 40, direct: 18, local: 34 }, 0.0405),
  ],
};
