import { type Note, type PictureAnswer, type PictureAsked, SHEETS, sheetRequest } from '@lens/contract';
import { bookOf } from '@lens/core';
import { type Happening, happeningOfChange, happeningOfNote, timeKindOf } from '@lens/draw';
import type { Router } from 'express';
import type { Context } from '../context';
import type { SheetPicture, SheetTask } from '../draw/sheet-task';
import { promisesOf } from '../store/clients';
import { vocabularyOf } from '../store/rules';
import { check } from './answer';
import { askedOf } from './asked-question';
import { Kept } from './kept-documents';
import { answerPictures } from './tiles';

const TYPES = { png: 'image/png', svg: 'image/svg+xml', pdf: 'application/pdf' } as const;

/** Pictures and whole dashboards as files. */
export function sheetRoutes(router: Router, context: Context): void {
  const notes = new Kept<Note>(context, 'note');

  /** What happened on the days of a picture, where it is over days and of one client. */
  const happeningsOn = async ({ question, picture, metric }: PictureAsked): Promise<Happening[]> => {
    const { clients, period } = question;
    const [client] = clients;
    if (client === undefined || clients.length > 1) return [];
    const told = bookOf(vocabularyOf(context.db, client)).named(metric);
    if (timeKindOf({ kind: picture, metric: told }) === null) return [];
    const { changes } = await context.queries.changes(client, period);
    return [...notes.all(client).documents.map(happeningOfNote), ...changes.map(happeningOfChange)];
  };

  const pictureOf = async (asked: PictureAsked, answer: PictureAnswer): Promise<SheetPicture> => {
    const { db } = context;
    const { client } = askedOf(context, asked.question, asked.metric);
    const { own, groupings, library } = vocabularyOf(db, asked.question.clients);
    return {
      answer,
      client: { metricSet: client.metricSet, promises: promisesOf(db, client.id) },
      style: { locale: client.locale, currency: client.currency },
      words: [own, groupings, library],
      happenings: await happeningsOn(asked),
    };
  };

  router[SHEETS.method](SHEETS.path, async (request, response) => {
    const sheet = check(sheetRequest, request.body);
    const places = sheet.tiles.flatMap(({ what }, at) => (what.kind === 'picture' ? [{ at, asked: what.asked }] : []));
    const pictures: SheetTask['pictures'][number][] = sheet.tiles.map(() => null);
    await answerPictures(
      context,
      places.map(({ asked }) => asked),
      request.log,
      async (nth, answer) => {
        const place = places[nth];
        if (place) pictures[place.at] = 'status' in answer ? { why: answer.detail } : await pictureOf(place.asked, answer);
      },
    );
    const file = await context.drawer.draw({ request: sheet, pictures });
    response.type(TYPES[sheet.format]).send(Buffer.from(file));
  });
}
