import { type PictureAnswer, type PictureAsked, type Problem, TILES, tileLine, type TileLine, tilesRequest } from '@lens/contract';
import { groupBy, sumsAsked } from '@lens/core';
import type { Request, Router } from 'express';
import type {} from 'pino-http';
import { z } from 'zod';
import type { Context } from '../context';
import { Left } from '../query/fair-queue';
import { check } from './answer';
import { askedOf } from './asked-question';
import { problemOf } from './problem-handler';

interface Tile {
  readonly nth: number;
  readonly asked: PictureAsked;
  readonly today: number;
}

/** All questions of a dashboard at once: those of the same sums are answered together, each as soon as it is there; what cannot be answered fails alone. */
export function tileRoutes(router: Router, context: Context): void {
  router[TILES.method](TILES.path, async (request, response) => {
    const { asked } = check(tilesRequest, request.body);
    response.type(TILES.type);
    await answerPictures(context, asked, request.log, (nth, answer) => {
      response.write(`${JSON.stringify(z.encode(tileLine, { nth, answer }))}\n`);
    });
    response.end();
  });
}

/** Answers pictures that are asked together; `tell` hears of each by its place as soon as it is there, or why it is not. */
export async function answerPictures(
  context: Context,
  asked: readonly PictureAsked[],
  log: Request['log'],
  tell: (nth: number, answer: TileLine['answer']) => void | Promise<void>,
): Promise<void> {
  const tiles: Tile[] = [];
  for (const [nth, each] of asked.entries())
    try {
      tiles.push({ nth, asked: each, today: askedOf(context, each.question, each.metric).today });
    } catch (error) {
      await tell(nth, problemOf(error));
    }
  const groups = [...groupBy(tiles, ({ asked: { question }, today }) => JSON.stringify([sumsAsked(question), today])).values()];
  await Promise.all(
    groups.map(async (group) => {
      const answers = await answersTo(context, group).catch((error: unknown) => told(error, log));
      for (const [at, { nth }] of group.entries()) {
        const answer = Array.isArray(answers) ? answers[at] : answers;
        if (answer) await tell(nth, answer);
      }
    }),
  );
}

/** Answers to tiles of the same sums. */
async function answersTo({ queries }: Context, group: readonly Tile[]): Promise<PictureAnswer[]> {
  const [first] = group;
  if (!first) return [];
  return queries.pictures(
    first.asked.question,
    group.map((each) => each.asked),
    first.today,
  );
}

/** Why there are none, also in the log where it is nobody's fault who asked; whoever has left is told nothing. */
function told(error: unknown, log: Request['log']): Problem {
  if (error instanceof Left) throw error;
  const problem = problemOf(error);
  if (problem.status >= 500) log.error({ err: error as Error }, 'a tile failed');
  return problem;
}
