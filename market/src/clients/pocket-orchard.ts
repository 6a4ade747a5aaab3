import { campaign, parts, subSources, unpaid } from '../world/build';
import { type ClientWorld, dayShape, lagWeights } from '../world/spec';

export const pocketOrchard: ClientWorld = {
  id: 'pocket-orchard',
  name: 'Pocket Orchard',
  currency: 'USD',
  zone: 'America/New_York',
  locale: 'en-US',
  prefix: 'PO',
  metricSet: 'installs',
  action: 'install',
  from: '2026-05-01',
  to: '2026-10-30',
  price: 3.1,
  steps: { cart: 0, checkout: 0 },
  lag: lagWeights(0.86, 0.5, 6),
  hours: dayShape(6, 24, 20),
  weekdays: [0.96, 0.95, 0.96, 0.98, 1.02, 1.08, 1.1],
  months: [0.8, 0.95, 1.15, 1.25, 1.25, 1.1, 1, 0.95, 0.95, 0.9, 0.8, 0.75],
  payDay: 1,
  unasked: 0.001,
  places: parts('United States 6 1.1|Canada 2 1|Great Britain 2 0.9|India 4 0.35|Brazil 3 0.4|elsewhere 4 0.3'),
  pages: ['/get', '/get/tomatoes', '/get/balcony'],
  events: [
    { from: '2026-09-09', to: '2026-09-10', name: 'The shop refused new installs', outcomes: 0.15 },
    { from: '2026-10-16', to: '2026-10-18', name: 'Featured in a newsletter', demand: 1.1, outcomes: 1.15 },
  ],
  campaigns: [
    campaign(
      'wren-social',
      'WR-3601',
      'orchard installs broad',
      { budget: 95, bid: 0.26, market: 520, clickRate: 0.013, outcomeRate: 0.17, warmth: 0.2 },
      [
        { name: 'gardeners', weight: 2, ads: 'tomato time-lapse 3 1.15|balcony plan 2 1|frost alarm 1 0.8' },
        { name: 'broad', ads: 'tomato time-lapse, square 2 0.9|トマトの早送り 1 1|plan in a minute 2 1' },
      ],
    ),
    campaign(
      'cobble-video',
      'CV-5201',
      'PO video seeds',
      { budget: 55, bid: 0.22, market: 330, clickRate: 0.008, outcomeRate: 0.09, warmth: 0.5 },
      [{ name: 'garden watchers', ads: 'seed to salad 2 1|ten square feet 1 0.8' }],
    ),
    campaign(
      'hedgerow-display',
      'HD-4601',
      'PO display rewarded',
      { budget: 48, bid: 0.12, market: 480, clickRate: 0.006, outcomeRate: 0.035 },
      [
        {
          name: 'games',
          ads: 'grow this 1 1|harvest banner 1 0.8',
          places: [...subSources('app', 60), ...parts('garden-diary.example 2 2.4')],
        },
      ],
    ),
    campaign(
      'larkmail',
      'LM-7801',
      'native: plan your beds',
      { budget: 85, bid: 0.11, market: 900, clickRate: 0.004, outcomeRate: 0.085 },
      [
        { name: 'Quillfeed', weight: 2, ads: 'plan your beds 1 1|eleven things to sow 1 1.1', places: subSources('quill', 140) },
        { name: 'Fieldnote', ads: 'plan your beds, short 1 0.9', places: subSources('field', 70) },
      ],
    ),
    campaign(
      'larkmail',
      'LM-7802',
      'redirect: all countries',
      { budget: 60, bid: 0.035, market: 1500, clickRate: 0.5, outcomeRate: 0.022, measuresClicks: false },
      [
        { name: 'Parkgate', weight: 2, ads: 'landing A 1 1|landing B 1 1.25', places: subSources('park', 160, 0.5) },
        { name: 'Overpass', ads: 'landing A 1 0.9', places: subSources('over', 90, 0.4) },
      ],
    ),
    campaign(
      'larkmail',
      'LM-7803',
      'e-mail: garden letters',
      { budget: 20, bid: 0.16, market: 110, clickRate: 0.03, outcomeRate: 0.13, inLots: true },
      [{ name: 'Greenletter', ads: 'spring letter 1 1|harvest letter 1 1.1', places: subSources('letter', 14, 0.2) }],
    ),
    ...unpaid('PO', { organic: 180, direct: 60 }, 0.12),
  ],
};
