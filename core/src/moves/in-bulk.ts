import { groupBy } from '../list/group-by';
import { settingKey } from '../settings/settings-of';
import type { Day } from '../time/day';
import { type AuditInput, type Context, type Examined, judgedMembers, lastChange } from './audit';
import { budgetEffect, pauseEffect, STOPPED } from './effect';
import type { Effect, Entity, ProposedMove, Ranged, TargetFinding } from './finding';
import { type Observed, since } from './observe';
import { oppositeEffect } from './opposite-effect';
import { LEAST_LOST, worthOfOne } from './propose';
import { cents, type RunState, type SettingChange } from './setting-change';

/** One change that is asked of several campaigns or ads. A share of −0.2 is a fifth less; an amount is money a day in the account's currency. */
export type BulkChange =
  { readonly kind: 'status'; readonly to: RunState } | { readonly kind: 'budget'; readonly by: 'share' | 'amount'; readonly value: number };

/** What was asked for and is not changed, and why. */
export interface LeftAlone extends Entity {
  readonly why: string;
}

/** A move with what is known of what it changes: on how many days it spent how much, and what that brought. */
export interface BulkMove extends ProposedMove {
  readonly seen: Pick<TargetFinding, 'days' | 'spend' | 'outcomes'>;
}

export interface BulkMoves {
  readonly moves: readonly BulkMove[];
  readonly left: readonly LeftAlone[];
}

export interface BulkInput extends Omit<AuditInput, 'days'> {
  readonly members: readonly Entity[];
  readonly change: BulkChange;
  readonly channelName: (channel: string) => string;
  /** How many times what is counted for a campaign on the days that are looked at is caused by it; undefined where no log tells. */
  readonly caused?: CausedOf | undefined;
}

type CausedOf = (campaign: number, counted: number) => Ranged | undefined;

/** Days before today that say what a change does. */
export const BULK_DAYS = 28;
/** Fewer days than these since something was changed say too little: those before count as well then. */
const LEAST_DAYS = 7;
/** How long ago something may have been shown last, for what it did then to say what it would do again. */
const LONG_AGO = 182;

/**
 * Makes one move of each campaign or ad that is asked for, with what it is expected to do by the last 28 days, or by the last 28
 * before it was paused. All of one group that are paused leave the group dark; those that stay take over what the paused brought.
 */
export function movesInBulk({ members, change, channelName, ...input }: BulkInput): BulkMoves {
  const { lastDay } = input;
  const now = looking({ ...input, days: { from: lastDay - BULK_DAYS + 1, to: lastDay } });
  const before = change.kind === 'status' && change.to === 'running' ? beforeStops(input, lastDay) : new Map<string, Examined>();
  const asked = new Set(members.map(keyOf));
  const answers = members.map((entity): Answer => {
    const waiting = now.context.accepted.waitingFor(entity, now.context);
    if (waiting) return 'Another change of it is accepted, and waits to be carried out.';
    if (change.kind === 'budget') return budgetMove(entity, change, now);
    return change.to === 'paused' ? pauseMove(entity, asked, now) : resumeMove(entity, before, now);
  });
  const moves = answers.flatMap((answer) => (typeof answer === 'string' ? [] : [answer]));
  return {
    moves: moves.map(({ of, ...move }) => ({ ...move, ...toldOf(of, channelName) })),
    left: members.flatMap(({ level, member }, at) => {
      const answer = answers[at];
      return typeof answer === 'string' ? [{ level, member, why: answer }] : [];
    }),
  };
}

function toldOf({ finding, observed }: Examined, channelName: BulkInput['channelName']): Pick<BulkMove, 'entity' | 'seen'> {
  const { level, member, key, name, spend, outcomes } = finding;
  const [first, last] = [observed.days[0], observed.days.at(-1)];
  return {
    entity: { level, member, key, name, channelName: channelName(observed.channel) },
    seen: { days: { from: first?.day ?? 0, to: last?.day ?? 0 }, spend, outcomes },
  };
}

/** A move of something that was looked at, or why there is none. */
type Answer = { readonly of: Examined; readonly change: SettingChange; readonly effect: Effect } | string;

interface Looked {
  readonly context: Context;
  /** By what is found of a campaign. */
  readonly caused: (of: Examined) => Ranged | undefined;
  readonly byKey: ReadonlyMap<string, Examined>;
  readonly byGroup: ReadonlyMap<number, readonly Examined[]>;
}

const keyOf = ({ level, member }: Entity): string => settingKey(level, member);

function looking(input: AuditInput & Pick<BulkInput, 'caused'>): Looked {
  const { judged, context } = judgedMembers(input, (observed, looked) => {
    const known = sinceFirst(observed);
    const unchanged = since(known, lastChange(observed, looked));
    return unchanged.days.length < LEAST_DAYS ? known : unchanged;
  });
  const ads = judged.filter(({ finding }) => finding.level === 'ad');
  const caused = ({ finding, observed }: Examined): Ranged | undefined =>
    finding.level === 'campaign'
      ? input.caused?.(finding.member, (finding.outcomes * BULK_DAYS) / Math.max(1, observed.days.length))
      : undefined;
  return {
    context,
    caused,
    byKey: new Map(judged.map((each) => [keyOf(each.finding), each])),
    byGroup: groupBy(ads, ({ observed }) => observed.group),
  };
}

