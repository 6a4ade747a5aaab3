import { northwallClimbing } from '../clients/northwall-climbing';
import { pocketOrchard } from '../clients/pocket-orchard';
import { dayOf, momentOf } from '../world/calendar';
import { countAround, draw, hashOf, mix, normal, pick, runningShares } from '../world/random';
import { campaignDay, eventFactors, reachOf, season } from './demand';
import { noEvents } from './events';
import { live } from './history';
import { Settings } from './settings';

describe('draws', () => {
  const seeds = Array.from({ length: 20_000 }, (_, at) => mix(hashOf('people'), at));
  const mean = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0) / numbers.length;

  it('are the same for the same person and purpose, and unrelated otherwise', () => {
    expect(draw(seeds[0] ?? 0, 7)).toBe(draw(seeds[0] ?? 0, 7));
    const [a, b] = [seeds.map((seed) => draw(seed, 1)), seeds.map((seed) => draw(seed, 2))];
    expect(mean(a)).toBeCloseTo(0.5, 1);
    expect(mean(a.map((each, at) => (each - 0.5) * ((b[at] ?? 0) - 0.5)))).toBeCloseTo(0, 2);
  });

  it('are normal around 0 and counted around a mean', () => {
    const normals = seeds.map((seed) => normal(seed, 3));
    expect(mean(normals)).toBeCloseTo(0, 1);
    expect(Math.sqrt(mean(normals.map((each) => each * each)))).toBeCloseTo(1, 1);
    for (const expected of [0.4, 6, 80]) expect(mean(seeds.map((seed) => countAround(seed, 4, expected))) / expected).toBeCloseTo(1, 1);
  });

  it('fall among shares by weight', () => {
    const shares = runningShares([1, 2, 1]);
    expect(shares).toEqual([0.25, 0.75, 1]);
    expect([0, 0.3, 0.99].map((at) => pick(shares, at))).toEqual([0, 1, 2]);
    expect(pick([], 0.5)).toBe(-1);
  });
});

describe('demand', () => {
  it('gives each further click a higher price', () => {
    const bought = [10, 20, 30, 40].map((spend) => 100 * reachOf(spend, 0.5, 100));
    const steps = bought.map((each, at) => each - (bought[at - 1] ?? 0));
    for (let at = 1; at < steps.length; at++) expect(steps[at]).toBeLessThan(steps[at - 1] ?? 0);
    expect(reachOf(0.001, 0.5, 100) * 100).toBeCloseTo(0.001 / 0.5, 5);
  });

  it('ends a day at the budget, and says what the budget cut off', () => {
    const settings = new Settings(northwallClimbing, []);
    const tight = northwallClimbing.campaigns.find(({ id }) => id === 'HB-2201')!;
    const day = campaignDay(northwallClimbing, tight, settings, dayOf('2026-10-14'), 20);
    expect(day.clickPrice * day.market * day.reach).toBeLessThanOrEqual(1.04 * tight.budget);
    expect(day.lostToBudget).toBeGreaterThanOrEqual(0);
    expect(day.lostToBudget).toBeLessThan(1);
  });

  it('moves with weekday and month, and with the events of a day', () => {
    expect(season(northwallClimbing, dayOf('2026-10-12'))).toBeGreaterThan(season(northwallClimbing, dayOf('2026-10-10')));
    expect(eventFactors(northwallClimbing, dayOf('2026-08-20'))).toEqual({ outcomes: 0.05, price: 1 });
    expect(eventFactors(northwallClimbing, dayOf('2026-08-22'))).toEqual({ outcomes: 1, price: 1 });
  });
});

