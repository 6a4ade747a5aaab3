import type { WireMorningFact } from '@lens/contract';
import { send } from '../server/test/harness';
import { dayOf, isoDay } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/** Days that are looked back on, and days after an event on which it may still be spoken of. */
const [DAYS, ECHO] = [60, 14];
/** On one ordinary day in thirty something may be said that chance alone brought. */
const SILENT = 29 / 30;

type Fact = Omit<WireMorningFact, 'since' | 'within'> & {
  readonly since?: string;
  readonly within?: { readonly from: string; readonly to: string };
};

/** Days of a client on which nothing had happened, on how many of them nothing was said, and what of lasting events was told. */
export interface Mornings {
  readonly ordinary: number;
  readonly silent: number;
  readonly told: readonly Figure[];
}

/** What the mornings of a client say of the last weeks, against what happened then. */
export async function judgeMornings(
  address: string,
  {
    id,
    client,
    today,
    say,
  }: { readonly id: string; readonly client: ClientWorld; readonly today: number; readonly say: (line: string) => void },
): Promise<Mornings> {
  const { countedBy, basis } = await countingOf(address, id);
  const days = Array.from({ length: DAYS }, (_, at) => today - DAYS + at);
  const said = new Map<number, readonly Fact[]>();
  for (const day of days) {
    const body = { countedBy, basis, knownOn: null, day: isoDay(day) };
    const reply = await send(address, 'POST', `/clients/${id}/morning`, body);
    if (reply.status !== 200) throw new Error(`The morning of ${isoDay(day)}: ${JSON.stringify(reply.body).slice(0, 300)}`);
    said.set(day, reply.body.facts as Fact[]);
  }
  const events = client.events.map(({ from, to, ...event }) => ({ ...event, from: dayOf(from), to: dayOf(to) }));
  const isOrdinary = (day: number): boolean => !events.some(({ from, to }) => day >= from && day <= Math.min(to, from + ECHO) + ECHO);
  const ordinary = days.filter(isOrdinary);
  for (const day of ordinary) for (const fact of said.get(day) ?? []) say(`${client.name}, ${isoDay(day)}: ${JSON.stringify(fact)}`);
  const lasting = events.filter(({ from, to, outcomes = 1 }) => to - from > ECHO && outcomes !== 1 && days.includes(from));
  return {
    ordinary: ordinary.length,
    silent: ordinary.filter((day) => said.get(day)?.length === 0).length,
    told: lasting.map(({ name, from }): Figure => {
      const isTold = days
        .flatMap((day) => said.get(day) ?? [])
        .some(({ within }) => within && dayOf(within.from) <= from && from <= dayOf(within.to));
      for (const day of isTold ? [] : days)
        for (const { kind, metric, since, within } of said.get(day) ?? [])
          if (since) say(`${isoDay(day)}: ${kind} of ${metric} since ${since}, ${JSON.stringify(within)}`);
      return { name: `${client.name}: “${name}” is told with its day`, value: isTold ? 1 : 0, bar: 1, unit: '%' };
    }),
  };
}

/** How silent the mornings of all clients of a world were where nothing had happened, and what they told of what had. */
export function figuresOfMornings(mornings: readonly Mornings[]): Figure[] {
  const [ordinary, silent] = (['ordinary', 'silent'] as const).map((part) => mornings.reduce((sum, own) => sum + own[part], 0)) as [
    number,
    number,
  ];
  return [
    { name: 'Ordinary days of clients on which the morning says that nothing moved', value: silent / ordinary, bar: SILENT, unit: '%' },
    ...mornings.flatMap(({ told }) => told),
  ];
}

/** As the client's target counts. */
async function countingOf(address: string, id: string): Promise<{ countedBy: string; basis: string }> {
  const { body } = await send(address, 'GET', `/clients/${id}`);
  const [target] = body.promises.targets as { countedBy: string; basis: string }[];
  return { countedBy: target?.countedBy ?? 'orders', basis: target?.basis ?? 'sale' };
}
