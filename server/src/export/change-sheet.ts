import type { Move } from '@lens/contract';
import { toCsv } from './csv';
import { whyText } from './why';

/** What was accepted, one change a line, in the order a person would type it in. */
export function changeSheet(moves: readonly Move[]): string {
  const rows = moves
    .filter((move) => move.decision === 'accepted' && move.finding.move)
    .map((move) => {
      const { level, name, move: proposal } = move.finding;
      return [
        move.channelName,
        move.accountName,
        level,
        move.externalId,
        name,
        proposal?.field ?? '',
        proposal?.oldValue ?? '',
        proposal?.newValue ?? '',
        move.reason || whyText(move.finding),
      ];
    })
    .sort((a, b) => a.join('\u0000').localeCompare(b.join('\u0000'), 'en'));
  return toCsv(['channel', 'account', 'level', 'id', 'name', 'field', 'old', 'new', 'reason'], rows);
}
