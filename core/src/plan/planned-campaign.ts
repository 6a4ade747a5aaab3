import { poissonInterval } from '../evidence/interval';
import { type ClientTables, numberOn } from '../grain/tables';
import { latenessOf } from '../maturity/lateness';
import { shareBy } from '../maturity/maturity';
import { MARGIN } from '../measure/client-number';
import type { Ranged } from '../moves/finding';
import { observe, type Observed, type ObservedDay, since, totalOf } from '../moves/observe';
import { type Worth, worthOf } from '../moves/worth';
import { type Setting, settingKey, settingsOf } from '../settings/settings-of';
import { type Target, TARGET_METRICS } from '../target/target';
import type { Day } from '../time/day';
import { type Caused, causedShare } from './caused';
import { type AnsweredWeek, elasticities } from './elasticity-of';

/** What a plan reads of a client. */
export interface PlanSource {
  readonly tables: ClientTables;
  readonly target: Target;
  /** Last finished day. */
  readonly lastDay: Day;
  readonly names: (level: string, code: number) => string;
  /** What the site's log says each campaign caused of the outcomes of some days; empty without a log. */
  readonly caused: (action: string, days: { readonly from: Day; readonly to: Day }) => ReadonlyMap<number, Caused>;
}

/** Why a campaign has no part in a plan. */
export const UNPLANNED = ['no budget known', 'not running', 'not measured', 'too early'] as const;
export type Unplanned = (typeof UNPLANNED)[number];

/** What is known of how a campaign answers to its budget. Money a day, in the client's currency where not said otherwise. */
export interface PlannedCampaign {
  readonly key: string;
  readonly member: number;
  readonly name: string;
  readonly channel: string;
  readonly account: number;
  readonly unplanned: Unplanned | null;
  /** Its daily budget in the account's currency; 0 where none is known. */
  readonly budget: number;
  /** What it spends a day since its budget was last changed. */
  readonly spend: number;
  /** Outcomes that are counted for such a day, late ones allowed for. */
  readonly counted: number;
  /** What they are counted from: so many, on so many days. */
  readonly seen: number;
  readonly days: number;
  readonly elasticity: Ranged;
  readonly caused: Ranged;
  /** Outcomes a day that chance could hide where none were seen. */
  readonly mostUnseen: number;
  readonly worth: Worth;
  /** What of a target one outcome counts for: its value for a return, 1 for a cost. */
  readonly promised: number;
  /** Share of the impressions it could have that its budget loses; null where not measured. */
  readonly lostToBudget: number | null;
  /** Weeks it was seen in, each as spend and outcomes counted a day: the points of its curve. */
  readonly points: readonly { readonly spend: number; readonly counted: number }[];
}

/** Days that tell what money brings, and days that tell how it answers to more or less of it. */
export const PLANNED_FROM = { brings: 56, answers: 182 };
const WEEK = 7;
const LEAST_COVERAGE = 0.9;
const LEAST_ARRIVED = 0.3;
/** Values of outcomes are drawn towards that of all of the client's as if so many had had it. */
const DRAWN = 4;

/** Reads every campaign that spent within the last weeks, with its response to spend (calculations, chapter 14). */
export function plannedCampaigns({ tables, target, lastDay, names, caused }: PlanSource): PlannedCampaign[] {
  const outcome = tables.vocabulary.outcome(TARGET_METRICS[target.metric].outcome);
  const about = { tables, outcome, countedBy: target.countedBy, names, lastDay, ads: false };
  const days = { from: lastDay - PLANNED_FROM.brings + 1, to: lastDay };
  const { members } = observe({ ...about, days });
  const longer = observe({ ...about, days: { ...days, from: lastDay - PLANNED_FROM.answers + 1 } });
  const elasticityOf = elasticities(longer.members.flatMap((each) => weeksOf(each, lastDay)));
  const spending = members.filter((each) => totalOf(each, 'spend') > 0);
  const sum = (part: 'outcomes' | 'value'): number => spending.reduce((all, each) => all + totalOf(each, part), 0);
  const usualValue = sum('outcomes') > 0 ? sum('value') / sum('outcomes') : 0;
  const settings = { budgets: settingsOf(tables, 'daily budget'), running: settingsOf(tables, 'running') };
  const known = caused(outcome.id, days);
  const margin = numberOn(tables, 0, MARGIN.id, lastDay);
  const lateness = latenessOf(tables, lastDay);
  const term = { outcome, part: 'count', countedBy: target.countedBy } as const;
  return spending.map((observed) => {
    const curve = lateness.of(term, observed.campaign);
    const arrivedOn = (day: Day): number => (curve ? shareBy(curve, lastDay - day) : 1);
    const valueOfOne = (totalOf(observed, 'value') + DRAWN * usualValue) / (totalOf(observed, 'outcomes') + DRAWN);
    return planned(observed, {
      ...{ target, lastDay, arrivedOn, elasticity: elasticityOf(observed.campaign), caused: known.get(observed.campaign) },
      worth: worthOf(target, margin, valueOfOne),
      promised: target.metric === 'roas' ? valueOfOne : 1,
      budget: settings.budgets.get(settingKey('campaign', observed.member)),
      running: settings.running.get(settingKey('campaign', observed.member)),
    });
  });
}