/** Days before the first money say nothing of a day. */
const sinceFirst = (observed: Observed): Observed => since(observed, observed.days.find(({ spend }) => spend > 0)?.day ?? 0);

/** What is paused, as it did in the last days before. */
function beforeStops(input: Omit<AuditInput, 'days'>, lastDay: Day): Map<string, Examined> {
  const { judged } = judgedMembers({ ...input, days: { from: lastDay - LONG_AGO + 1, to: lastDay } }, (observed, { running }) => {
    const stopped = running.get(keyOf(observed));
    const last = stopped?.value === 0 ? stopped.since - 1 : lastDay;
    const shown = { ...observed, days: observed.days.filter(({ day }) => day <= last) };
    return sinceFirst(since(shown, last - BULK_DAYS + 1));
  });
  return new Map(judged.map((each) => [keyOf(each.finding), each]));
}

const runs = (entity: Entity, { running }: Context): boolean | undefined => {
  const setting = running.get(keyOf(entity));
  return setting && setting.value === 1;
};

const UNTOLD_RUN = 'No report tells whether it runs.';
const NO_COST = `It cost nothing in the last ${BULK_DAYS} days, so nothing says what this would do.`;

function pauseMove(entity: Entity, asked: ReadonlySet<string>, { context, byKey, byGroup, caused }: Looked): Answer {
  const isRunning = runs(entity, context);
  if (isRunning !== true) return isRunning === undefined ? UNTOLD_RUN : 'It is paused already.';
  const of = byKey.get(keyOf(entity));
  if (!of) return NO_COST;
  const siblings = (entity.level === 'ad' ? (byGroup.get(of.observed.group) ?? []) : []).filter(
    ({ finding }) => !asked.has(keyOf(finding)) && runs(finding, context) === true,
  );
  return { of, change: { field: 'status', from: 'running', to: 'paused' }, effect: pausing(of, siblings, context, caused(of)) };
}

/** What stops with something, or goes on at the others of its group. */
function pausing({ finding, observed }: Examined, siblings: readonly Examined[], context: Context, caused?: Ranged): Effect {
  const worth = worthOfOne({ finding }, context);
  if (siblings.length > 0)
    return pauseEffect(
      observed,
      siblings.map((each) => each.observed),
      { finding, worth, hasMargin: context.margin !== undefined },
    ).effect;
  const { effect } = budgetEffect(finding, observed, { share: STOPPED, worth, lateShare: context.lateShare(observed.campaign), caused });
  return finding.level === 'ad'
    ? { ...effect, assumption: `No other ad of its group runs: the group shows nothing. ${effect.assumption}` }
    : effect;
}

function resumeMove(entity: Entity, before: ReadonlyMap<string, Examined>, { context, byGroup }: Looked): Answer {
  const isRunning = runs(entity, context);
  if (isRunning !== false) return isRunning === undefined ? UNTOLD_RUN : 'It runs already.';
  const of = before.get(keyOf(entity));
  if (!of) return 'It has cost nothing for half a year, so nothing says what it would bring.';
  const siblings = (entity.level === 'ad' ? (byGroup.get(of.observed.group) ?? []) : []).filter(
    ({ finding }) => runs(finding, context) === true,
  );
  const stopped = pausing(of, siblings, context);
  return {
    ...{ of, change: { field: 'status', from: 'paused', to: 'running' } },
    effect: oppositeEffect(stopped, `It does again what it did in the last ${BULK_DAYS} days before it was paused.`),
  };
}

function budgetMove(entity: Entity, { by, value }: Extract<BulkChange, { kind: 'budget' }>, { context, byKey, caused }: Looked): Answer {
  if (entity.level !== 'campaign') return 'Only campaigns have budgets of their own here.';
  const budget = context.budgets.get(keyOf(entity))?.value;
  if (budget === undefined || budget <= 0) return 'No report tells its daily budget.';
  const of = byKey.get(keyOf(entity));
  if (!of) return NO_COST;
  const to = cents(by === 'share' ? budget * (1 + value) : budget + value);
  if (to <= 0) return 'Nothing would be left of its budget: pause it instead.';
  if (to === cents(budget)) return 'Its budget stays what it is: the change is smaller than a hundredth.';
  return { of, change: { field: 'daily budget', from: cents(budget), to }, effect: budgetingOf(of, to / budget - 1, context, caused(of)) };
}

/** A budget that hardly holds a campaign back is not spent, however much is added. */
function budgetingOf({ finding, observed }: Examined, share: number, context: Context, caused: Ranged | undefined): Effect {
  const { lostToBudget: lost } = finding;
  if (share > 0 && lost !== null && lost < LEAST_LOST) return NOTHING_MORE;
  const wanted = lost === null ? share : lost / (1 - lost);
  return budgetEffect(finding, observed, {
    share: Math.min(share, wanted > 0 ? wanted : share),
    worth: worthOfOne({ finding }, context),
    lateShare: context.lateShare(observed.campaign),
    caused,
  }).effect;
}

const NONE_MORE = { low: 0, middle: 0, high: 0 };
const NOTHING_MORE: Effect = {
  ...{ spend: NONE_MORE, outcomes: NONE_MORE, profit: null },
  assumption: 'Its budget hardly holds it back: more of it is not expected to be spent.',
};
