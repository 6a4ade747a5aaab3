import { CHANNEL_KINDS, NAME_PARTS, RESULT_SET_IDS } from '@lens/core';
import { z } from 'zod';
import { groupingName } from './groupings';
import { library } from './metrics';
import { promises } from './promises';
import { ownWords } from './words';
import { currency, day, dayRange, id, name, timeZone } from './basic';

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

export const clientDetail = client.extend({
  promises,
  promisesVersion: z.int(),
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
