import { CLIENTS } from '../clients/clients';
import { rateOn } from '../world/account';
import { isoDay } from '../world/calendar';
import type { ChannelId, ClientWorld } from '../world/spec';

const ALWAYS = { from: '2025-09-01', to: '2026-12-31' };
const counted = { countedBy: 'orders', basis: 'sale', orders: 'matched' } as const;

/** What a unit of an account's currency was worth each month, as the agency's bank wrote it. */
function monthlyRates(clientId: string, channel: ChannelId): object[] {
  const world = CLIENTS.find(({ id }) => id === clientId);
  const currency = world?.abroad?.[channel]?.currency;
  if (!world || currency === undefined) return [];
  return byMonth(currency, (_, from) => 1 / rateOn(world, channel, from));
}

/** What a pound was worth in euros each month: the agency looks at clients of several currencies together. */
const POUND = [1.152, 1.148, 1.139, 1.144, 1.151, 1.158, 1.163, 1.157, 1.149, 1.142, 1.146, 1.154, 1.161, 1.155, 1.15, 1.147, 1.153, 1.159];

const byMonth = (currency: string, rateOf: (month: number, from: number) => number): object[] =>
  POUND.map((_, month) => {
    const [from, to] = [0, 1].map((next) => Date.UTC(2025, 8 + month + next, 1 - next) / 86_400_000) as [number, number];
    return { currency, from: isoDay(from), to: isoDay(to), rate: Number(rateOf(month, from).toFixed(6)) };
  });

export interface ClientPromises {
  readonly targets: readonly { readonly metric: string; readonly value: number }[];
  readonly margins: readonly { readonly share: number }[];
  readonly budgets: readonly { readonly amount: number }[];
  readonly rates?: readonly object[];
  readonly balances?: readonly object[];
  readonly frequencies?: readonly object[];
  readonly hours?: readonly { readonly weekdays: readonly number[]; readonly opens: number; readonly closes: number }[];
}

/** What each client was promised: targets, margins and monthly budgets as the agency wrote them down. */
export const PROMISES: Readonly<Record<string, ClientPromises>> = {
  'juniper-loft-tea': {
    targets: [{ metric: 'roas', value: 2.6, ...counted, ...ALWAYS }],
    margins: [{ share: 0.46, ...ALWAYS }],
    budgets: [{ amount: 18_000, ...ALWAYS }],
    balances: [{ channel: 'Larkmail', day: '2026-10-01', amount: 500 }],
  },
  'kelpie-kayak-tours': {
    targets: [{ metric: 'cost-per-booking', value: 34, ...counted, ...ALWAYS }],
    margins: [{ share: 0.38, ...ALWAYS }],
    budgets: [{ amount: 9_800, ...ALWAYS }],
    frequencies: [{ least: 3, most: 3.5, ...ALWAYS }],
    rates: [...monthlyRates('kelpie-kayak-tours', 'cobble-video'), ...byMonth('GBP', (month) => POUND[month] ?? NaN)],
  },
  'northwall-climbing': {
    targets: [{ metric: 'cost-per-lead', value: 22, ...counted, ...ALWAYS }],
    margins: [],
    budgets: [{ amount: 10_000, ...ALWAYS }],
    hours: [{ weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 6, closes: 21, ...ALWAYS }],
  },
  'pocket-orchard': {
    targets: [{ metric: 'cost-per-install', value: 1.8, ...counted, ...ALWAYS }],
    margins: [],
    budgets: [{ amount: 11_500, ...ALWAYS }],
  },
};

/** What an outcome earns a client before what was spent: its margin of the value, or what the target pays for one. */
export function worthToClient({ id }: Pick<ClientWorld, 'id'>): { readonly perOutcome: number; readonly share: number } {
  const { margins = [], targets = [] } = PROMISES[id] ?? {};
  const [margin] = margins;
  return margin ? { perOutcome: 0, share: margin.share } : { perOutcome: targets[0]?.value ?? 0, share: 0 };
}
