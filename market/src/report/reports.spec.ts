import { juniperLoftTea } from '../clients/juniper-loft-tea';
import { kelpieKayakTours } from '../clients/kelpie-kayak-tours';
import { northwallClimbing } from '../clients/northwall-climbing';
import { pocketOrchard } from '../clients/pocket-orchard';
import { Market } from '../market';
import { rateOn } from '../world/account';
import { dayOf } from '../world/calendar';
import type { ClientWorld } from '../world/spec';
import { peopleReached } from './reach';
import type { Cell } from './report';

type Row = Readonly<Record<string, Cell>>;
const OCTOBER = { from: dayOf('2026-10-01'), to: dayOf('2026-10-30') };

/** The market of one client with a short past, and its reports as rows with names. */
function marketOf(world: ClientWorld, from: string) {
  const market = Market.open(undefined, undefined, [{ ...world, from }]);
  const rows = (channel: string, id: string, days = OCTOBER): Row[] => {
    const report = market.accounts(channel)[0]?.reports.find((each) => each.id === id);
    if (!report) throw new Error(`no ${channel} ${id}`);
    return report.rows(days).map((row) => Object.fromEntries(report.fields.map(({ name }, at) => [name, row[at] ?? null])));
  };
  return { market, rows };
}
const sum = (rows: readonly Row[], field: string): number => rows.reduce((total, row) => total + Number(row[field]), 0);

describe('people reached', () => {
  it('grow slower than impressions, and are never more than the audience or the impressions', () => {
    expect(peopleReached(0, 1000)).toBe(0);
    expect(peopleReached(1, 1_000_000)).toBe(1);
    for (const impressions of [10, 500, 5_000, 1_000_000]) {
      const reached = peopleReached(impressions, 10_000);
      expect(reached).toBeLessThanOrEqual(Math.min(impressions, 10_000));
      expect(peopleReached(2 * impressions, 10_000)).toBeLessThanOrEqual(2 * reached + 1);
      expect(peopleReached(2 * impressions, 10_000)).toBeGreaterThan(reached);
    }
  });

  it('of 30 days are more than of any day and less than the days added up; those who clicked are counted once', () => {
    const { rows } = marketOf(kelpieKayakTours, '2026-08-01');
    const month = rows('wren-social', 'reach').filter((row) => row['Campaign ID'] === 'WR-3401');
    const last = month.at(-1);
    for (const field of ['People reached', 'People who clicked']) {
      const most = Math.max(...month.map((row) => Number(row[field])));
      expect(Number(last?.[`${field}, 30 days`])).toBeGreaterThan(most);
      expect(Number(last?.[`${field}, 30 days`])).toBeLessThanOrEqual(sum(month, field));
    }
    const ads = rows('wren-social', 'ads').filter((row) => row['Campaign ID'] === 'WR-3401');
    expect(sum(month, 'Impressions')).toBe(sum(ads, 'Impressions'));
  });
});

describe('an account kept abroad', () => {
  const { market, rows } = marketOf(kelpieKayakTours, '2026-08-01');
  const home = Market.open(undefined, undefined, [{ ...kelpieKayakTours, from: '2026-08-01', abroad: {} }]);
  const atHome = home.accounts('cobble-video')[0]?.reports.find(({ id }) => id === 'ads');

  it('is in its own currency and zone', () => {
    expect(market.accounts('cobble-video')[0]).toMatchObject({ currency: 'USD', zone: 'America/New_York' });
    expect(market.accounts('wren-social')[0]).toMatchObject({ currency: 'EUR', zone: 'Europe/Lisbon' });
  });

  it('has the same clicks on other days: five hours earlier', () => {
    const wide = { from: dayOf('2026-08-02'), to: dayOf('2026-10-29') };
    const here = rows('cobble-video', 'ads', wide);
    const field = atHome?.fields.findIndex(({ name }) => name === 'Clicks') ?? -1;
    const there = atHome?.rows(wide) ?? [];
    const clicks = there.reduce((total, row) => total + Number(row[field]), 0);
    expect(Math.abs(sum(here, 'Clicks') / clicks - 1)).toBeLessThan(0.02);
    const onDay = (day: string) =>
      sum(
        here.filter((row) => row['Day'] === day),
        'Clicks',
      );
    const days = ['2026-10-05', '2026-10-06', '2026-10-07', '2026-10-08'];
    const same = days.map((day) => there.filter((row) => row[0] === day).reduce((total, row) => total + Number(row[field]), 0));
    expect(days.map(onDay)).not.toEqual(same);
  });

  it('counts the same impressions a day in its ads, its settings and its reach', () => {
    const days = { from: dayOf('2026-09-01'), to: dayOf('2026-10-20') };
    const shown = (report: string): ReadonlyMap<unknown, number> => {
      const byDay = new Map<unknown, number>();
      for (const row of rows('cobble-video', report, days))
        byDay.set(row['Day'], (byDay.get(row['Day']) ?? 0) + Number(row['Impressions']));
      return byDay;
    };
    expect(shown('ads').size).toBe(50);
    expect([shown('settings'), shown('reach')]).toEqual([shown('ads'), shown('ads')]);
  });

  it('writes what a booking is worth in its own money', () => {
    const wide = { from: dayOf('2026-08-02'), to: dayOf('2026-10-29') };
    const claims = rows('cobble-video', 'ads', wide);
    const rate = rateOn(kelpieKayakTours, 'cobble-video', dayOf('2026-09-15'));
    expect(rate).toBeGreaterThan(1.05);
    expect(sum(claims, 'Booking value') / sum(claims, 'Bookings')).toBeGreaterThan(240 * 0.85 * rate);
    expect(sum(claims, 'Bookings after a view')).toBeLessThan(sum(claims, 'Bookings'));
  });
});

