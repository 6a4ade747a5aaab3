import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { rmSync } from 'node:fs';
import { connectDemo } from '../market/src/demo/connect';
import { worthToClient } from '../market/src/demo/promises';
import { Market } from '../market/src/market';
import { type Change, Settings } from '../market/src/people/settings';
import { createMarketServer } from '../market/src/serve/server';
import { daysOf, type Lived, lived } from '../market/src/truth/lived';
import { isoDay } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import { freshFolder, startServer } from '../server/test/harness';
import { figuresOfAudits, judgeAudits, type JudgedAudits } from './audits';
import { figuresOfClaims, judgeClaims } from './claims';
import { figuresOfCredit, judgeCredit } from './credit';
import type { Figure } from './figures';
import { bestBudgets, earned, earnsOnAverage } from './best';
import { figuresOfLate, judgeLate } from './late';
import { figuresOfMornings, judgeMornings, type Mornings } from './mornings';
import { figuresOfHours, judgeHours } from './hours';
import { figuresOfRehearsals, judgeRehearsals } from './rehearsals';
import { figuresOfStops, judgeStops } from './stops';
import type { Move } from '@lens/contract';
import { acceptByRules, acceptFound, acceptPlan, clientIds, refreshAll, sendMoves } from './product';

export interface JudgeOptions {
  readonly clients: readonly ClientWorld[];
  readonly rounds: number;
  /** Moves of each kind of which it is lived what they did, at the most: some clients shut out a hundred parts. */
  readonly tried?: number;
  readonly say: (line: string) => void;
}

interface Made {
  readonly accepted: Move;
  readonly change: Change;
}

const WEEK = 7;
const WINDOW = 28;
const MOST_TRIED = 16;

/** Lives some clients through weekly rounds of whatever the product proposes, and measures what it did against the truth. */
export async function judgeWorld({ clients, rounds, say, tried = MOST_TRIED }: JudgeOptions): Promise<Figure[]> {
  const market = Market.open(undefined, () => undefined, clients);
  const outside: Server = createMarketServer(market).listen(0, '127.0.0.1');
  await new Promise((resolve) => outside.once('listening', resolve));
  const marketAddress = `http://127.0.0.1:${(outside.address() as AddressInfo).port}`;
  const folder = freshFolder();
  const server = await startServer(folder, marketAddress);
  try {
    say('The product fetches the history.');
    await connectDemo(server.address, marketAddress, () => undefined, clients);
    const ids = await clientIds(server.address);
    const first = market.today;
    const mornings: Mornings[] = [];
    for (const client of clients)
      mornings.push(await judgeMornings(server.address, { id: ids.get(client.name) ?? '', client, today: first, say }));
    const audits: (JudgedAudits & { client: string })[] = [];
    for (const client of clients)
      audits.push({
        client: client.name,
        ...(await judgeAudits(server.address, { id: ids.get(client.name) ?? '', client, today: first, say })),
      });
    const stops = audits.map(({ replies }, at) => judgeStops(market, clients[at] as ClientWorld, replies));
    const hours = audits.flatMap(({ replies: [newest] }, at) => (newest ? [judgeHours(clients[at] as ClientWorld, newest)] : []));
    const late = clients.flatMap((client) => figuresOfLate(client.name, judgeLate(market, client)));
    const credit = clients.flatMap((client) => figuresOfCredit(client.name, judgeCredit(market, client)));
    const claims = clients.flatMap((client) => figuresOfClaims(client.name, judgeClaims(market, client)));
    const rehearsals = [];
    for (const client of clients)
      rehearsals.push(...(await judgeRehearsals(server.address, { id: ids.get(client.name) ?? '', client, say })));
    const made = new Map(clients.map((client) => [client, [] as Made[]]));
    // All that was lived kept this process busy: connections that the server closed meanwhile are noticed before one is used.
    await new Promise((resolve) => setTimeout(resolve, 0));
    await new Promise((resolve) => setImmediate(resolve));
    let refused = 0;
    for (let round = 0; round < rounds; round++) {
      for (const client of clients) {
        const id = ids.get(client.name) ?? '';
        if (round > 0) await refreshAll(server.address, id);
        const period = { from: isoDay(market.today - WINDOW), to: isoDay(market.today - 1) };
        const coming = { from: isoDay(market.today), to: isoDay(market.today + WINDOW - 1) };
        const accepted = [
          ...(await acceptPlan(server.address, id, coming)),
          ...(await acceptFound(server.address, id, period)),
          ...(await acceptByRules(server.address, id)),
        ];
        const sent = new Map((await sendMoves(server.address, id, accepted)).map((move) => [move.id, move]));
        const arrived = market.changes.flatMap((change): Made[] => {
          const move = sent.get(change.key ?? '');
          return move ? [{ accepted: move, change }] : [];
        });
        made.get(client)?.push(...arrived);
        refused += accepted.length - arrived.length;
        say(`Round ${round + 1}, ${client.name}: ${accepted.length} moves accepted, ${arrived.length} made at their channels.`);
      }
      market.advance(WEEK);
    }
    return [
      ...figuresOfMornings(mornings),
      ...figuresOfAudits(audits),
      ...figuresOfStops(stops),
      ...figuresOfHours(hours),
      ...late,
      ...credit,
      ...claims,
      ...figuresOfRehearsals(rehearsals),
      { name: 'Moves that their channels refused', value: -refused, bar: 0, unit: '' },
      ...clients.flatMap((client) => figuresOf(client, made.get(client) ?? [], { from: first, to: market.today, tried })),
    ];
  } finally {
    await server.stop();
    outside.closeAllConnections();
    outside.close();
    for (const path of [folder, `${folder}.key`]) rmSync(path, { recursive: true, force: true });
  }
}

