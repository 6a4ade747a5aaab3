import { northwallClimbing } from '../clients/northwall-climbing';
import { clientsOfWorld } from '../clients/worlds';
import { Market } from '../market';
import { Columns } from '../people/columns';
import { DID, noEvents } from '../people/events';
import { live } from '../people/history';
import { Settings } from '../people/settings';
import { dayOf } from '../world/calendar';
import { seedOf } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { worthOf } from './best-split';
import { creditOf } from './credit';
import { type Crowd, crowdOf, MEETING, type Plan, planOf } from './crowd';
import { Expectation } from './expected';
import { daysOf, lived } from './lived';
import { partsOf } from './parts';
import { type Truth, truthOf } from './truth';
import { usualDays } from './usual-days';

const since = (world: ClientWorld, from: string): ClientWorld => ({ ...world, from });
const named = (world: number, id: string): ClientWorld => {
  const client = clientsOfWorld(world).find((each) => each.id === id);
  if (!client) throw new Error(`no ${id}`);
  return client;
};
/** Four times the spread of a count, so that a true figure fails once in some ten thousand tests. */
const within = (expected: number): number => 4 * Math.sqrt(Math.abs(expected) + 1);

const WORLDS: readonly ClientWorld[] = [since(northwallClimbing, '2026-08-01'), since(named(3, 'kelpie-kayak-tours'), '2026-08-25')];