describe('settings', () => {
  const change = { day: 100, campaign: 'HB-2201', by: 'you', what: '' } as const;
  const campaign = northwallClimbing.campaigns.find(({ id }) => id === 'HB-2201')!;
  const of = { device: 'phone', hour: 9, place: '', term: 'climbing gym' };

  it('hold from the day of the change', () => {
    const settings = new Settings(northwallClimbing, [{ ...change, field: 'daily budget', value: '10' }]);
    expect([settings.of(campaign, 99).budget, settings.of(campaign, 100).budget]).toEqual([96, 10]);
  });

  it('hold as the world’s own history has them, until they end', () => {
    const history = [
      { day: '2026-09-01', field: 'ends', value: '2026-09-10', by: 'l.faro' },
      { day: '2026-09-02', field: 'exclude', what: 'free', value: 'excluded', by: 'l.faro' },
    ] as const;
    const settings = new Settings({ ...northwallClimbing, campaigns: [{ ...campaign, history }] }, []);
    expect(['2026-09-10', '2026-09-11'].map((day) => settings.of(campaign, dayOf(day)).running)).toEqual([true, false]);
    const free = { ...of, term: 'free climbing gym' };
    expect(['2026-09-01', '2026-09-02'].map((day) => settings.allows(campaign, dayOf(day), free))).toEqual([1, 0]);
  });

  it('adjust, schedule, block and exclude just what they name', () => {
    const settings = new Settings(northwallClimbing, [
      { ...change, field: 'bid adjustment', what: 'phone', value: '-0.4' },
      { ...change, field: 'exclude', what: 'free climbing gym', value: 'excluded' },
      { ...change, field: 'schedule', value: '0'.repeat(9) + '1'.repeat(15), day: 110 },
    ]);
    expect(settings.allows(campaign, 105, of)).toBeCloseTo(0.6, 10);
    expect(settings.allows(campaign, 105, { ...of, device: 'computer' })).toBe(1);
    expect(settings.allows(campaign, 105, { ...of, term: 'free climbing gym' })).toBe(0);
    expect(settings.allows(campaign, 105, { ...of, term: 'free climbing gym near' })).toBe(0);
    expect(settings.allows(campaign, 105, { ...of, term: 'carefree climbing gym' })).toBeCloseTo(0.6, 10);
    expect(settings.allows(campaign, 112, { ...of, hour: 8 })).toBe(0);
    expect(settings.allows(campaign, 112, of)).toBeCloseTo(0.6, 10);
  });
});

describe('a life', () => {
  const days = { from: dayOf('2026-09-01'), to: dayOf('2026-09-05') };
  const lived = (without?: string) => {
    const events = noEvents();
    live(pocketOrchard, new Settings(pocketOrchard, []), events, {
      ...days,
      before: days.to + 60,
      ...(without === undefined ? {} : { without }),
    });
    return events;
  };

  it('goes the same way without a campaign it never met', () => {
    const [all, less] = [lived(), lived('CV-5201')];
    const video = pocketOrchard.campaigns.findIndex(({ id }) => id === 'CV-5201');
    const met = new Set<number>();
    const whole = new Map<number, string>();
    for (let row = 0; row < all.touches.length; row++) {
      const { person, campaign, day, ad } = all.touches.row(row);
      if (campaign === video) met.add(person);
      whole.set(person, `${whole.get(person) ?? ''} ${campaign}.${day}.${ad}`);
    }
    const again = new Map<number, string>();
    for (let row = 0; row < less.touches.length; row++) {
      const { person, campaign, day, ad } = less.touches.row(row);
      expect(campaign).not.toBe(video);
      again.set(person, `${again.get(person) ?? ''} ${campaign}.${day}.${ad}`);
    }
    expect(met.size).toBeGreaterThan(100);
    for (const [person, path] of whole) if (!met.has(person)) expect(again.get(person)).toBe(path);
  });

  it('has one claim a channel for one outcome, never after it', () => {
    const { touches } = lived();
    const claims = new Map<string, number>();
    for (let row = 0; row < touches.length; row++) {
      const { person, campaign, claimDay, day } = touches.row(row);
      if (claimDay === 0) continue;
      expect(claimDay).toBeGreaterThanOrEqual(day);
      const key = `${person} ${pocketOrchard.campaigns[campaign]?.channel ?? ''}`;
      claims.set(key, (claims.get(key) ?? 0) + 1);
    }
    expect(claims.size).toBeGreaterThan(500);
    expect(new Set(claims.values())).toEqual(new Set([1]));
  });
});

describe('moments', () => {
  it('carry the offset of their zone, over clock changes', () => {
    expect(momentOf('Europe/London', dayOf('2026-10-24'), 90)).toBe('2026-10-24T01:30:00+01:00');
    expect(momentOf('Europe/London', dayOf('2026-10-25'), 720)).toBe('2026-10-25T12:00:00+00:00');
    expect(momentOf('America/Denver', dayOf('2026-10-31'), 0)).toBe('2026-10-31T00:00:00-06:00');
    expect(momentOf('America/New_York', dayOf('2026-11-02'), 0)).toBe('2026-11-02T00:00:00-05:00');
  });
});
