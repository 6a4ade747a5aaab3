import type { MovesReply } from '@lens/contract';
import { changedPart, type SettingChange, writtenValues } from '@lens/core';
import { isOpen } from '../query/standing-moves';
import { toCsv } from './csv';

/** What is to be carried out, one change a line, in the order a person would type it in. */
export function changeSheet(moves: MovesReply['moves']): string {
  const rows = moves
    .filter((move) => isOpen(move) && !move.sent)
    .map(({ entity: { channelName, accountName, level, externalId, name }, change, reason, evidence }) => [
      ...[channelName, accountName, level, externalId, name, fieldOf(change), changedPart(change), ...writtenValues(change)],
      reason || evidence.join(' '),
    ])
    .sort((a, b) => a.join('\u0000').localeCompare(b.join('\u0000'), 'en'));
  return toCsv(['channel', 'account', 'level', 'id', 'name', 'field', 'of', 'old', 'new', 'reason'], rows);
}

/** What is changed as a person would look for it. */
const fieldOf = (change: SettingChange): string => (change.field === 'part' ? change.dimension : change.field);