function figuresOf(client: ClientWorld, made: readonly Made[], { from, to, tried }: { from: number; to: number; tried: number }): Figure[] {
  const steps = (to - from) / WEEK;
  const after = daysOf({ from: to, to: to + WINDOW - 1 });
  const rounds = daysOf({ from, to: to - 1 });
  const changes = made.map(({ change }) => change);
  const alone = earned(client, lived(client, [], after));
  const gain = earned(client, lived(client, changes, after)) - alone;
  const bestChanges = bestBudgets(client, after, steps);
  const best = earned(client, lived(client, bestChanges, after)) - alone;
  const aloneOnAverage = earnsOnAverage(client, [], after);
  const onAverage = earnsOnAverage(client, changes, after) - aloneOnAverage;
  const bestOnAverage = earnsOnAverage(client, bestChanges, after) - aloneOnAverage;
  // Moves of one round are lived over the same days: what comes after one is what comes before the next.
  const known = new Map<string, Lived>();
  const livedWith = (moves: number, day: number): Lived => {
    const key = `${moves} ${day}`;
    const found = known.get(key) ?? lived(client, changes.slice(0, moves), daysOf({ from: day, to: day + WINDOW - 1 }));
    known.set(key, found);
    return found;
  };
  const held = triedOf(made, tried).map(({ each, at }) =>
    heldRange(client, each, [livedWith(at, each.change.day), livedWith(at + 1, each.change.day)]),
  );
  const share = (of: (each: (typeof held)[number]) => boolean): number => (held.length === 0 ? 1 : held.filter(of).length / held.length);
  const settings = new Settings(client, changes);
  const groups = client.campaigns
    .filter(({ budget }) => budget > 0)
    .flatMap((campaign) => campaign.groups.map((group) => ({ campaign, group })));
  const dark = groups.filter(({ campaign, group }) => group.ads.length > 0 && group.ads.every((ad) => !settings.adRuns(campaign, ad, to)));
  const during = earned(client, lived(client, changes, rounds)) - earned(client, lived(client, [], rounds));
  const name = (text: string): string => `${client.name}: ${text}`;
  return [
    { name: name(`moves accepted`), value: made.length, bar: null, unit: '' },
    { name: name('gain of the rounds themselves, against leaving alone'), value: during, bar: null, unit: '' },
    { name: name('gain in the 28 days after, against leaving alone'), value: gain, bar: 0, unit: '' },
    { name: name('gain expected of these people, without luck in who acts'), value: onAverage, bar: 0, unit: '' },
    { name: name('that gain as a share of the best budgets found'), value: best > 0 ? gain / best : 0, bar: 0.8, unit: '%' },
    { name: name('the expected gain as a share of theirs'), value: bestOnAverage > 0 ? onAverage / bestOnAverage : 0, bar: 0.8, unit: '%' },
    { name: name('moves whose range of outcomes holds what then happens'), value: share(({ outcomes }) => outcomes), bar: 0.8, unit: '%' },
    { name: name('moves whose range of spend holds what then happens'), value: share(({ spend }) => spend), bar: 0.8, unit: '%' },
    { name: name('moves whose range of profit, where told, holds'), value: share(({ profit }) => profit), bar: 0.8, unit: '%' },
    { name: name('groups with an ad that runs'), value: (groups.length - dark.length) / groups.length, bar: 1, unit: '%' },
    ...worthlessGone(client, made),
  ];
}

