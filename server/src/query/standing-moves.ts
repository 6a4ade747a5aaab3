import type { MovesReply } from '@lens/contract';
import { settingsOf, SettingsNow, stateOfMove } from '@lens/core';
import { movesOf } from '../store/moves';
import type { ClientData } from './client-data';
import { toldChanges } from './told-changes';

/** A client's moves, newest first, each with whether it has been carried out by what reports tell up to `lastDay`. */
export function standingMoves(data: ClientData, client: string, lastDay: number): MovesReply['moves'] {
  const moves = movesOf(data.db, client).map(({ move }) => move);
  if (!moves.some(({ decision }) => decision === 'accepted')) return moves.map((move) => ({ ...move, standing: null }));
  const loaded = data.load(client);
  const figures = { budgets: settingsOf(loaded.tables, 'daily budget'), running: settingsOf(loaded.tables, 'running') };
  const now = new SettingsNow(figures, toldChanges(data, loaded, client), lastDay);
  return moves.map((move) => {
    const { change, decidedOn, decision, entity } = move;
    return { ...move, standing: decision === 'accepted' ? stateOfMove(change, decidedOn, now.of(entity, change)) : null };
  });
}
