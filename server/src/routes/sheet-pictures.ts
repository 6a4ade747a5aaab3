import type { Note, PictureAnswer, PictureAsked, SheetRequest } from '@lens/contract';
import { bookOf } from '@lens/core';
import { type Happening, happeningOfChange, happeningOfNote, timeKindOf } from '@lens/draw';
import type { Request } from 'express';
import type { Context } from '../context';
import type { SheetPicture, SheetTask } from '../draw/sheet-task';
import { rulesOf } from '../store/rules';
import { vocabularyOf } from '../store/vocabulary';
import { askedOf } from './asked-question';
import { keptOf } from './kept-documents';
import { answerPictures } from './tiles';

/** What the pictures of a sheet are drawn from, by the place of their tile; null for tiles of words. */
export async function sheetPictures(
  context: Context,
  tiles: SheetRequest['tiles'],
  log: Request['log'],
): Promise<SheetTask['pictures'][number][]> {
  const places = tiles.flatMap(({ what }, at) => (what.kind === 'picture' ? [{ at, asked: what.asked }] : []));
  const pictures: SheetTask['pictures'][number][] = tiles.map(() => null);
  await answerPictures(
    context,
    places.map(({ asked }) => asked),
    log,
    async (nth, answer) => {
      const place = places[nth];
      if (place) pictures[place.at] = 'status' in answer ? { why: answer.detail } : await pictureOf(context, place.asked, answer);
    },
  );
  return pictures;
}

async function pictureOf(context: Context, asked: PictureAsked, answer: PictureAnswer): Promise<SheetPicture> {
  const { db } = context;
  const { client } = askedOf(context, asked.question, asked.metric);
  const { own, groupings, library } = vocabularyOf(db, asked.question.clients);
  return {
    answer,
    client: { metricSet: client.metricSet, promises: rulesOf(db, client.id, 'promises') },
    style: { locale: client.locale, currency: client.currency },
    words: [own, groupings, library],
    happenings: await happeningsOn(context, asked),
  };
}

/** What happened on the days of a picture, where it is over days and of one client. */
async function happeningsOn(context: Context, { question, picture, metric }: PictureAsked): Promise<Happening[]> {
  const { clients, period } = question;
  const [client] = clients;
  if (client === undefined || clients.length > 1) return [];
  const told = bookOf(vocabularyOf(context.db, client)).named(metric);
  if (timeKindOf({ kind: picture, metric: told }) === null) return [];
  const { changes } = await context.queries.changes(client, period);
  return [...keptOf<Note>(context, 'note', client).documents.map(happeningOfNote), ...changes.map(happeningOfChange)];
}
