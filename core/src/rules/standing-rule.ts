import { LISTED_PARTS } from '../checks/shut-out';
import type { MetricId } from '../metric/metric';
import type { AmountTest } from '../question/condition';
import type { Filter } from '../question/filter';

/** What rules look at: campaigns and ads, and parts of campaigns that a list can shut out. */
export const RULED_MEMBERS = ['campaign', 'ad', ...LISTED_PARTS] as const;
export type RuledMember = (typeof RULED_MEMBERS)[number];

export const RULE_ACTIONS = ['exclude', 'pause', 'lower budget'] as const;
export type RuleAction = (typeof RULE_ACTIONS)[number];

/** What a rule may propose for what it looks at. */
export const actionsOf = (of: RuledMember): readonly RuleAction[] =>
  of === 'campaign' ? ['pause', 'lower budget'] : of === 'ad' ? ['pause'] : ['exclude'];

/** A budget that a rule lowers is lowered by this share. */
export const RULED_STEP = -0.2;

/** What an amount is counted in: itself, or so many times what one outcome may cost for the client's target to hold. */
export const RULE_SCALES = ['amount', 'may cost'] as const;
export type RuleScale = (typeof RULE_SCALES)[number];

export interface RuleCondition {
  readonly metric: MetricId;
  readonly test: AmountTest;
  readonly than: number;
  readonly scale: RuleScale;
}

/** What is looked at every so many days, and proposed for each member of which all conditions hold over the last days. */
export interface StandingRule {
  readonly of: RuledMember;
  /** How many days are looked back on, those too young to be judged left out. */
  readonly days: number;
  readonly all: readonly RuleCondition[];
  /** Of which campaigns; all of these must hold. */
  readonly where: readonly Filter[];
  readonly then: RuleAction;
  /** Days from one look to the next. */
  readonly every: number;
}

/** A rule whose conditions hold for so much of all that it looks at is asked about twice. */
const NEARLY_ALL = 0.8;
export const isNearlyAll = (matched: number, looked: number): boolean => looked > 1 && matched >= NEARLY_ALL * looked;

/** A rule that proposes for more than this many times as many as at any look of the weeks before stops itself, and for a few in no case. */
const FAR_MORE = 2;
const A_FEW = 3;
export const isFarMore = (fresh: number, mostBefore: number): boolean => fresh > Math.max(A_FEW, FAR_MORE * mostBefore);
