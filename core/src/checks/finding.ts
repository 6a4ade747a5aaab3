import type { ProposedMove, TargetFinding } from '../moves/finding';
import { LEAST_LOST } from '../moves/propose';
import type { MetricId } from '../metric/metric';
import type { Filter } from '../question/filter';
import { TARGET_METRICS } from '../target/target';
import type { Day, DayRange } from '../time/day';

/** What is looked into, in the order in which that is told, each with its name. */
export const CHECK_LABELS = {
  target: 'Against the target',
  levels: 'Groups, keywords and products',
  why: 'Why it changed',
  steps: 'Steps to the result',
  days: 'Unusual days',
  late: 'Late results',
  signals: 'Early signals',
  claims: 'Claims against orders',
  reports: 'Claims in reports',
  pages: 'Landing pages',
  sources: 'Sources and parts',
  searches: 'Words of searches',
  terms: 'Search terms',
  lost: 'What could be shown',
  hours: 'Hours and weekdays',
  people: 'People and frequency',
  wear: 'Wear of ads',
  grades: 'Grades of ads',
  settings: 'Settings',
  pacing: 'Pace and balances',
} as const;
export type CheckId = keyof typeof CHECK_LABELS;
export const CHECKS = Object.keys(CHECK_LABELS) as CheckId[];
export type OtherCheck = Exclude<CheckId, 'target'>;
export const OTHER_CHECKS = CHECKS.filter((check): check is OtherCheck => check !== 'target');

/** What is off, by the check that found it. */
export type Finding = TargetFinding | OtherFinding;

/** What a finding comes to, in the order in which they are read. */
export const FINDING_GROUPS = ['cannot be judged', 'not the advertising', 'loses money', 'held back', 'worth watching', 'fine'] as const;
export type FindingGroup = (typeof FINDING_GROUPS)[number];

/** Something that is found beside the target, written for the client's locale. */
export interface OtherFinding {
  readonly check: OtherCheck;
  /** Which of the things that the check looks for, in words that do not change. */
  readonly trouble: string;
  /** The same for the same thing found again. */
  readonly key: string;
  readonly about: About;
  readonly group: FindingGroup;
  /** Money at stake over its days, in whole units of the client's currency; 0 where that cannot be told. */
  readonly money: number;
  readonly days: DayRange;
  /** Since when it is so; null where no day can be told. */
  readonly since: Since | null;
  /** The finding in a sentence. */
  readonly says: string;
  /** What it rests on, a sentence each. */
  readonly evidence: readonly string[];
  /** What can be done. */
  readonly advice: string;
  /** What the logbook and the channels' histories tell of its days, that which is nearest first. */
  readonly happened: readonly string[];
  readonly picture: Picture | null;
  /** The names of all that it is about, where that are several. */
  readonly members?: readonly string[];
  /** Changes that it calls for, where it can be said what they would do. */
  readonly moves?: readonly ProposedMove[];
  /** Where the figures behind it can be seen. */
  readonly rows: RowsBehind;
}

/** Whom a finding is about. */
export interface About {
  /** “Channel”, “Campaign”, “Placement”. */
  readonly kind: string;
  readonly name: string;
  /** What it lies in, the outermost first. */
  readonly path: readonly string[];
}

/** The day on which something begins, and the days that it may as well have been. */
export interface Since {
  readonly day: Day;
  readonly within: DayRange;
  /** The last day of it; null where it goes on. */
  readonly until: Day | null;
}

/** What is drawn beside a finding. */
export type Picture =
  /** Day by day from a day on, with what is usual, where that is known, and the days that are meant. */
  | {
      readonly kind: 'days';
      readonly title: string;
      readonly unit: 'count' | 'money' | 'share';
      readonly from: Day;
      readonly values: readonly (number | null)[];
      readonly usual: readonly (number | null)[];
      readonly marked: readonly DayRange[];
    }
  /** What a change is made of, each as it is written. */
  | {
      readonly kind: 'parts';
      readonly title: string;
      readonly parts: readonly { readonly name: string; readonly amount: number; readonly text: string }[];
    }
  /** A figure of each of a grid: hours of weekdays, days of weeks; null where there is none. */
  | {
      readonly kind: 'grid';
      readonly title: string;
      readonly unit: 'count' | 'money' | 'share';
      readonly rows: readonly string[];
      readonly columns: readonly string[];
      readonly cells: readonly (readonly (number | null)[])[];
      /** Those that are meant, where some are. */
      readonly marked?: readonly (readonly boolean[])[];
    }
  /** What it is made of, a line each, as it is written; `words` are the columns beside the first that hold words and not figures. */
  | {
      readonly kind: 'table';
      readonly title: string;
      readonly heads: readonly string[];
      readonly words?: readonly number[];
      readonly rows: readonly (readonly string[])[];
    };

/** The place where what is behind a finding can be seen: rows of Compare, claims order by order, or another screen. */
export type RowsBehind =
  | {
      readonly screen: 'compare';
      readonly metric: MetricId;
      readonly rows: readonly string[];
      readonly where: readonly Filter[];
      readonly period: DayRange;
    }
  | { readonly screen: 'claims'; readonly show: 'claimed again' | 'no such outcome' | 'all'; readonly period: DayRange }
  | { readonly screen: 'targets'; readonly period: DayRange };

export const groupOf = (finding: Finding): FindingGroup => (finding.check === 'target' ? targetGroup(finding) : finding.group);

/** Groups that something is to be done about; of the others nothing need be. */
export const OFF_GROUPS: readonly FindingGroup[] = ['not the advertising', 'loses money', 'held back'];
export const isOff = (finding: Finding): boolean => OFF_GROUPS.includes(groupOf(finding));

function targetGroup({ verdict, unfit, supported, stopLoss, lostToBudget, move }: TargetFinding): FindingGroup {
  // A cap on losses is no verdict, and needs no more data.
  if ((supported && verdict === 'misses') || stopLoss?.stop === true) return 'loses money';
  if (unfit) return 'cannot be judged';
  if (!supported) return 'worth watching';
  // Clearly better than promised: it matters where its budget keeps it from more.
  return move !== null || (lostToBudget ?? 0) >= LEAST_LOST ? 'held back' : 'fine';
}

/** No budget is thought to lose more than this share of what it could have shown. */
const MOST_LOST = 0.9;

/**
 * Money at stake over the days that were looked at, in whole units of the client's currency, for the order of a list: what
 * was spent beyond what the target allows for what it brought; where it brings more than that, what the impressions lost to
 * its budget would have brought beyond it at the same rate; else what a check says.
 */
export function stakeOf(finding: Finding): number {
  if (finding.check !== 'target') return finding.money;
  const { metric, target, outcomes, value, maturity, spend, lostToBudget } = finding;
  // What nothing has arrived of yet allows for nothing that is known.
  const whole = (arrived: number): number => (arrived > 0 ? arrived / maturity : 0);
  const allowed = TARGET_METRICS[metric].bound === 'at least' ? whole(value) / target : whole(outcomes) * target;
  if (allowed <= spend) return spend - allowed;
  const lost = Math.min(MOST_LOST, lostToBudget ?? 0);
  return ((allowed - spend) * lost) / (1 - lost);
}

/** What is at stake as a share of what was spent, to lay clients of several currencies and sizes side by side; 0 where that is not known. */
export const stakeShare = (finding: Finding, spend: number | null): number => (spend ? stakeOf(finding) / spend : 0);

/** Whether a finding is of something within what another is of: of an ad of that campaign. */
export const isWithin = ({ key }: Pick<Finding, 'key'>, other: Pick<Finding, 'key'>): boolean => key.startsWith(`${other.key}/`);
