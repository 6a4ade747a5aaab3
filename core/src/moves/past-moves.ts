import type { ClientTables } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { shareBy } from '../maturity/maturity';
import { type Setting, settingsOf } from '../settings/settings-of';
import { type Target, TARGET_METRICS } from '../target/target';
import type { Day, DayRange } from '../time/day';
import { sumEffects } from './effect-sum';
import type { Effect, Ranged } from './finding';
import { agrees, followUp, type MoveResult, LEAST_DAYS, LEAST_OTHERS, type Stretch } from './follow-up';
import { observe, type Observed } from './observe';

/** A move that was carried out. */
export interface PastMove {
  readonly id: string;
  /** The campaign it is of, or lies in. */
  readonly campaign: number;
  readonly decidedOn: Day;
  /** The first day of it. */
  readonly since: Day;
  readonly effect: Effect;
}

/** Why it cannot be told what moves did. */
export const UNTOLD = ['too early', 'changed again', 'few left alone', 'not measured'] as const;
export type Untold = (typeof UNTOLD)[number];

/** What the moves of one campaign that were carried out on one day did together. */
export interface FollowedUp {
  readonly moves: readonly string[];
  readonly expected: { readonly spend: Ranged; readonly outcomes: Ranged };
  readonly before: DayRange;
  readonly after: DayRange;
  readonly happened: MoveResult | null;
  readonly why: Untold | null;
  /** Whether what happened and what was expected can both be so; null where nothing is told. */
  readonly agrees: { readonly spend: boolean; readonly outcomes: boolean } | null;
}

export interface FollowUpInput {
  readonly tables: ClientTables;
  readonly target: Target;
  readonly names: (level: string, code: number) => string;
  /** Last finished day. */
  readonly lastDay: Day;
  readonly moves: readonly PastMove[];
}

/** Days that lead to a decision, and those before them that it is held against; days after it that tell. */
const [TRIGGER, BEFORE, AFTER] = [28, 56, 28];
const LEAST_COVERAGE = 0.9;
/** Of a day of which less has arrived nothing is counted. */
const LEAST_ARRIVED = 0.9;
/** Those that spend so many times more or less are not alike. */
const ALIKE = 8;

/** Follows up what was carried out, by click date and campaign, against campaigns that were left alone meanwhile. */
export function followUpMoves({ tables, target, names, lastDay, moves }: FollowUpInput): FollowedUp[] {
  if (moves.length === 0) return [];
  const outcome = tables.vocabulary.outcome(TARGET_METRICS[target.metric].outcome);
  const from = Math.min(...moves.map(({ decidedOn }) => decidedOn)) - TRIGGER - BEFORE;
  const { countedBy } = target;
  const { members, lateness } = observe({ tables, days: { from, to: lastDay }, outcome, countedBy, names, lastDay, ads: false });
  const campaigns = new Map(members.map((member) => [member.campaign, member]));
  const arrivedBy = (campaign: number): Day => {
    const curve = lateness.of({ outcome, part: 'count', countedBy }, campaign);
    let day = lastDay;
    while (curve && day > from && shareBy(curve, lastDay - day) < LEAST_ARRIVED) day -= 1;
    return day;
  };
  const changes = changesOf(tables, moves);
  return [...groupBy(moves, ({ campaign, since }) => `${campaign} ${since}`).values()].map((own): FollowedUp => {
    const [{ campaign, since }] = own as [PastMove];
    const decidedOn = Math.min(...own.map((move) => move.decidedOn));
    const before = { from: decidedOn - TRIGGER - BEFORE, to: decidedOn - TRIGGER - 1 };
    const after = { from: since, to: Math.min(since + AFTER - 1, arrivedBy(campaign)) };
    const { spend, outcomes } = sumEffects(own.map(({ effect }) => effect));
    const about = { moves: own.map(({ id }) => id), expected: { spend, outcomes }, before, after };
    const untold = (why: Untold): FollowedUp => ({ ...about, happened: null, why, agrees: null });
    const moved = campaigns.get(campaign);
    if (after.to - after.from + 1 < LEAST_DAYS) return untold('too early');
    if (changes.some((change) => change.campaign === campaign && change.day !== since && isWithin(change.day, before, after)))
      return untold('changed again');
    if (!moved || coverageOf(moved, before, after) < LEAST_COVERAGE) return untold('not measured');
    const told = partsOf(moved, before, after);
    const others = members.filter(
      (each) =>
        each.campaign !== campaign &&
        !changes.some((change) => change.campaign === each.campaign && isWithin(change.day, before, after)) &&
        coverageOf(each, before, after) >= LEAST_COVERAGE &&
        isAlike(stretchOf(each, before), told.before),
    );
    const happened = followUp(
      told,
      others.map((each) => partsOf(each, before, { ...after, to: Math.min(after.to, arrivedBy(each.campaign)) })),
    );
    if (!happened) return untold(others.length < LEAST_OTHERS ? 'few left alone' : 'not measured');
    const both = { spend: agrees(happened.spend, spend), outcomes: agrees(happened.outcomes, outcomes) };
    return { ...about, happened, why: null, agrees: both };
  });
}

interface Change {
  readonly campaign: number;
  readonly day: Day;
}

/** What was changed of campaigns, by moves and by what reports tell of their settings. */
function changesOf(tables: ClientTables, moves: readonly PastMove[]): Change[] {
  const told = ['daily budget', 'running'].flatMap((measure) =>
    [...settingsOf(tables, measure)].flatMap(([key, { changed, since }]: [string, Setting]): Change[] => {
      const [level, code] = key.split(' ');
      return changed && level === 'campaign' ? [{ campaign: Number(code), day: since }] : [];
    }),
  );
  return [...told, ...moves.map(({ campaign, since }) => ({ campaign, day: since }))];
}

/** From the first of the days before to the last of those after: what happens between them bears on these. */
const isWithin = (day: Day, before: DayRange, after: DayRange): boolean => day >= before.from && day <= after.to;

function stretchOf({ days }: Observed, { from, to }: DayRange): Stretch {
  const own = days.filter(({ day }) => day >= from && day <= to);
  const total = (of: 'spend' | 'outcomes'): number => own.reduce((all, each) => all + each[of], 0);
  return { days: own.length, spend: total('spend'), outcomes: total('outcomes') };
}

const partsOf = (observed: Observed, before: DayRange, after: DayRange) => ({
  before: stretchOf(observed, before),
  after: stretchOf(observed, after),
});

/** The share of its days that are measured, where it was there at all before. */
const coverageOf = (observed: Observed, before: DayRange, after: DayRange): number =>
  stretchOf(observed, before).spend > 0 && stretchOf(observed, after).days > 0 ? observed.coverage : 0;

function isAlike(one: Stretch, other: Stretch): boolean {
  const ratio = one.spend / one.days / (other.spend / other.days);
  return ratio < ALIKE && ratio > 1 / ALIKE;
}
