import { CHANNEL_KINDS, NAME_PARTS, NUMBER_UNITS, ORDERS_MEANT, RESULT_SET_IDS, TARGET_METRIC_IDS } from '@lens/core';
import { z } from 'zod';
import { groupingName } from './groupings';
import { library } from './metrics';
import { ownWords } from './words';
import { basis, countedBy, currency, day, dayRange, id, name, timeZone } from './basic';

export const channelKind = z.enum(CHANNEL_KINDS);

export const channel = z.object({ id, name, kind: channelKind });
export type Channel = z.infer<typeof channel>;
export const newChannel = channel.omit({ id: true });

export const resultSetId = z.enum(RESULT_SET_IDS);

export const newClient = z.object({ name, currency, timeZone, locale: z.string().min(2).max(20), metricSet: resultSetId });
/** Replies say what is stored, whatever was let in before. */
const stored = { id, currency: z.string(), timeZone: z.string() };
export const client = newClient.extend(stored);
export type Client = z.infer<typeof client>;

export const newAccount = z.object({ channel: id, name, currency, timeZone });
export const account = newAccount.extend({ ...stored, channelName: z.string(), channelKind });
export type Account = z.infer<typeof account>;

export const targetMetric = z.enum(TARGET_METRIC_IDS);
const datedNumber = z.object({ from: day, to: day });
const ordered = (each: { from: number; to: number }): boolean => each.from <= each.to;
const orderedMessage = { message: 'The first day comes after the last', path: ['to'] };

export const target = datedNumber
  .extend({
    metric: targetMetric,
    value: z.number().positive('A target is more than 0'),
    countedBy,
    basis,
    orders: z.enum(ORDERS_MEANT).default('all'),
  })
  .refine(ordered, orderedMessage);
const margin = datedNumber
  .extend({ share: z.number().positive('A margin is more than 0 %').max(1, 'A margin is at most 100 %') })
  .refine(ordered, orderedMessage);
const monthlyBudget = datedNumber.extend({ amount: z.number().positive('A budget is more than 0') }).refine(ordered, orderedMessage);

const exchangeRate = datedNumber.extend({ currency, rate: z.number().positive('A rate is more than 0') }).refine(ordered, orderedMessage);

const ownNumber = datedNumber
  .extend({
    name: z.string().trim().min(1, 'Give it a name').max(40),
    unit: z.enum(NUMBER_UNITS),
    value: z.number().positive('A number is more than 0'),
  })
  .refine(ordered, orderedMessage);

/** What stood on a prepaid account of a channel in the morning of a day. */
const prepaidBalance = z.object({
  channel: z.string().trim().min(1, 'Say which channel'),
  day,
  amount: z.number().positive('A balance is more than 0'),
});

/** What the client was promised and what the agency may count with, all dated. */
export const promises = z.object({
  targets: z.array(target).max(100),
  margins: z.array(margin).max(100),
  budgets: z.array(monthlyBudget).max(100),
  /** What one unit of another currency is worth in the client's. */
  rates: z.array(exchangeRate).max(1000).default([]),
  /** Numbers of its own that formulas calculate with: a price, a fee. */
  numbers: z.array(ownNumber).max(200).default([]),
  balances: z.array(prepaidBalance).max(200).default([]),
});
export type Promises = z.infer<typeof promises>;

export const clientDetail = client.extend({
  promises,
  accounts: z.array(account),
  /** Days for which any feed has rows; null before the first import. */
  data: dayRange.nullable(),
  /** What the names of its members tell. */
  nameParts: z.array(z.enum(NAME_PARTS)),
  /** What some feed can be broken down by, names included. */
  dimensions: z.array(z.string()),
  /** Its own words beside the built-in ones. */
  words: ownWords,
  /** How its members are grouped. */
  groupings: z.array(groupingName),
  /** Its own metrics and sets beside the built-in ones, and those of its agency. */
  library,
});
export type ClientDetail = z.infer<typeof clientDetail>;

export const clock = z.object({ today: day, fixed: z.boolean() });
export type Clock = z.infer<typeof clock>;
