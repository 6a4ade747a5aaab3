import type { WireProposedMove } from '@lens/contract';
import { formatNumber, type SettingChange, type Style, sumEffects } from '@lens/core';
import { outcomesText, settingChangeText } from '@lens/draw';
import { accountStyle, decidedText, effectText } from './effect-text';

/** One of several moves that a finding calls for. */
export interface MoveLine {
  readonly move: WireProposedMove;
  readonly change: string;
  /** What of: “JLT_search_uk · Harbor Search”; empty where all are of the same. */
  readonly of: string;
  readonly effect: string;
  /** What was decided; empty while it waits. */
  readonly decided: string;
  /** The hours of the week before and after, where they are what is changed. */
  readonly hours: Extract<SettingChange, { field: 'schedule' }> | null;
}

export function moveLines(moves: readonly WireProposedMove[], outcome: string, style: Style): MoveLine[] {
  const isOfOne = new Set(moves.map(({ entity }) => entity.key)).size === 1;
  return moves.map((move) => ({
    move,
    change: settingChangeText(move.change, accountStyle(move.entity, style)),
    of: isOfOne ? '' : `${move.entity.name} · ${move.entity.channelName}`,
    effect: effectText(move.effect, outcomesText(outcome), style),
    decided: decidedText(move.decided),
    hours: move.change.field === 'schedule' ? move.change : null,
  }));
}

/** What some moves are expected to do together, and what that rests on; empty of none. */
export function togetherText(moves: readonly WireProposedMove[], outcome: string, style: Style): string {
  const [first] = moves;
  if (!first) return '';
  const sum = sumEffects(moves.map(({ effect }) => effect));
  const many = moves.length > 1 ? `${formatNumber(moves.length, 'count', style)} moves together. ` : '';
  return `${many}${effectText({ ...sum, assumption: '' }, outcomesText(outcome), style)}. ${first.effect.assumption}`;
}
