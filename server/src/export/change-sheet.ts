import type { MovesReply } from '@lens/contract';
import { writtenValues } from '@lens/core';
import { isOpen } from '../query/standing-moves';
import { toCsv } from './csv';

/** What is to be carried out, one change a line, in the order a person would type it in. */
export function changeSheet(moves: MovesReply['moves']): string {
  const rows = moves
    .filter(isOpen)
    .map(({ entity: { channelName, accountName, level, externalId, name }, change, reason, evidence }) => [
      ...[channelName, accountName, level, externalId, name, change.field, ...writtenValues(change)],
      reason || evidence.join(' '),
    ])
    .sort((a, b) => a.join('\u0000').localeCompare(b.join('\u0000'), 'en'));
  return toCsv(['channel', 'account', 'level', 'id', 'name', 'field', 'old', 'new', 'reason'], rows);
}