describe.each(WORLDS.map((world) => [`${world.id} of seed ${seedOf(world, '') >>> 0}`, world] as const))(
  'what is true of %s',
  (_, world) => {
    const market = Market.open(undefined, undefined, [world]);
    let truth: Truth;
    let days: readonly number[];
    beforeAll(() => {
      truth = truthOf(market, world);
      days = truth.days.map(dayOf);
    });

    it('is what the same people do when they are lived', () => {
      const { spend, outcomes } = lived(world, [], days);
      expect(Math.abs(spend / truth.expected.spend - 1)).toBeLessThan(0.01);
      expect(Math.abs(outcomes - truth.expected.outcomes)).toBeLessThan(within(truth.expected.outcomes));
    });

    it('is what is missing when each campaign is left out of a life', () => {
      const all = lived(world, [], days).outcomes;
      expect(truth.campaigns.length).toBeGreaterThan(5);
      for (const { id, removal } of truth.campaigns)
        expect(Math.abs(all - lived(world, [], days, id).outcomes - removal)).toBeLessThan(within(removal));
    });

    it('gives channels parts that add up to what is expected of those who are met', () => {
      const parts = truth.channels.reduce((sum, { shapley }) => sum + shapley, 0);
      expect(parts + truth.unasked).toBeCloseTo(truth.expected.outcomes, 6);
      for (const { shapley } of truth.channels) expect(shapley).toBeGreaterThan(0);
    });

    it.each(['now', 'value', 'profit'] as const)('knows what the budgets for %s bring: lived, they do', (goal) => {
      const split = truth.splits[goal];
      expect(Math.abs(split.lived.spend - split.expected.spend)).toBeLessThan(0.02 * truth.expected.spend);
      expect(Math.abs(split.lived.outcomes - split.expected.outcomes)).toBeLessThan(within(split.expected.outcomes));
    });

    it('has better budgets than those that are set, within what the client spends and demand takes', () => {
      const { now, value, profit, worth } = truth.splits;
      expect(value.expected.spend).toBeLessThanOrEqual(truth.expected.spend);
      expect(value.expected.spend).toBeGreaterThan(0.97 * truth.expected.spend);
      expect(value.lived.outcomes).toBeGreaterThan(now.lived.outcomes);
      const earned = ({ lived: had }: typeof now): number => worthOf(worth, had) - had.spend;
      expect(earned(profit)).toBeGreaterThan(earned(now));
      for (const split of [value, profit])
        for (const { id, curve } of truth.campaigns) {
          const budget = split.budgets[id] ?? NaN;
          expect(Number.isInteger(budget)).toBe(true);
          expect(budget).toBeLessThan(2 * curve.most);
        }
    });

    it('has no budget that another would be better for, alone', () => {
      const expectation = new Expectation(crowdOf(world, market.settingsOf(world), days));
      const { profit, worth } = truth.splits;
      const budgets = new Map(
        Object.entries(profit.budgets).map(([id, budget]) => [world.campaigns.findIndex((each) => each.id === id), budget]),
      );
      for (const [at, budget] of budgets)
        for (const times of [0.8, 1.25, 2]) {
          const other = new Map([...budgets, [at, Math.round(budget * times) + 1]]);
          const expected = expectation.of(planOf(expectation.crowd, { budgets: other }));
          expect(worthOf(worth, expected) - expected.spend).toBeLessThan(profit.expected.profit + 0.002 * truth.expected.spend);
        }
    });

    it('has curves that pass through what is spent and bought now, and end where demand does', () => {
      for (const { curve, removal } of truth.campaigns) {
        const at = (times: number) => curve.points.find((point) => point.times === times) ?? { spend: NaN, clicks: NaN, outcomes: NaN };
        expect(at(0)).toMatchObject({ spend: 0, clicks: 0, outcomes: 0 });
        expect(Math.abs(at(1).outcomes * days.length - removal)).toBeLessThan(0.02 * removal + 0.5);
        expect(at(4).spend).toBeLessThan(1.15 * curve.most);
        for (const times of [0.5, 1]) {
          const formula = curve.market * (1 - Math.exp(-at(times).spend / (curve.price * curve.market)));
          expect(Math.abs(at(times).clicks / formula - 1)).toBeLessThan(0.2);
        }
      }
    });

    it('knows what a device shown less brings: lived with that adjustment, it does', () => {
      const [campaign] = truth.campaigns.toSorted((a, b) => b.removal - a.removal);
      const points = campaign?.deviceBids.find(({ device }) => device === 'phone')?.points ?? [];
      const [half, full] = [0.5, 1].map((times) => points.find((point) => point.times === times));
      const change = {
        day: Math.min(...days),
        campaign: campaign?.id ?? '',
        by: 'you',
        field: 'bid adjustment',
        what: 'phone',
        value: '-0.5',
      } as const;
      const [before, after] = [lived(world, [], days), lived(world, [change], days)];
      const less = ((full?.outcomes ?? NaN) - (half?.outcomes ?? NaN)) * days.length;
      expect(less).toBeGreaterThan(5);
      expect(Math.abs(before.outcomes - after.outcomes - less)).toBeLessThan(within(less));
      const saved = ((full?.spend ?? NaN) - (half?.spend ?? NaN)) * days.length;
      expect(Math.abs((before.spend - after.spend) / saved - 1)).toBeLessThan(0.1);
    });

    it('knows the rates of ads, keywords, terms and placements that the chances of people have', () => {
      const { meetings } = crowdOf(world, market.settingsOf(world), days);
      const sums = new Map<string, { count: number; chance: number; squares: number }>();
      for (let row = 0; row < meetings.length; row++) {
        const { campaign: at, group: within_, ad, keyword, term, place, chance } = meetings.row(row);
        const group = world.campaigns[at]?.groups[within_];
        const typed = group?.keywords[keyword];
        const own = [group?.ads[ad]?.id, typed?.name, typed && `${typed.name} › ${typed.terms[term]?.name}`, group?.places[place]?.name];
        for (const name of own) {
          if (name === undefined) continue;
          const key = `${group?.id} ${name}`;
          const sum = sums.get(key) ?? { count: 0, chance: 0, squares: 0 };
          sums.set(key, { count: sum.count + 1, chance: sum.chance + chance, squares: sum.squares + chance * chance });
        }
      }
      let told = 0;
      let keyword = '';
      for (const { kind, group, id, rate } of truth.parts) {
        if (kind === 'keyword') keyword = id;
        const sum = sums.get(kind === 'term' ? `${group} ${keyword} › ${id}` : `${group} ${id}`);
        if (!sum || sum.count < 100) continue;
        const mean = sum.chance / sum.count;
        expect(Math.abs(mean - rate)).toBeLessThanOrEqual(5 * Math.sqrt((sum.squares / sum.count - mean * mean) / sum.count) + 1e-12);
        told += 1;
      }
      expect(told).toBeGreaterThan(30);
    });

    it('knows which share of an ad’s clicks goes on to cart, checkout and outcome', () => {
      const events = noEvents();
      for (const day of days) live(world, market.settingsOf(world), events, { from: day, to: day, before: Infinity });
      const { touches } = events;
      for (const { campaign, id, clicks, cart, checkout } of truth.ads) {
        const at = world.campaigns.findIndex((each) => each.id === campaign);
        const counts = { clicks: 0, cart: 0, checkout: 0 };
        for (let row = 0; row < touches.length; row++) {
          if (touches.get('campaign', row) !== at) continue;
          if (world.campaigns[at]?.groups[touches.get('group', row)]?.ads[touches.get('ad', row)]?.id !== id) continue;
          counts.clicks += 1;
          counts.cart += touches.get('flags', row) & DID.cart ? 1 : 0;
          counts.checkout += touches.get('flags', row) & DID.checkout ? 1 : 0;
        }
        // Less certain only by the journeys that a sale ends before.
        expect(Math.abs(counts.clicks - clicks)).toBeLessThan(within(0.05 * clicks));
        expect(Math.abs(counts.cart - clicks * cart)).toBeLessThan(within(clicks * cart));
        expect(Math.abs(counts.checkout - clicks * checkout)).toBeLessThan(within(clicks * checkout));
      }
    });

    it('knows what each event of its past did: lived with and without it, so much came', () => {
      const altering = truth.events.filter(({ outcomes, from }) => outcomes !== null && (from ?? '') >= world.from);
      expect(altering).toHaveLength(world.events.filter(({ from }) => from >= world.from).length);
      for (const { name, from, outcomes } of altering) {
        const of = daysOf({ from: dayOf(from ?? ''), to: dayOf(from ?? '') + (outcomes?.days ?? 0) - 1 });
        const without = { ...world, events: world.events.filter((event) => event.name !== name) };
        expect(Math.abs(lived(world, [], of).outcomes - (outcomes?.with ?? NaN))).toBeLessThan(within(outcomes?.with ?? 0));
        expect(Math.abs(lived(without, [], of).outcomes - (outcomes?.without ?? NaN))).toBeLessThan(within(outcomes?.without ?? 0));
      }
    });

    it('says when and in which hours outcomes are begun: all of those that touches lead to', () => {
      for (const times of [truth.hours, truth.weekdays]) {
        expect(times.reduce((sum, { demand }) => sum + demand, 0)).toBeCloseTo(1, 9);
        expect(times.reduce((sum, { clicks }) => sum + clicks, 0)).toBeCloseTo(truth.expected.clicks, 6);
        expect(times.reduce((sum, { outcomes }) => sum + outcomes, 0)).toBeLessThan(truth.expected.outcomes);
        expect(times.reduce((sum, { outcomes }) => sum + outcomes, 0)).toBeGreaterThan(0.95 * truth.expected.outcomes);
      }
    });

    it('knows hours whose clicks act more often, as the world has it', () => {
      const [evening, night] = [17, 0].map((from) => {
        const of = truth.hours.slice(from, from + 4);
        return of.reduce((sum, { outcomes }) => sum + outcomes, 0) / of.reduce((sum, { clicks }) => sum + clicks, 0);
      }) as [number, number];
      // Whoever met something before acts more often at any hour, so the ratio is a little under that of the factors.
      const told = (world.hourOutcomes?.[17] ?? 1) / (world.hourOutcomes?.[0] ?? 1);
      expect(evening / night).toBeGreaterThan(0.75 * told);
      expect(evening / night).toBeLessThan(1.25 * told);
    });

    it('calls worthless only what brings nothing', () => {
      expect(truth.worthless.length).toBeGreaterThan(3);
      for (const { campaign, name } of truth.worthless) {
        const parts = truth.parts.filter((part) => part.campaign === campaign && part.name === name);
        expect(parts.every(({ rate }) => rate === 0)).toBe(true);
      }
    });
  },
);

