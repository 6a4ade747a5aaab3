import type { StandingMove } from '@lens/contract';
import { isOpen, isToDo, rangeText, type Style } from '@lens/core';
import { outcomesText, settingChangeText } from '@lens/draw';
import { accountStyle, effectText } from '../audit/effect-text';
import { momentText } from '../ui/moment-text';

/** A decided move as its row shows it. */
export interface MoveView {
  readonly move: StandingMove;
  readonly change: string;
  readonly effect: string;
  readonly why: string;
  /** Who decided, and when. */
  readonly decided: string;
  /** What came of it since, a line each. */
  readonly since: readonly string[];
  readonly trouble: string;
}

export const moveView = (move: StandingMove, style: Style): MoveView => ({
  move,
  change: settingChangeText(move.change, accountStyle(move.entity, style)),
  effect: effectText(move.effect, outcomesText(move.outcome), style),
  why: move.evidence.join(' '),
  decided: whoWhen(move.by, move.decidedAt, style),
  since: [
    move.approved ? `Approved: ${whoWhen(move.approved.by, move.approved.at, style)}` : '',
    move.sent ? `Sent: ${whoWhen(move.sent.by, move.sent.at, style)}` : '',
    standingText(move.standing, style),
  ].filter((line) => line !== ''),
  trouble: move.trouble,
});

const whoWhen = (by: string, at: string, style: Style): string => [by, momentText(at, style)].filter((part) => part !== '').join(', ');

/** What reports say of a move since it was accepted; nothing of one that still waits. */
function standingText(standing: StandingMove['standing'], { locale }: Style): string {
  const since = standing?.since == null ? '' : rangeText({ from: standing.since, to: standing.since }, locale);
  switch (standing?.state) {
    case 'done':
      return `So since ${since}`;
    case 'changed otherwise':
      return `Something else since ${since}`;
    case 'not told':
      return 'No report tells this setting: take it back once it is done';
    default:
      return '';
  }
}

/** The lists of decided moves, in the order in which somebody has to do something about them. */
export interface MoveList {
  readonly title: string;
  readonly note: string;
  readonly isToDo: boolean;
  readonly views: readonly MoveView[];
}

export function moveLists(moves: readonly StandingMove[], style: Style): MoveList[] {
  const views = moves.map((move) => moveView(move, style));
  const of = (isMeant: (move: StandingMove) => boolean): MoveView[] => views.filter(({ move }) => isMeant(move));
  const lists: MoveList[] = [
    { title: 'To be carried out', note: '', isToDo: true, views: of(isToDo) },
    { title: 'Sent', note: 'No report has told of these yet.', isToDo: false, views: of((move) => isOpen(move) && move.sent !== null) },
    { title: 'Carried out', note: '', isToDo: false, views: of(({ standing }) => standing?.state === 'done') },
    { title: 'Changed otherwise', note: '', isToDo: false, views: of(({ standing }) => standing?.state === 'changed otherwise') },
    { title: 'Dismissed', note: '', isToDo: false, views: of(({ standing }) => standing === null) },
  ];
  return lists.filter(({ isToDo, views: own }) => isToDo || own.length > 0);
}
