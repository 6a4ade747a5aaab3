import type { Interval } from '../evidence/interval';
import { type More, VERDICTS } from '../evidence/verdict';
import type { DayRange } from '../time/day';
import type { SettingChange } from './setting-change';
import type { StopLoss } from './stop-loss';
import type { TargetMetric } from '../target/target';

/** Too few of its days are measured, or too few of its outcomes have arrived. */
export const UNFIT = ['not measured', 'too early'] as const;
export type Unfit = (typeof UNFIT)[number];

/** Levels whose members are judged. */
export const AUDITED_LEVELS = ['campaign', 'ad'] as const;
export type AuditedLevel = (typeof AUDITED_LEVELS)[number];
export const FINDING_VERDICTS = [...VERDICTS, 'not judged'] as const;
export type FindingVerdict = (typeof FINDING_VERDICTS)[number];

/** What a change is of: a member by its code. */
export interface Entity {
  readonly level: AuditedLevel;
  readonly member: number;
}

/** How one campaign or ad stands to the client's target, and how sure that is. Money in whole units. */
export interface TargetFinding {
  readonly check: 'target';
  /** Row key in Compare for the same client: channel/campaign/group/ad. */
  readonly key: string;
  readonly level: AuditedLevel;
  readonly name: string;
  readonly channel: string;
  readonly account: number;
  /** Currency its settings are in: the account's own. */
  readonly currency: string;
  /** Code of the member itself. */
  readonly member: number;
  readonly metric: TargetMetric;
  readonly target: number;
  /** The metric by click date with late sales allowed for; null where spend brought nothing. */
  readonly actual: number | null;
  /** 95 % interval of the metric; an open high side is null. */
  readonly range: { readonly low: number; readonly high: number | null };
  readonly verdict: FindingVerdict;
  /** Why it cannot be judged; null where it can. */
  readonly unfit: Unfit | null;
  /** Whether the verdict survives the limit on chance findings in the whole list. */
  readonly supported: boolean;
  readonly more: More | null;
  readonly days: DayRange;
  readonly spend: number;
  readonly clicks: number;
  readonly outcomes: number;
  /** What they were worth; 0 where nothing says. */
  readonly value: number;
  /** Share of the outcomes of these clicks that has arrived, 0–1. */
  readonly maturity: number;
  readonly breakEven: { readonly roas: number | null; readonly cpa: number | null };
  /** The metric of what a campaign spends last, by the usual response to spend; null of ads, and where nothing is judged. */
  readonly marginal: Ranged | null;
  readonly stopLoss: (StopLoss & { readonly step: string; readonly spend: number; readonly days: DayRange }) | null;
  /** Share of the impressions it could have had that its budget lost; null where not measured. */
  readonly lostToBudget: number | null;
  readonly move: Proposal | null;
  /** Why no change is proposed where one might be expected; empty where one is, or where nothing is wrong. */
  readonly noMove: string;
}

/** A change of something, with the names that it is told by. */
export interface ProposedMove extends Proposal {
  readonly entity: Entity & { readonly key: string; readonly name: string; readonly channelName: string };
}

/** One change, small enough to be undone, with what it is expected to do a day. */
export interface Proposal {
  readonly change: SettingChange;
  readonly effect: Effect;
}

/** Expected change a day over the next 28 days. The middle and a range; `outcomes` in counts, the rest in money. */
export interface Effect {
  readonly spend: Ranged;
  readonly outcomes: Ranged;
  /** Null for clients whose outcomes carry no value. */
  readonly profit: Ranged | null;
  readonly assumption: string;
}

export interface Ranged extends Interval {
  readonly middle: number;
}