describe('the reports of the client’s own systems', () => {
  it('follow a lead to the visit and the membership, and accept none outside hours', () => {
    const leads = marketOf(northwallClimbing, '2026-08-01').rows('till', 'till');
    const hour = (row: Row): number => Number(String(row['Ordered at']).slice(11, 13));
    const accepted = leads.filter((row) => row['Accepted'] === 'yes');
    const attended = leads.filter((row) => row['Attended at'] !== null);
    const joined = leads.filter((row) => row['Joined at'] !== null);
    expect(accepted.every((row) => hour(row) >= 6 && hour(row) < 21)).toBe(true);
    expect(attended.every((row) => row['Accepted'] === 'yes')).toBe(true);
    expect(
      [accepted, attended, joined]
        .map(({ length }) => length / leads.length)
        .every((share, at, all) => share > 0.1 && share < (all[at - 1] ?? 1)),
    ).toBe(true);
  });

  it('tell which installs paid for a subscription later, each once', () => {
    const { rows } = marketOf(pocketOrchard, '2026-09-01');
    const installed = new Map(rows('till', 'till', { from: dayOf('2026-09-01'), to: OCTOBER.to }).map((row) => [row['Install'], row]));
    const subscriptions = rows('till', 'subscriptions');
    expect(subscriptions.length).toBeGreaterThan(50);
    expect(new Set(subscriptions.map((row) => row['Install'])).size).toBe(subscriptions.length);
    for (const row of subscriptions) expect(String(installed.get(row['Install'] ?? '')?.['Day'] ?? '') <= String(row['Day'])).toBe(true);
  });

  it('keep a sample of journeys that stands for all of them', () => {
    const { market, rows } = marketOf(juniperLoftTea, '2026-08-01');
    const days = { from: dayOf('2026-08-01'), to: OCTOBER.to };
    const log = rows('footpath', 'journeys', days);
    const sampled = new Map(log.filter(({ Kind }) => Kind !== 'purchase').map((row) => [row['Visitor'], row]));
    // Each outcome the till knows of stands in it once, by the till's number.
    const sold = log.filter(({ Kind }) => Kind === 'purchase').map(({ Order }) => Order);
    expect(sold.sort()).toEqual(
      rows('till', 'till', days)
        .map(({ Order }) => Order)
        .sort(),
    );
    const client = market.clients[0];
    const { touches } = client ? market.eventsOf(client) : { touches: undefined };
    const people = new Set<number>();
    for (let row = 0; touches && row < touches.length; row++) {
      const day = touches.get('day', row);
      if (day >= days.from && day <= days.to) people.add(touches.get('person', row));
    }
    expect(sum([...sampled.values()], 'Weight') / people.size).toBeCloseTo(1, 1);
    expect(sampled.size).toBeLessThan(0.2 * people.size);
    // Addresses of display and of native ads tell where the ad stood, and those of others nothing.
    const paid = log.filter((row) => row['Campaign ID'] !== null);
    const toldBy = (source: string, column: string) =>
      paid.filter((row) => String(row['Campaign ID']).startsWith(source) && row[column] !== null).length;
    expect([toldBy('HD', 'Placement') > 50, toldBy('LM', 'Sub-source') > 20]).toEqual([true, true]);
    expect([toldBy('HB', 'Placement'), toldBy('HB', 'Sub-source'), toldBy('HD', 'Sub-source')]).toEqual([0, 0, 0]);
  });
});