describe('terms', () => {
  it('say what people are after, and in which language', () => {
    const parts = partsOf(northwallClimbing, new Settings(northwallClimbing, []), dayOf('2026-10-01'));
    const term = (name: string) => parts.find((part) => part.kind === 'term' && part.name === name);
    expect(term('what is climbing shoes')).toMatchObject({ intent: 'to know', language: 'en', rate: 0 });
    expect(term('buy rocódromo')).toMatchObject({ intent: 'to buy', language: 'es' });
  });
});

describe('usual days', () => {
  const event = { name: 'x', outcomes: 0.5 };
  const of = (...events: ClientWorld['events']) => usualDays({ ...northwallClimbing, events }, dayOf('2026-10-31'));
  it('are the last 28 without a passing event, and only those since what has come to stay', () => {
    expect(of()).toEqual(daysOf({ from: dayOf('2026-10-03'), to: dayOf('2026-10-30') }));
    expect(of({ ...event, from: '2026-10-10', to: '2026-10-12' })[0]).toBe(dayOf('2026-09-30'));
    expect(of({ ...event, from: '2026-10-20', to: '2099-12-31' })).toHaveLength(11);
    expect(of({ from: '2026-10-10', to: '2026-10-12', name: 'renamed' })).toHaveLength(28);
  });
});

