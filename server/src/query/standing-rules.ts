import type { RehearsalReply } from '@lens/contract';
import {
  groupBy,
  matchText,
  metricsOf,
  movesByRule,
  rehearse,
  resultOf,
  type RuleLook,
  ruleText,
  type Situation,
  type StandingRule,
} from '@lens/core';
import { acceptedMoves } from '../store/moves';
import type { ClientData } from './client-data';
import { situationOf } from './checks';
import { type NamedMove, namingMoves } from './moved-entity';

/** Finished days that say what a day of something costs. */
const LATELY = 28;

/** What a rule would have proposed in the last weeks, and what came after. */
export function rehearsedRule(data: ClientData, client: string, rule: StandingRule, today: number): RehearsalReply {
  const situation = ruledSituation(data, client, today);
  const [book, { style }] = [metricsOf(situation), situation];
  const { looks, proposed, ...told } = rehearse(situation, rule);
  const windows = new Map(looks.map(({ on, days }) => [on, days]));
  return {
    ...told,
    ...{ text: ruleText(rule, book, style), outcome: resultOf(situation).outcome.id },
    ...{ looks: looks.length, from: looks[0]?.on ?? null, to: looks.at(-1)?.on ?? null, looked: looks.at(-1)?.looked ?? 0 },
    proposed: proposed.map((each) => {
      const { key, name, campaignName, channelName, on, after } = each;
      const days = windows.get(on) ?? { from: on, to: on };
      return { key, name, campaignName, channelName, on, after, saw: matchText(rule, { days }, each, book, style) };
    }),
  };
}

/** What a rule proposes today, with what it saw. */
export interface RuleLooked extends Pick<RuleLook, 'days' | 'looked'> {
  readonly moves: readonly (NamedMove & { readonly saw: string })[];
  readonly left: readonly { readonly name: string; readonly why: string }[];
  readonly outcome: string;
  /** For how many it would have proposed something for the first time at any one look up to the day asked for. */
  readonly mostBefore: number;
}

/** Looks by a rule at a client today; `until` is the day up to which earlier looks are counted. */
export function lookedByRule(
  data: ClientData,
  client: string,
  rule: StandingRule,
  { today, until }: { today: number; until: number },
): RuleLooked {
  const situation = ruledSituation(data, client, today);
  const [book, { style }] = [metricsOf(situation), situation];
  const { look, moves, left } = movesByRule(situation, rule, acceptedMoves(data.db, client));
  const named = namingMoves(data, data.load(client))(moves.map(({ match: _, ...move }) => move));
  const earlier = rehearse(situation, rule).proposed.filter(({ on }) => on <= until);
  return {
    ...{ days: look.days, looked: look.looked, outcome: resultOf(situation).outcome.id },
    moves: moves.map(({ match }, at) => ({ ...(named[at] as NamedMove), saw: matchText(rule, look, match, book, style) })),
    left: left.map(({ match: { campaignName, name }, why }) => ({ name: name === campaignName ? name : `${campaignName} › ${name}`, why })),
    mostBefore: Math.max(0, ...[...groupBy(earlier, ({ on }) => on).values()].map(({ length }) => length)),
  };
}

const ruledSituation = (data: ClientData, client: string, today: number): Situation =>
  situationOf(data, data.load(client), { days: { from: today - LATELY, to: today - 1 }, today, notes: [] });