/** The moves whose ranges are held against what they did: of each field so many, evenly over the rounds. */
function triedOf(made: readonly Made[], most: number): { readonly each: Made; readonly at: number }[] {
  const placed = made.map((each, at) => ({ each, at }));
  const fields = [...new Set(made.map(({ change }) => change.field))];
  return fields.flatMap((field) => {
    const own = placed.filter(({ each }) => each.change.field === field);
    const step = Math.max(1, own.length / most);
    return own.filter((_, nth) => Math.floor(nth / step) > Math.floor((nth - 1) / step));
  });
}

/** What share of what comes by worthless parts of campaigns, as the world knows them, they are no longer shown in. */
function worthlessGone(client: ClientWorld, made: readonly Made[]): Figure[] {
  const blocked = new Set(made.flatMap(({ change }) => (change.field === 'block' ? [`${change.campaign} ${change.what}`] : [])));
  const worthless = client.campaigns.flatMap(({ id, groups }) =>
    groups.flatMap(({ places }) =>
      places.filter(({ quality }) => quality === 0).map((place) => ({ ...place, key: `${id} ${place.name}` })),
    ),
  );
  const weight = (of: typeof worthless): number => of.reduce((sum, each) => sum + each.weight, 0);
  if (weight(worthless) === 0) return [];
  const gone = weight(worthless.filter(({ key }) => blocked.has(key))) / weight(worthless);
  return [{ name: `${client.name}: worthless sources gone, by how often they are met`, value: gone, bar: 0.95, unit: '%' }];
}

/** Looks whether the ranges of a move hold the difference a day between the lives without it and with it, after the moves before it. */
function heldRange(client: ClientWorld, { accepted }: Made, [without, with_]: readonly [Lived, Lived]) {
  const { spend, outcomes, profit } = accepted.effect;
  const { share: margin } = worthToClient(client);
  const inside = ({ low, high }: { low: number; high: number }, amount: number): boolean => amount >= low - 1e-9 && amount <= high + 1e-9;
  const difference = (of: (lived: Lived) => number): number => (of(with_) - of(without)) / WINDOW;
  const seen = {
    spend: difference((each) => each.spend),
    outcomes: difference((each) => each.outcomes),
    profit: difference((each) => each.value * margin - each.spend),
  };
  if (process.env['JUDGE_MOVES'])
    console.log(
      client.name,
      accepted.entity.level,
      accepted.entity.name.slice(0, 30),
      accepted.change.from,
      accepted.change.to,
      ...(['spend', 'outcomes', 'profit'] as const).map((part) => {
        const range = { spend, outcomes, profit }[part];
        return range
          ? `${part} ${seen[part].toFixed(2)} in ${range.low.toFixed(2)} … ${range.middle.toFixed(2)} … ${range.high.toFixed(2)} ${inside(range, seen[part]) ? '' : '!'}`
          : '';
      }),
    );
  return {
    spend: inside(spend, seen.spend),
    outcomes: inside(outcomes, seen.outcomes),
    profit: profit === null || inside(profit, seen.profit),
  };
}
