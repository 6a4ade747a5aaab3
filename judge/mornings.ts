import type { WireMorningFact } from '@lens/contract';
import { send } from '../server/test/harness';
import { dayOf, isoDay } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/** Days that are looked back on, and days after an event on which it may still be spoken of. */
const [DAYS, ECHO] = [60, 14];
/** On one ordinary day in thirty something may be said that chance alone brought. */
const SILENT = 29 / 30;

type Fact = Omit<WireMorningFact, 'since'> & { readonly kind: string; readonly since?: string };

/** What the mornings of a client say of the last weeks, against what happened then. */
export async function judgeMornings(address: string, id: string, client: ClientWorld, today: number): Promise<Figure[]> {
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
  const silent = ordinary.filter((day) => said.get(day)?.length === 0);
  const lasting = events.filter(({ from, to, outcomes = 1 }) => to - from > ECHO && outcomes !== 1 && days.includes(from));
  return [
    {
      name: `${client.name}: ordinary days on which the morning says that nothing moved`,
      value: ordinary.length === 0 ? 1 : silent.length / ordinary.length,
      bar: SILENT,
      unit: '%',
    },
    ...lasting.map(({ name, from }): Figure => {
      const told = days
        .flatMap((day) => said.get(day) ?? [])
        .some(({ since }) => since !== undefined && Math.abs(dayOf(since) - from) <= 1);
      return { name: `${client.name}: “${name}” is told with its day`, value: told ? 1 : 0, bar: 1, unit: '%' };
    }),
  ];
}

/** As the client's target counts. */
async function countingOf(address: string, id: string): Promise<{ countedBy: string; basis: string }> {
  const { body } = await send(address, 'GET', `/clients/${id}`);
  const [target] = body.promises.targets as { countedBy: string; basis: string }[];
  return { countedBy: target?.countedBy ?? 'orders', basis: target?.basis ?? 'sale' };
}
