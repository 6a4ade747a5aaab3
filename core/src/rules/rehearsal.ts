import { isListed } from '../checks/shut-out';
import { read, resultOf, type Situation } from '../checks/situation';
import { worthIn } from '../checks/worth-of-one';
import type { Member } from '../compare/member';
import { poissonInterval } from '../evidence/interval';
import { type Brought, spendEffect, STOPPED, takenOver } from '../moves/effect';
import { sumApart } from '../moves/effect-sum';
import type { Effect, Ranged } from '../moves/finding';
import { CAUSED, ELASTICITY } from '../moves/response';
import { shutOutEffect } from '../moves/shut-out-effect';
import type { Worth } from '../moves/worth';
import { causedShares } from '../plan/caused';
import { NONE } from '../rows/coding';
import { type Day, type DayRange, lengthOf } from '../time/day';
import { countingBy, looking, type RuleLook, type RuleMatch, rowsOf, youngDays } from './rule-look';
import { RULED_STEP, type StandingRule } from './standing-rule';

/** So many days back a rule is rehearsed. */
export const REHEARSED_DAYS = 84;
/** What a member did after it was proposed is told by at least so many days. */
const LEAST_AFTER = 7;

/** What a rule would have proposed for a member when, and what that member did after. */
export interface Rehearsed extends RuleMatch {
  readonly on: Day;
  /** Null where too few days have passed since, or it spent nothing any more. */
  readonly after: After | null;
}

export interface After {
  readonly days: DayRange;
  readonly spend: number;
  readonly outcomes: number;
  /** What would have been otherwise in all these days, had the rule been on. */
  readonly change: { readonly spend: Ranged; readonly outcomes: Ranged; readonly gain: Ranged };
}

export const REHEARSAL_VERDICTS = ['helped', 'hurt', 'open', 'nothing proposed', 'nothing to tell by'] as const;
export type RehearsalVerdict = (typeof REHEARSAL_VERDICTS)[number];

export interface Rehearsal {
  readonly verdict: RehearsalVerdict;
  readonly looks: readonly Pick<RuleLook, 'on' | 'days' | 'looked'>[];
  /** Days before each look that were too young to be judged. */
  readonly young: number;
  readonly proposed: readonly Rehearsed[];
  /** The most that one look proposed. */
  readonly most: number;
  /** All members together whose days after tell; null where there are none, or nothing says what an outcome is worth. */
  readonly sum: After['change'] | null;
}

/**
 * Runs a rule over the last twelve weeks as if it had been on: each look knows what was known on its day but for claims, which are
 * read as they are known now, of days old enough that nine tenths of them had arrived. A member is proposed once. What would have been
 * otherwise is told by what it did after the day of its proposal, which no condition has looked at: so whatever was picked by chance
 * shows there as what it is.
 */
export function rehearse(situation: Situation, rule: StandingRule): Rehearsal {
  const [look, young] = [looking(situation, rule), youngDays(situation)];
  const looks = lookDays(situation, rule, young).map(look);
  const seen = new Set<string>();
  const fresh = looks.map(({ on, matches }) => ({ on, matches: matches.filter(({ key }) => !seen.has(key) && seen.add(key)) }));
  const worth = worthIn(situation);
  const proposed = fresh.flatMap(({ on, matches }) => {
    const days = { from: on, to: situation.lastDay - young };
    if (matches.length === 0) return [];
    const after = worth && lengthOf(days) >= LEAST_AFTER ? afterwards(situation, rule, { days, matches, worth }) : () => null;
    return matches.map((match): Rehearsed => ({ ...match, on, after: after(match) }));
  });
  const told = proposed.flatMap(({ after }) => (after ? [after] : []));
  const sum = told.length > 0 ? summed(told.map(({ change }) => change)) : null;
  return {
    verdict: proposed.length === 0 ? 'nothing proposed' : sum && worth ? verdictOf(sum, told, worth) : 'nothing to tell by',
    looks: looks.map(({ on, days, looked }) => ({ on, days, looked })),
    ...{ young, proposed, sum },
    most: Math.max(0, ...fresh.map(({ matches }) => matches.length)),
  };
}

/** Days on which a rule would have looked: the last one today, none before what it looks at was told for as long as it looks back. */
function lookDays({ tables, lastDay }: Situation, { of, days, every }: StandingRule, young: number): Day[] {
  const told = tables.feeds.flatMap(({ dimensions, covers }) => (dimensions.has(of) ? covers.map(({ from }) => from) : []));
  const first = Math.max(lastDay + 1 - REHEARSED_DAYS, Math.min(...told) + days + young);
  const looks: Day[] = [];
  for (let on = lastDay + 1; on >= first; on -= every) looks.unshift(on);
  return looks;
}

const summed = (changes: readonly After['change'][]): After['change'] => ({
  spend: sumApart(changes.map(({ spend }) => spend)),
  outcomes: sumApart(changes.map(({ outcomes }) => outcomes)),
  gain: sumApart(changes.map(({ gain }) => gain)),
});

/**
 * A rule helped where all of the range gains. It hurt where what is likeliest loses more than chance in the outcomes after allows:
 * that nothing of what is counted for a member was caused by it can never be ruled out, and is no reason to keep still about it.
 */
function verdictOf({ gain }: After['change'], told: readonly After[], { each }: Worth): RehearsalVerdict {
  const chance = 2 * Math.sqrt(told.reduce((sum, { outcomes }) => sum + outcomes, 0)) * each;
  return gain.low > 0 ? 'helped' : gain.middle + chance < 0 ? 'hurt' : 'open';
}

