import { z } from 'zod';
import { channelKind } from './clients';
import { currency, day, dayRange, id, name, timeZone } from './basic';

/** How often a connection fetches by itself. */
export const SCHEDULES = ['by hand', 'every 6 hours', 'daily', 'weekly'] as const;
export const schedule = z.enum(SCHEDULES);

/** A service that offers channels to connect to. */
export const offeredChannel = z.object({ id, name, kind: channelKind });
export type OfferedChannel = z.infer<typeof offeredChannel>;

const token = z.string().trim().min(1, 'Paste the token').max(500);
export const tokenRequest = z.object({ channel: id, token });

export const offeredAccount = z.object({ id, name, currency: z.string(), timeZone: z.string() });
export type OfferedAccount = z.infer<typeof offeredAccount>;

const offeredField = z.object({
  name: z.string(),
  about: z.string(),
  always: z.boolean(),
  /** What it becomes here; empty where it is left out. */
  becomes: z.string(),
});
export const offeredReport = z.object({
  id,
  name: z.string(),
  /** Days back that each fetch reads again, because the channel still changes them. */
  restates: z.number().int(),
  fields: z.array(offeredField),
  rows: z.array(z.array(z.string())),
  /** Why it cannot be read yet; empty when it can. */
  problem: z.string(),
});
export type OfferedReport = z.infer<typeof offeredReport>;

const wantedReports = z
  .array(z.object({ id, name: z.string(), fields: z.array(z.string()).max(40) }))
  .min(1, 'Choose at least one report')
  .max(30);

/** Reports to fetch beside those of a connection, from the first day the others have. */
export const newReports = z.object({ reports: wantedReports });

export const newConnection = z.object({
  channel: id,
  account: id,
  accountName: name,
  currency,
  timeZone,
  token,
  reports: wantedReports,
  from: day,
  schedule,
});
export type NewConnection = z.infer<typeof newConnection>;

const REPORT_STATES = ['waiting', 'fetching', 'checking', 'importing', 'done', 'failed'] as const;
const connectedReport = z.object({
  id,
  name: z.string(),
  state: z.enum(REPORT_STATES),
  /** Rows fetched or imported so far in this run. */
  rows: z.number().int(),
  /** What went wrong and what to do; empty when nothing did. */
  error: z.string(),
  /** The columns changed since they were last read: what is gone and what is new, to be accepted. */
  changed: z.object({ gone: z.array(z.string()), added: z.array(z.string()) }).nullable(),
  fetched: dayRange.nullable(),
});
export const connection = z.object({
  id,
  channelName: z.string(),
  accountName: z.string(),
  schedule,
  running: z.boolean(),
  lastAt: z.string().nullable(),
  nextAt: z.string().nullable(),
  reports: z.array(connectedReport),
});
export type Connection = z.infer<typeof connection>;
