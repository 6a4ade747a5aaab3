import type { Client, Move } from '@lens/contract';
import { oppositeEffect, type SettingChange } from '@lens/core';
import { settingChangeText } from '@lens/draw';
import type { Context } from '../context';
import { HttpProblem, notFound } from '../problem';
import { keepMoves, movesStanding } from './keep-move';

/** Accepts the opposite of a move that was sent or carried out: it goes its way as any other move does. */
export async function takeBackMove(context: Context, client: Client, id: string, by: string): Promise<Move> {
  const move = (await movesStanding(context, client)).find((each) => each.id === id);
  if (!move) throw notFound('move');
  if (!move.sent && move.standing?.state !== 'done')
    throw new HttpProblem(
      409,
      'Nothing to take back at the channel',
      'This move was neither sent nor carried out: take the decision back instead.',
    );
  const { entity, change, effect, outcome } = move;
  const [back] = await keepMoves(
    context,
    client,
    [
      {
        ...{
          entity,
          change: opposite(change),
          effect: oppositeEffect(effect, 'The opposite of what the move was expected to do.'),
          outcome,
        },
        evidence: [`Takes back: ${settingChangeText(change, { ...client, currency: entity.currency || client.currency })}.`],
        proposedBy: { kind: 'way back', move: id },
      },
    ],
    { decision: 'accepted', reason: '', by },
  );
  return back ?? Promise.reject(notFound('move'));
}

/** From what it became to what it was. */
const opposite = (change: SettingChange): SettingChange => ({ ...change, from: change.to, to: change.from }) as SettingChange;
