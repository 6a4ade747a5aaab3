import { z } from 'zod';
import { dayRange, id } from './basic';
import { endpoint } from './endpoint';
import { change, edited, removal } from './metrics';

const ofClient = z.object({ client: id });
const ofDocument = z.object({ client: id, id });

/** What somebody noted of some days: of the client, of a channel, or of a campaign of it, by their names. */
export const noteBody = z
  .object({
    days: dayRange,
    channel: z.string().trim().min(1).max(200).nullable(),
    campaign: z.string().trim().min(1).max(500).nullable(),
    text: z.string().trim().min(1, 'Write something').max(1000),
  })
  .refine(({ channel, campaign }) => campaign === null || channel !== null, {
    message: 'Say in which channel the campaign is',
    path: ['channel'],
  });
export type Note = z.infer<typeof noteBody>;

export const putNote = noteBody.safeExtend(change);
export const storedNote = noteBody.safeExtend({ id, client: id.nullable(), ...edited });
export type StoredNote = z.infer<typeof storedNote>;

export const notesReply = z.object({
  notes: z.array(storedNote).readonly(),
  /** Taken away in the last 30 days, with what each was; the version is the one that took it away. */
  removed: z.array(storedNote).readonly(),
});
export type NotesReply = z.infer<typeof notesReply>;

export const LOGBOOK_ENDPOINTS = {
  notes: endpoint({
    method: 'GET',
    path: '/clients/:client/notes',
    summary: 'The logbook: notes on the client and on all clients, and those taken away lately',
    params: ofClient,
    reply: notesReply,
  }),
  addNote: endpoint({
    method: 'POST',
    path: '/clients/:client/notes',
    summary: 'Write a note on some days',
    params: ofClient,
    body: putNote,
    reply: storedNote,
  }),
  changeNote: endpoint({
    method: 'PUT',
    path: '/clients/:client/notes/:id',
    summary: 'Change a note, or bring one back; refused where somebody else has changed it meanwhile',
    params: ofDocument,
    body: putNote,
    reply: storedNote,
  }),
  removeNote: endpoint({
    method: 'POST',
    path: '/clients/:client/notes/:id/removal',
    summary: 'Take a note away; it can be brought back for 30 days',
    params: ofDocument,
    body: removal,
    reply: notesReply,
  }),
} as const;