interface Read {
  readonly target: Target;
  readonly lastDay: Day;
  readonly arrivedOn: (day: Day) => number;
  readonly elasticity: Ranged;
  readonly caused: Caused | undefined;
  readonly worth: Worth;
  readonly promised: number;
  readonly budget: Setting | undefined;
  readonly running: Setting | undefined;
}

function planned(observed: Observed, read: Read): PlannedCampaign {
  const { elasticity, budget, lastDay, arrivedOn } = read;
  const now = lately(observed, read);
  const power = elasticity.middle;
  // What a day would have brought, had it spent what it does now: days of other budgets tell as much as those of this one.
  const exposure = Math.max(
    Number.EPSILON,
    observed.days.reduce((sum, { day, spend }) => sum + arrivedOn(day) * Math.pow(spend / now.spend, power), 0),
  );
  const seen = totalOf(observed, 'outcomes');
  const arrived = observed.days.reduce((sum, { day, spend }) => sum + arrivedOn(day) * spend, 0) / totalOf(observed, 'spend');
  const lost = totalOf(now.days, 'lost');
  return {
    ...{ key: observed.key, member: observed.member, name: observed.name, channel: observed.channel, account: observed.account },
    unplanned: unplanned(observed, read, arrived),
    budget: budget?.value ?? 0,
    spend: now.spend,
    counted: seen / exposure,
    seen,
    days: observed.days.filter(({ spend }) => spend > 0).length,
    elasticity,
    caused: causedShare(seen, read.caused),
    mostUnseen: poissonInterval(0).high / exposure,
    worth: read.worth,
    promised: read.promised,
    lostToBudget: lost > 0 ? lost / (lost + totalOf(now.days, 'impressions')) : null,
    points: weeks(observed.days, lastDay).map((week) => {
      const of = (part: (day: ObservedDay) => number): number => week.reduce((sum, day) => sum + part(day), 0);
      const come =
        of(({ day, spend }) => arrivedOn(day) * spend) /
        Math.max(
          1e-9,
          of(({ spend }) => spend),
        );
      return { spend: of(({ spend }) => spend) / WEEK, counted: of(({ outcomes }) => outcomes) / WEEK / Math.max(0.05, come) };
    }),
  };
}

/** A fair part of two weeks, so that each weekday counts alike. */
const LATELY = 14;
const LEAST_DAYS = 3;

/** The days with its budget as it is, of the last two weeks, and what they spent on average. */
function lately(observed: Observed, { budget, lastDay }: Read): { readonly spend: number; readonly days: Observed } {
  const from = Math.max(lastDay - LATELY + 1, budget?.changed === true ? budget.since : 0);
  const days = since(observed, Math.min(from, lastDay - LEAST_DAYS + 1));
  const spend = totalOf(days, 'spend') / Math.max(1, days.days.length);
  // It has not spent for days: what it did before tells how it would go on.
  return spend > 0 ? { spend, days } : { spend: totalOf(observed, 'spend') / Math.max(1, observed.days.length), days: observed };
}

function unplanned(observed: Observed, { budget, running, lastDay }: Read, arrived: number): Unplanned | null {
  if (budget === undefined || budget.value <= 0) return 'no budget known';
  if (running?.value === 0 || observed.lastSeen <= lastDay - LEAST_DAYS) return 'not running';
  if (observed.coverage < LEAST_COVERAGE) return 'not measured';
  return arrived < LEAST_ARRIVED ? 'too early' : null;
}

/** Whole weeks back from the last day, the oldest first. */
function weeks(days: readonly ObservedDay[], lastDay: Day): ObservedDay[][] {
  const byWeek = new Map<number, ObservedDay[]>();
  for (const each of days) {
    const week = Math.floor((lastDay - each.day) / WEEK);
    byWeek.set(week, [...(byWeek.get(week) ?? []), each]);
  }
  return [...byWeek]
    .filter(([, own]) => own.length === WEEK)
    .sort(([a], [b]) => b - a)
    .map(([, own]) => own);
}

const weeksOf = (observed: Observed, lastDay: Day): AnsweredWeek[] =>
  weeks(observed.days, lastDay).map((week) => {
    const of = (part: 'spend' | 'clicks' | 'impressions' | 'lost'): number => week.reduce((sum, day) => sum + day[part], 0);
    return {
      campaign: observed.campaign,
      week: Math.floor((lastDay - (week[0]?.day ?? lastDay)) / WEEK),
      spend: of('spend'),
      clicks: of('clicks'),
      demand: of('lost') > 0 ? of('impressions') + of('lost') : NaN,
    };
  });
