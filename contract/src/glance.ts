import { ORDERS_MEANT, SURENESS } from '@lens/core';
import { z } from 'zod';
import { auditedTarget } from './audit';
import { dayRange, figure } from './basic';
import { client } from './clients';
import { target } from './promises';

/** One line of the Clients screen. */
export const clientGlance = z.object({
  client,
  period: dayRange.nullable(),
  target: target.nullable(),
  actual: figure.nullable(),
  /** The same of the orders that the target does not mean, named so that neither is taken for the other; null where there is no difference. */
  other: z.object({ orders: z.enum(ORDERS_MEANT), actual: figure, met: z.number().nullable() }).nullable(),
  /** Share of the target met; null where it cannot be said. */
  met: z.number().nullable(),
  /** Supported: the interval of the figure lies on one side of the target. */
  sureness: z.enum(SURENESS),
  spend: figure.nullable(),
  plan: z.number().nullable(),
  pacing: z.object({ spentShare: z.number(), monthEnd: z.number(), neededADay: z.number() }).nullable(),
  /** What is left on prepaid accounts, by channel. */
  balances: z.array(z.object({ channelName: z.string(), left: figure, days: z.number().nullable() })),
  waiting: z.object({
    proposals: z.number(),
    accepted: z.number(),
    /** Moves that standing rules propose; copies frozen before there were rules have none. */
    byRules: z.number().default(0),
    /** The proposals for what spends most, in the order of the audit's page. */
    first: z.array(auditedTarget),
  }),
});
export type ClientGlance = z.infer<typeof clientGlance>;