describe('credit of one person who meets two channels', () => {
  const chances = [0.2, 0.1] as const;
  const world: ClientWorld = {
    ...northwallClimbing,
    lag: [1],
    unasked: 0.01,
    campaigns: northwallClimbing.campaigns
      .filter(({ id }) => ['HB-2201', 'WR-3501'].includes(id))
      .map((each) => ({ ...each, warmth: 0.4 })),
  };
  const meetings: Crowd['meetings'] = new Columns<typeof MEETING>(MEETING);
  for (const [campaign, chance] of chances.entries())
    meetings.push({
      campaign,
      chance,
      day: 100,
      minute: 600 + campaign,
      needs: 0.5,
      priceFactor: 1,
      ...{ group: 0, ad: 0, keyword: 0, term: 0, place: 0, device: 0, isForTheTouched: 0 },
    });
  const reach = Float64Array.of(1);
  const crowd: Crowd = {
    ...{ world, meetings, firstDay: 100, days: [100], unmet: 0, metBy: [[0], [0]] },
    starts: Uint32Array.of(0, 2),
    campaignDays: [[{}], [{}]] as never,
  };
  const plan: Plan = { reach: [reach, reach], clickPrice: [reach, reach], devices: [Float64Array.of(1, 1, 1), Float64Array.of(1, 1, 1)] };
  const { removal, shapley } = creditOf(new Expectation(crowd), plan);
  // Both: 1 − 0.8 × (1 − 0.1 × 1.4) = 0.312; the first alone 0.2, the second alone 0.1, nothing 0.01.
  it('is by removal what is missing without each', () => {
    expect(removal[0]).toBeCloseTo(0.312 - 0.1, 12);
    expect(removal[1]).toBeCloseTo(0.312 - 0.2, 12);
  });
  it('is by Shapley the mean of what each adds, whoever comes first', () => {
    expect(shapley.get('harbor-search')).toBeCloseTo((0.2 - 0.01 + 0.312 - 0.1) / 2, 12);
    expect(shapley.get('wren-social')).toBeCloseTo((0.1 - 0.01 + 0.312 - 0.2) / 2, 12);
  });
});
