import { type CampaignPart, partKey, partsDays, partsOf, spentIn } from '../checks/campaign-parts';
import { isListed } from '../checks/shut-out';
import { shuttingOut } from '../checks/shut-out-moves';
import { resultOf, type Situation } from '../checks/situation';
import type { AcceptedMove } from '../moves/accepted';
import { AUDITED_LEVELS, type Entity, type ProposedMove } from '../moves/finding';
import { type BulkChange, movesInBulk } from '../moves/in-bulk';
import { causedShares } from '../plan/caused';
import { looking, type RuleLook, type RuleMatch } from './rule-look';
import { RULED_STEP, type StandingRule } from './standing-rule';

/** A move that a rule proposes, and for what. */
export interface RuleMove extends ProposedMove {
  readonly match: RuleMatch;
}

/** What a rule proposes today, and what it does not though its conditions hold, and why. */
export interface RuleMoves {
  readonly look: RuleLook;
  readonly moves: readonly RuleMove[];
  readonly left: readonly { readonly match: RuleMatch; readonly why: string }[];
}

/** Makes moves of what a rule sees on the day after the last finished one. */
export function movesByRule(situation: Situation, rule: StandingRule, accepted: readonly AcceptedMove[]): RuleMoves {
  const look = looking(situation, rule)(situation.lastDay + 1);
  const made =
    look.matches.length === 0 ? [] : isListed(rule.of) ? shutOut(situation, rule, look) : changed(situation, rule, look, accepted);
  const moves = made.flatMap(({ match, move }) => (typeof move === 'string' ? [] : [{ ...move, match }]));
  return { look, moves, left: made.flatMap(({ match, move }) => (typeof move === 'string' ? [{ match, why: move }] : [])) };
}

interface Made {
  readonly match: RuleMatch;
  /** Why there is none, where there is none. */
  readonly move: ProposedMove | string;
}

function shutOut(situation: Situation, { of }: StandingRule, { matches }: RuleLook): Made[] {
  const parts = new Map(partsOf(situation, of, partsDays(situation, of)).map((part) => [partKey(part), part]));
  const partOf = ({ parent, name }: RuleMatch): CampaignPart | undefined => parts.get(partKey({ whole: parent ?? '', name }));
  const asked = matches.flatMap((match) => {
    const part = partOf(match);
    return part
      ? [{ parts: [part], change: { field: 'part', dimension: of, what: part.name, from: 'allowed', to: 'excluded' } as const }]
      : [];
  });
  const moves = new Map(
    shuttingOut(situation)(asked, spentIn(situation, of)).map((move) => [
      partKey({ whole: move.entity.key, name: 'what' in move.change ? move.change.what : '' }),
      move,
    ]),
  );
  return matches.map((match) => ({
    match,
    move:
      moves.get(partKey({ whole: match.parent ?? '', name: match.name })) ??
      'It has cost nothing in the last four weeks: there is nothing to save.',
  }));
}

function changed(situation: Situation, { of, then }: StandingRule, { matches }: RuleLook, accepted: readonly AcceptedMove[]): Made[] {
  const { target, tables, lastDay, names } = situation;
  if (!target) return matches.map((match) => ({ match, move: 'Without a target nothing says what it is worth. Set one under Targets.' }));
  const change: BulkChange =
    then === 'lower budget' ? { kind: 'budget', by: 'share', value: RULED_STEP } : { kind: 'status', to: 'paused' };
  const level = AUDITED_LEVELS.find((each) => each === of);
  const members = matches.flatMap(({ code }): Entity[] => (level && typeof code === 'number' ? [{ level, member: code }] : []));
  const { moves, left } = movesInBulk({
    ...{ tables, target, lastDay, names, accepted, members, change },
    channelName: (channel) => names('channel', channel),
    caused: causedShares(situation.touches(), resultOf(situation).outcome.id, situation.days),
  });
  return matches.map((match) => ({
    match,
    move:
      moves.find(({ entity }) => entity.member === match.code) ??
      left.find(({ member }) => member === match.code)?.why ??
      'It has no code of its own at its channel.',
  }));
}