describe('traffic bought in lots', () => {
  const { rows } = marketOf(pocketOrchard, '2026-09-01');
  const lots = rows('larkmail', 'lots');

  it('has one lot a week, with what was agreed and what came', () => {
    expect(lots.map((row) => row['Day'])).toEqual(['2026-10-05', '2026-10-12', '2026-10-19', '2026-10-26']);
    const week = rows('larkmail', 'sources', { from: dayOf('2026-10-12'), to: dayOf('2026-10-18') }).filter(
      (row) => row['Campaign ID'] === 'LM-7803',
    );
    expect(lots[1]?.['Delivered clicks']).toBe(sum(week, 'Clicks'));
    for (const row of lots.slice(0, 3))
      expect(Math.abs(Number(row['Delivered clicks']) / Number(row['Agreed clicks']) - 1)).toBeLessThan(0.35);
  });

  it('is found again in the installs by its link', () => {
    const links = new Set(lots.map((row) => row['Tracked link']));
    const installs = rows('till', 'till').filter((row) => row['Tag campaign'] === 'LM-7803');
    expect(installs.length).toBeGreaterThan(20);
    expect(installs.filter((row) => links.has(row['Tag link'] ?? null)).length).toBeGreaterThan(0.6 * installs.length);
  });
});

describe('the channel’s grade of an ad', () => {
  it('is better for better ads, and is no number', () => {
    const grades = marketOf(northwallClimbing, '2026-09-01').rows('wren-social', 'grades');
    const of = (ad: string) => new Set(grades.filter((row) => row['Ad ID'] === ad).map((row) => row['Grade']));
    expect([...of('WR-3501-1-1')].every((grade) => 'ABC'.includes(String(grade)))).toBe(true);
    expect([...of('WR-3501-2-2')].every((grade) => 'DE'.includes(String(grade)))).toBe(true);
  });
});

describe('names', () => {
  it('may be in any script', () => {
    const ads = marketOf(pocketOrchard, '2026-10-01').rows('wren-social', 'ads');
    expect(ads.some((row) => row['Ad'] === 'トマトの早送り')).toBe(true);
  });
});

describe('claims one by one', () => {
  const { rows } = marketOf(juniperLoftTea, '2026-06-01');
  const JULY = { from: dayOf('2026-07-01'), to: dayOf('2026-07-31') };
  const orders = new Map(rows('till', 'till', JULY).map((row) => [row['Order'], row]));
  const claims = rows('harbor-search', 'claims', JULY);

  it('are of orders at the till, worth what these are, on their day and after their click', () => {
    expect(claims.length).toBeGreaterThan(200);
    for (const { Order: id, Day: day, 'Claimed value': value, 'Clicked at': click, 'Claimed at': at } of claims) {
      expect(orders.get(id ?? null)).toMatchObject({ Day: day, 'Ordered at': at, 'Goods net': value });
      expect(String(click) <= String(at)).toBe(true);
    }
  });

  it('are there twice while a tag fires twice, and once at other times', () => {
    const times = new Map<Cell, number>();
    for (const { Order: id } of claims) times.set(id ?? null, (times.get(id ?? null) ?? 0) + 1);
    for (const { Order: id, Day: day } of claims)
      expect(times.get(id ?? null)).toBe(String(day) >= '2026-07-13' && String(day) <= '2026-07-26' ? 2 : 1);
  });

  it('have no number after a view, and are claimed by two channels where both were met', () => {
    const { rows: tours } = marketOf(kelpieKayakTours, '2026-08-01');
    const seen = tours('cobble-video', 'claims');
    expect(seen.some(({ Booking }) => Booking === null)).toBe(true);
    expect(seen.some(({ Booking }) => Booking !== null)).toBe(true);
    // A video is seen far more often than it is clicked; search is always clicked.
    expect(tours('harbor-search', 'claims').every(({ Booking }) => Booking !== null)).toBe(true);
    const social = new Set(rows('wren-social', 'claims', JULY).map(({ Order: id }) => id));
    expect(claims.some(({ Order: id }) => social.has(id ?? null))).toBe(true);
  });
});
