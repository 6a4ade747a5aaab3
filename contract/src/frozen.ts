import { z } from 'zod';
import { day, dayRange, id } from './basic';
import { resultSetId } from './clients';
import { promises } from './promises';
import { endpoint } from './endpoint';
import { groupingName } from './groupings';
import { edited, library, removal } from './metrics';
import { sheetRequest } from './sheets';
import { pictureAnswer } from './tiles';
import { ownWords } from './words';

const ofClient = z.object({ client: id });
const ofDocument = z.object({ client: id, id });
const sheetTile = sheetRequest.shape.tiles.unwrap().element;

/** What a picture was drawn from: figures, and all that they were written and coloured by. */
const frozenPicture = z.union([
  z.object({
    answer: pictureAnswer,
    client: z.object({ metricSet: resultSetId, promises: z.object({ targets: promises.shape.targets.readonly() }) }),
    style: z.object({ locale: z.string(), currency: z.string() }),
    words: z.tuple([ownWords, z.array(groupingName.pick({ id: true, label: true })).readonly(), library]),
    happenings: z.array(dayRange.safeExtend({ channel: z.string().nullable(), name: z.string().nullable(), words: z.string() })).readonly(),
  }),
  z.object({ why: z.string() }),
]);

/** A dashboard as it stood: what is on it, as it is drawn on paper, and with the figures of that moment. */
const { title, lines, tiles } = sheetRequest.shape;
export const newFrozen = z.object({ title, lines, tiles, by: removal.shape.by });

/** `knownOn`: the day at whose end its figures can be asked for again; `data`: what was known of the client then. */
const about = z.object({ title, lines, knownOn: day, data: z.int() });
export type FrozenBody = z.infer<typeof about>;
const frozen = about.extend({ id, client: id.nullable(), ...edited });
export type Frozen = z.infer<typeof frozen>;

export const frozenTiles = z.array(sheetTile.extend({ picture: frozenPicture.nullable() })).readonly();

export const frozenDetail = frozen.extend({
  tiles: frozenTiles,
  /** Whether what is known of the client has changed since. */
  isOlder: z.boolean(),
});
export type FrozenDetail = z.infer<typeof frozenDetail>;

export const frozenReply = z.object({
  copies: z.array(frozen).readonly(),
  /** Taken away in the last 30 days; the version is the one that took it away. */
  removed: z.array(frozen).readonly(),
});
export type FrozenReply = z.infer<typeof frozenReply>;

export const FROZEN_ENDPOINTS = {
  frozenCopies: endpoint({
    method: 'GET',
    path: '/clients/:client/frozen',
    summary: 'Frozen copies of dashboards, and those taken away lately',
    params: ofClient,
    reply: frozenReply,
  }),
  freeze: endpoint({
    method: 'POST',
    path: '/clients/:client/frozen',
    summary: 'Keep a dashboard as it stands, with its figures',
    params: ofClient,
    body: newFrozen,
    reply: frozen,
  }),
  frozenCopy: endpoint({
    method: 'GET',
    path: '/clients/:client/frozen/:id',
    summary: 'A frozen copy with its figures',
    params: ofDocument,
    reply: frozenDetail,
  }),
  removeFrozen: endpoint({
    method: 'POST',
    path: '/clients/:client/frozen/:id/removal',
    summary: 'Take a frozen copy away; it can be brought back for 30 days',
    params: ofDocument,
    body: removal,
    reply: frozenReply,
  }),
  bringBackFrozen: endpoint({
    method: 'POST',
    path: '/clients/:client/frozen/:id/return',
    summary: 'Bring a frozen copy back that was taken away',
    params: ofDocument,
    body: removal,
    reply: frozenReply,
  }),
} as const;
