import { type Campaign, dayShape, type Group, lagWeights, type World } from './world';

const group = (
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
  ads: ads.map(([title, share, quality], at) => ({ id: `${id}${at + 1}`, name: title, weight: share, quality })),
});

const searchCampaigns: readonly Campaign[] = [
  {
    id: 'HB-2201',
    name: 'Trial visit - search - gyms near',
    demand: 96,
    budget: 78,
    costPerClick: 1.92,
    clickRate: 0.072,
    outcomeRate: 0.118,
    groups: [
      group(
        'HB-2201-',
        'climbing gym',
        2,
        [
          ['climbing gym near me', 5, 1.2],
          ['indoor climbing', 4, 1],
          ['bouldering gym', 3, 1.1],
        ],
        [
          ['First visit free at Northwall', 2, 1.1],
          ['Climb today, shoes included', 1, 0.9],
        ],
      ),
      group(
        'HB-2201x',
        'rocódromo',
        1,
        [
          ['rocódromo', 2, 1],
          ['escalada interior', 2, 1.1],
        ],
        [['Primera visita gratis', 1, 1.05]],
      ),
    ],
  },
  {
    id: 'HB-2202',
    name: 'Kids and parties (search)',
    demand: 54,
    budget: 70,
    costPerClick: 1.64,
    clickRate: 0.05,
    outcomeRate: 0.071,
    groups: [
      group(
        'HB-2202-',
        'kids climbing',
        1,
        [
          ['kids climbing', 3, 1.1],
          ['climbing birthday party', 2, 1.3],
          ['kids climbing frame', 4, 0.15],
        ],
        [
          ['Small shoes, big walls', 1, 1],
          ['Parties on the wall', 1, 1],
        ],
      ),
    ],
  },
  {
    id: 'HB-2203',
    name: 'northwall brand',
    demand: 22,
    budget: 40,
    costPerClick: 0.71,
    clickRate: 0.19,
    outcomeRate: 0.13,
    groups: [
      group(
        'HB-2203-',
        'northwall',
        1,
        [
          ['northwall climbing', 3, 1.1],
          ['northwall gym', 2, 1],
        ],
        [['Northwall, three gyms', 1, 1]],
      ),
    ],
  },
  {
    id: 'HB-2204',
    name: 'Search / general climbing',
    demand: 71,
    budget: 75,
    costPerClick: 1.38,
    clickRate: 0.033,
    outcomeRate: 0.034,
    groups: [
      group(
        'HB-2204-',
        'general',
        1,
        [
          ['rock climbing', 5, 0.6],
          ['climbing shoes', 4, 0.15],
          ['learn to climb', 2, 1.9],
        ],
        [
          ['Learn to climb in an evening', 2, 1.1],
          ['Rock climbing, indoors', 2, 0.8],
        ],
      ),
    ],
  },
];

const socialCampaigns: readonly Campaign[] = [
  {
    id: 'WR-91',
    name: 'Trial visit - people nearby',
    demand: 58,
    budget: 60,
    costPerClick: 1.12,
    clickRate: 0.012,
    outcomeRate: 0.052,
    groups: [
      {
        id: 'WR-91-1',
        name: '18–34 within 12 miles',
        weight: 2,
        keywords: [],
        ads: [
          { id: 'WR-911', name: 'first hold, film', weight: 2, quality: 1.2 },
          { id: 'WR-912', name: 'chalk hands', weight: 1, quality: 0.8 },
        ],
      },
      {
        id: 'WR-91-2',
        name: 'parents within 12 miles',
        weight: 1,
        keywords: [],
        ads: [{ id: 'WR-913', name: 'saturday morning', weight: 1, quality: 1 }],
      },
    ],
  },
  {
    id: 'WR-92',
    name: 'evening league',
    from: '2026-08-17',
    demand: 27,
    budget: 30,
    costPerClick: 0.98,
    clickRate: 0.014,
    outcomeRate: 0.036,
    groups: [
      {
        id: 'WR-92-1',
        name: 'climbers',
        weight: 1,
        keywords: [],
        ads: [
          { id: 'WR-921', name: 'league night', weight: 1, quality: 0.9 },
          { id: 'WR-922', name: 'bring a friend', weight: 1, quality: 1.1 },
        ],
      },
    ],
  },
];

/** Three climbing gyms: leads by form and phone, wrong-intent keywords, hours that matter. */
export const northwallClimbing: World = {
  client: { name: 'Northwall Climbing', currency: 'USD', timeZone: 'America/Denver', locale: 'en-US', metricSet: 'leads' },
  action: 'lead',
  from: '2026-05-01',
  to: '2026-10-30',
  hourlyFrom: '2026-05-01',
  price: 0,
  steps: { cart: 0, checkout: 0 },
  lag: lagWeights(0.72, 0.55, 10),
  unpaid: 3,
  hours: dayShape(6, 22, 17),
  weekdays: [1.05, 1, 0.98, 0.97, 0.92, 1.1, 1.08],
  months: [1.2, 1.1, 1, 0.95, 0.9, 0.85, 0.88, 0.95, 1, 1.05, 1.1, 1.1],
  accounts: [
    { channel: 'Harbor Search', name: 'Northwall gyms', campaigns: searchCampaigns, charged: 'clicks' },
    { channel: 'Wren Social', name: 'Northwall', campaigns: socialCampaigns, charged: 'impressions' },
  ],
};