interface Proposed {
  readonly days: DayRange;
  readonly matches: readonly RuleMatch[];
  readonly worth: Worth;
}

/** Tells of members what they did on the days after they were proposed together, and what the rule would have changed of it. */
function afterwards(situation: Situation, rule: StandingRule, asked: Proposed): (match: RuleMatch) => After | null {
  const { count } = resultOf(situation);
  const { members, value } = read({ ...situation, days: asked.days }, ['spend', 'clicks', count, 'share-lost-to-budget'], {
    ...{ rows: rowsOf(rule), ...countingBy(situation, rule) },
  });
  const known = new Map(members.map((member) => [member.key, member]));
  const broughtBy = (member: Member): Brought => ({
    spend: value(member, 'spend') ?? 0,
    clicks: value(member, 'clicks') ?? 0,
    outcomes: value(member, count) ?? 0,
  });
  const asks = new Set(asked.matches.map(({ key }) => key));
  const beside = ({ parent }: RuleMatch): Brought =>
    members
      .filter((other) => other.kind === 'member' && other.parent === parent && other.level === rule.of && !asks.has(other.key))
      .map(broughtBy)
      .reduce(added, NOTHING);
  const shutTogether = ({ parent }: RuleMatch): number =>
    asked.matches.reduce((sum, other) => sum + (other.parent === parent ? broughtIn(known.get(other.key), broughtBy).spend : 0), 0);
  const [length, worth, caused] = [lengthOf(asked.days), asked.worth, causedIn(situation, rule, asked.days)];
  return (match) => {
    const member = known.get(match.key);
    const own = broughtIn(member, broughtBy);
    if (!member || own.spend <= 0) return null;
    const whole = match.parent === null ? undefined : known.get(match.parent);
    const effect = effectOf(rule, {
      ...{ own, beside: beside(match), whole: broughtIn(whole, broughtBy), together: shutTogether(match), length, worth },
      caused: caused(match, own.outcomes),
      lostToBudget: value(rule.of === 'campaign' || !whole ? member : whole, 'share-lost-to-budget'),
    });
    return { days: asked.days, spend: own.spend, outcomes: own.outcomes, change: over(effect, { length, worth }) };
  };
}

/** How many times what is counted for a campaign is caused by it, by the site's log where there is one: what it begins others finish. */
function causedIn(situation: Situation, { of }: StandingRule, days: DayRange): (match: RuleMatch, counted: number) => Ranged {
  const shares = causedShares(of === 'campaign' ? situation.touches() : null, resultOf(situation).outcome.id, days);
  return ({ code }, counted) => shares(typeof code === 'number' ? code : NONE, counted) ?? CAUSED;
}

const NOTHING: Brought = { spend: 0, clicks: 0, outcomes: 0 };
const added = (a: Brought, b: Brought): Brought => ({
  spend: a.spend + b.spend,
  clicks: a.clicks + b.clicks,
  outcomes: a.outcomes + b.outcomes,
});
const broughtIn = (member: Member | undefined, broughtBy: (member: Member) => Brought): Brought => (member ? broughtBy(member) : NOTHING);

interface Ruled {
  readonly own: Brought;
  /** Others of the same level beside it that stay. */
  readonly beside: Brought;
  /** What it lies in. */
  readonly whole: Brought;
  /** Spend of all that would have been shut out of it. */
  readonly together: number;
  readonly length: number;
  readonly worth: Worth;
  readonly caused: Ranged;
  readonly lostToBudget: number | null;
}

/** What the action of a rule does a day to a member that brought so much in so many days. */
function effectOf(rule: StandingRule, { own, beside, whole, together, length, worth, caused, lostToBudget }: Ruled): Effect {
  const [spend, outcomes] = [own.spend / length, own.outcomes / length];
  const mostUnseen = poissonInterval(own.outcomes).high / length;
  if (isListed(rule.of)) {
    const [restSpend, restOutcomes] = [whole.spend - own.spend, whole.outcomes - own.outcomes];
    return shutOutEffect({
      ...{ spend, outcomes, seen: own.outcomes, mostUnseen, rest: restSpend > 0 ? Math.max(0, restOutcomes) / restSpend : 0 },
      ...{ campaignSpend: whole.spend / length, lostToBudget, together: together / length, worth },
    });
  }
  if (rule.of === 'ad' && beside.spend > 0)
    return takenOver({ own, theirs: beside, days: length, worth, hasMargin: worth.isEarned }).effect;
  return spendEffect({
    // What nothing is counted for may cause as much more as it is known to begin.
    mostUnseen: mostUnseen * Math.max(1, caused.high),
    ...{ share: rule.then === 'lower budget' ? RULED_STEP : STOPPED, worth, spend, counted: outcomes, seen: own.outcomes },
    ...{ elasticity: ELASTICITY, caused, lostToBudget, assumption: '' },
  });
}

/** An effect over so many days, and what it gains by what an outcome is worth; spend and outcomes at their worst, and at their best, apart. */
function over({ spend, outcomes }: Effect, { length, worth: { each } }: Pick<Ruled, 'length' | 'worth'>): After['change'] {
  const times = ({ low, middle, high }: Ranged): Ranged => ({ low: low * length, middle: middle * length, high: high * length });
  const [money, brought] = [times(spend), times(outcomes)];
  const middle = brought.middle * each - money.middle;
  return {
    ...{ spend: money, outcomes: brought },
    gain: {
      low: middle - Math.hypot((brought.middle - brought.low) * each, money.high - money.middle),
      middle,
      high: middle + Math.hypot((brought.high - brought.middle) * each, money.middle - money.low),
    },
  };
}
