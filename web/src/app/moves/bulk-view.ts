import type { BulkReply, BulkRequest } from '@lens/contract';
import { type AuditedLevel, formatNumber, quantity, type Style } from '@lens/core';
import { outcomesText, settingChangeText } from '@lens/draw';
import { accountStyle, effectText } from '../audit/effect-text';
import type { Choice } from '../ui/choices';

/** What can be done with several at once. */
export type BulkKind = 'pause' | 'resume' | 'share' | 'amount';

const KINDS: readonly (Choice<BulkKind> & { readonly levels: readonly AuditedLevel[] })[] = [
  { value: 'pause', label: 'Pause', levels: ['campaign', 'ad'] },
  { value: 'resume', label: 'Resume', levels: ['campaign', 'ad'] },
  { value: 'share', label: 'Change the daily budget by a share', levels: ['campaign'] },
  { value: 'amount', label: 'Change the daily budget by an amount', levels: ['campaign'] },
];

/** What can be done with members of these levels. */
export const bulkKinds = (levels: readonly AuditedLevel[]): readonly Choice<BulkKind>[] =>
  KINDS.filter((kind) => levels.every((level) => kind.levels.includes(level)));

export const isBudget = (kind: BulkKind): boolean => kind === 'share' || kind === 'amount';

/** What is asked for; null while a budget's change is not said, or is none. A share is typed as a percentage. */
export function bulkChange(kind: BulkKind, typed: number): BulkRequest['change'] | null {
  if (!isBudget(kind)) return { kind: 'status', to: kind === 'pause' ? 'paused' : 'running' };
  if (!Number.isFinite(typed) || typed === 0) return null;
  return kind === 'share' ? { kind: 'budget', by: 'share', value: typed / 100 } : { kind: 'budget', by: 'amount', value: typed };
}

/** What a change does, and what it leaves, as a person reads it. */
export interface BulkView {
  readonly sum: string;
  /** What is assumed of every one of them. */
  readonly assumed: string;
  readonly lines: readonly {
    readonly key: string;
    readonly name: string;
    readonly change: string;
    readonly effect: string;
    readonly rests: string;
  }[];
  readonly left: readonly { readonly name: string; readonly why: string }[];
  readonly accept: string;
}

export function bulkView({ moves, left, sum, outcome }: BulkReply, style: Style): BulkView {
  const many = quantity(moves.length, 'move', 'moves', style);
  const overlap = sum.overlap ? '. Some lie within others: together they do less than this sum' : '';
  const known =
    sum.profit && sum.withoutProfit > 0
      ? `. Profit is of the ${formatNumber(moves.length - sum.withoutProfit, 'count', style)} where it is known`
      : '';
  const assumed = new Set(moves.length > 1 ? moves[0]?.evidence.filter((said) => moves.every((move) => move.evidence.includes(said))) : []);
  return {
    sum:
      moves.length === 0
        ? ''
        : `${many} together. ${effectText({ ...sum, assumption: '' }, outcomesText(outcome), style)}${known}${overlap}.`,
    assumed: [...assumed].join(' '),
    lines: moves.map(({ entity, change, effect, evidence }) => ({
      key: entity.key,
      name: `${entity.name} · ${entity.channelName}`,
      change: settingChangeText(change, accountStyle(entity, style)),
      effect: effectText(effect, outcomesText(outcome), style),
      rests: evidence.filter((said) => !assumed.has(said)).join(' '),
    })),
    left,
    accept: `Accept ${many}`,
  };
}
