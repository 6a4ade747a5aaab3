import { NUMBER_UNITS, ORDERS_MEANT, TARGET_METRIC_IDS } from '@lens/core';
import { z } from 'zod';
import { basis, countedBy, currency, day } from './basic';

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

/** Whole hours of some weekdays, from Monday (0), in which somebody takes what comes in. */
const acceptingHours = datedNumber
  .extend({
    weekdays: z.array(z.int().min(0).max(6)).min(1, 'Say on which weekdays').max(7),
    opens: z.int().min(0).max(23),
    closes: z.int().min(1).max(24),
  })
  .refine(ordered, orderedMessage)
  .refine(({ opens, closes }) => opens < closes, {
    message: 'It ends before it begins. What goes over midnight is two lines: up to 24, and from 0',
    path: ['closes'],
  });

/** How often each person who is reached in 30 days should see a campaign. */
const wantedFrequency = datedNumber
  .extend({ least: z.number().positive('A frequency is more than 0'), most: z.number().positive('A frequency is more than 0') })
  .refine(ordered, orderedMessage)
  .refine(({ least, most }) => least <= most, { message: 'The most is less than the least', path: ['most'] });

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
  /** When leads, calls and the like are accepted; always, where nothing is said. */
  hours: z.array(acceptingHours).max(100).default([]),
  frequencies: z.array(wantedFrequency).max(100).default([]),
});
export type Promises = z.infer<typeof promises>;
