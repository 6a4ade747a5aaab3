import type { MovesReply } from '@lens/contract';
import { SETTING_OF, settingKey, settingsOf, stateOfMove } from '@lens/core';
import { movesOf } from '../store/moves';
import type { ClientData } from './client-data';

/** A client's moves, newest first, each with whether it has been carried out. */
export function standingMoves(data: ClientData, client: string): MovesReply['moves'] {
  const moves = movesOf(data.db, client).map(({ move }) => move);
  if (!moves.some(({ decision }) => decision === 'accepted')) return moves.map((move) => ({ ...move, standing: null }));
  const { tables } = data.load(client);
  const settings = new Map(Object.values(SETTING_OF).map((measure) => [measure, settingsOf(tables, measure)]));
  return moves.map((move) => {
    const { change, decidedOn, decision, entity } = move;
    const setting = settings.get(SETTING_OF[change.field])?.get(settingKey(entity.level, entity.member));
    return { ...move, standing: decision === 'accepted' ? stateOfMove(change, decidedOn, setting) : null };
  });
}

/** Whether somebody is still to carry a move out, as far as anybody knows. */
export const isOpen = ({ standing }: MovesReply['moves'][number]): boolean => standing?.state === 'waits' || standing?.state === 'not told';
