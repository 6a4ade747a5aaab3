import { keepDiscoveries } from '../evidence/false-discovery';
import { poissonInterval, type Interval } from '../evidence/interval';
import { valueInterval } from '../evidence/value-interval';
import { judge } from '../evidence/verdict';
import { type ClientTables, numberOn } from '../grain/tables';
import { MARGIN } from '../measure/client-number';
import type { LateTerm } from '../maturity/lateness';
import { type Arrived, maturityOf, shareBy } from '../maturity/maturity';
import type { Outcome } from '../measure/outcome';
import type { Day, DayRange } from '../time/day';
import { type AcceptedMove, AcceptedMoves } from './accepted';
import { breakEvenRoas } from './economics';
import type { TargetFinding, Unfit } from './finding';
import { type Observation, observe, type Observed, since, totalOf } from './observe';
import { propose, type Situation } from './propose';
import { type Setting, settingsOf } from '../settings/settings-of';
import { marginalOf } from './response';
import { stopLoss } from './stop-loss';
import { type Target, TARGET_METRICS } from '../target/target';

/** Below this share of the days measured nothing is judged (calculations, chapter 2). */
const LEAST_COVERAGE = 0.9;
/** Days on which a larger share of the sales than this has arrived count as mature for the stop loss. */
const MATURE_SHARE = 0.8;
/** Below this maturity only bounds would be honest, so nothing is judged (calculations, chapter 9). */
const LEAST_MATURITY = 0.3;

export interface AuditInput {
  readonly tables: ClientTables;
  readonly target: Target;
  /** Finished days to judge. */
  readonly days: DayRange;
  /** Last finished day of all, which maturity is measured against. */
  readonly lastDay: Day;
  readonly names: (level: string, code: number) => string;
  /** Moves accepted before, carried out or not. */
  readonly accepted?: readonly AcceptedMove[];
}

export interface Audit {
  readonly target: Target;
  readonly days: DayRange;
  readonly findings: readonly TargetFinding[];
  /** Whether late sales are allowed for; without enough history they cannot be. */
  readonly matured: boolean;
}

/**
 * Judges every campaign and ad against the target: by click date, late sales allowed for, whatever
 * the focus of the screen is (calculations, chapters 4, 6, 10 and 11). Findings carry one proposed
 * change where the evidence supports one.
 */
export function audit(input: AuditInput): Audit {
  const { target, days } = input;
  const { judged, context } = judgedMembers(input, (each, context) => since(each, lastChange(each, context)));
  const { observation, outcome } = context;
  const keep = keepDiscoveries(judged.map(({ pValue }) => pValue));
  const supported = judged.map(({ finding, observed }, at) => ({
    observed,
    finding: { ...finding, supported: keep[at] === true && (finding.verdict === 'misses' || finding.verdict === 'beats') },
  }));
  const findings = propose(supported, context);
  return { target, days, findings, matured: observation.lateness.of(lateTermOf(target, outcome)) !== undefined };
}

/** Every campaign and ad that cost something on the days that it is looked at, which `looked` cuts out of all. */
export function judgedMembers(
  input: AuditInput,
  looked: (observed: Observed, context: Context) => Observed,
): { readonly judged: readonly Examined[]; readonly context: Context } {
  const { tables, target, days, lastDay, names } = input;
  const outcome = tables.vocabulary.outcome(TARGET_METRICS[target.metric].outcome);
  const observation = observe({ tables, days, outcome, countedBy: target.countedBy, names, lastDay });
  const context = contextOf(input, observation, outcome);
  const members = observation.members.map((each) => looked(each, context)).filter((each) => totalOf(each, 'spend') > 0);
  return { judged: members.map((each) => examine(each, context)), context };
}

/** What every member of one audit is judged with. */
export interface Context extends Situation {
  readonly observation: Observation;
  readonly target: Target;
  /** What the target is about. */
  readonly outcome: Outcome;
  readonly days: DayRange;
  readonly lastDay: Day;
  readonly accounts: ClientTables['accounts'];
  readonly usualValue: number;
  readonly stepsPerSale: number;
}

function contextOf({ tables, target, days, lastDay, accepted = [] }: AuditInput, observation: Observation, outcome: Outcome): Context {
  const campaigns = observation.members.filter((each) => each.level === 'campaign');
  const sum = (part: 'outcomes' | 'value' | 'spend'): number => campaigns.reduce((total, each) => total + totalOf(each, part), 0);
  const steps = campaigns.flatMap((each) => each.days).reduce((total, day) => total + (day.steps ?? 0), 0);
  const history = { from: lastDay - 400, to: days.to };
  return {
    observation,
    target,
    outcome,
    days,
    lastDay,
    accepted: new AcceptedMoves(accepted),
    lateShare: (campaign) => {
      const curve = observation.lateness.of({ ...lateTermOf(target, outcome), part: 'count' }, campaign);
      return curve ? 1 - shareBy(curve, 0) : 0;
    },
    accounts: tables.accounts,
    margin: numberOn(tables, 0, MARGIN.id, days.to),
    usualValue: sum('outcomes') > 0 ? sum('value') / sum('outcomes') : 0,
    stepsPerSale: sum('outcomes') > 0 ? Math.max(1, steps / sum('outcomes')) : 1,
    budgets: settingsOf(tables, 'daily budget', history),
    running: settingsOf(tables, 'running', history),
  };
}

/** A member with what is found of it, before anything is proposed. */
export interface Examined {
  readonly observed: Observed;
  readonly finding: TargetFinding;
  readonly pValue: number;
}

function examine(observed: Observed, context: Context): Examined {
  const { target, usualValue, margin } = context;
  const spend = totalOf(observed, 'spend');
  const clicks = totalOf(observed, 'clicks');
  const outcomes = totalOf(observed, 'outcomes');
  const value = totalOf(observed, 'value');
  const arrived = arrivedOfMember(observed, context);
  const maturity = arrived.share;
  const orderValue = outcomes > 0 ? value / outcomes : usualValue;
  const brought = broughtInterval(context, observed, outcomes, orderValue);
  const asked = askedFor(target, spend) * maturity;
  const reached = bothDoubts(
    { low: brought.low / asked, high: brought.high / asked },
    target.metric === 'roas' ? value / asked : outcomes / asked,
    arrived,
  );
  const perOutcome = target.metric === 'roas' ? orderValue || usualValue : 1;
  const judgement = judge({ count: outcomes, atBar: perOutcome > 0 ? asked / perOutcome : 0, reached, clicks, spend });
  const unfit: Unfit | null = observed.coverage < LEAST_COVERAGE ? 'not measured' : maturity < LEAST_MATURITY ? 'too early' : null;
  const lost = totalOf(observed, 'lost');
  const seen = totalOf(observed, 'impressions');
  const roas = breakEvenRoas(margin);
  const actual = actualOf(target, spend, (target.metric === 'roas' ? value : outcomes) / maturity);
  const finding: TargetFinding = {
    check: 'target',
    key: observed.key,
    level: observed.level,
    name: observed.name,
    channel: observed.channel,
    account: observed.account,
    currency: context.accounts[observed.account]?.currency ?? '',
    member: observed.member,
    metric: target.metric,
    target: target.value,
    actual,
    range: rangeOf(target, reached),
    verdict: unfit ? 'not judged' : judgement.verdict,
    unfit,
    supported: false,
    more: unfit ? null : judgement.more,
    days: daysOf(observed, context),
    spend,
    clicks,
    outcomes,
    value,
    maturity,
    breakEven: {
      roas: roas ?? null,
      cpa: margin !== undefined && usualValue > 0 ? orderValue * margin : null,
    },
    marginal: observed.level === 'campaign' && !unfit && actual !== null ? marginalOf(actual, target.metric !== 'roas') : null,
    stopLoss: observed.level === 'ad' ? stopLossOf(observed, context) : null,
    lostToBudget: lost > 0 && observed.level === 'campaign' ? lost / (lost + seen) : null,
    move: null,
    noMove: '',
  };
  return { observed, finding, pValue: unfit ? 1 : judgement.pValue };
}

/** The days it is judged on: those since its last change. */
const daysOf = ({ days: [first] }: Observed, { days }: Context): DayRange => ({ from: first?.day ?? days.from, to: days.to });

/** What of an outcome arrives late for a target: its value for ROAS, its count for a cost. */
const lateTermOf = ({ metric, countedBy }: Target, outcome: Outcome): LateTerm => ({
  outcome,
  part: metric === 'roas' ? 'value' : 'count',
  countedBy,
});

/** How much of what a member's days bring has arrived, by its own campaign's lateness; days weigh by clicks, else by spend. */
function arrivedOfMember(observed: Observed, { observation, target, outcome, lastDay }: Context): Arrived {
  const curve = observation.lateness.of(lateTermOf(target, outcome), observed.campaign);
  if (!curve) return { share: 1, low: 1, high: 1 };
  const weigh = totalOf(observed, 'clicks') > 0 ? 'clicks' : 'spend';
  return maturityOf(
    curve,
    observed.days.map((day) => ({ day: day.day, weight: day[weigh] })),
    lastDay,
  );
}

/**
 * The interval of what was brought, widened by that of the maturity it was divided by. The two vary for
 * themselves, so their distances from the middle add as squares, on the scale of logarithms.
 */
function bothDoubts({ low, high }: Interval, middle: number, arrived: Arrived): Interval {
  if (middle <= 0) return { low, high: (high * arrived.share) / arrived.low };
  const distance = (a: number, b: number): number => Math.hypot(Math.log(a), Math.log(b));
  return {
    low: low <= 0 ? 0 : middle / Math.exp(distance(middle / low, arrived.high / arrived.share)),
    high: middle * Math.exp(distance(high / middle, arrived.share / arrived.low)),
  };
}

/** 95 % interval of what the spend brought so far, in the target's own terms: value or outcomes. */
function broughtInterval({ target, usualValue }: Context, observed: Observed, outcomes: number, orderValue: number): Interval {
  if (target.metric !== 'roas') return poissonInterval(outcomes);
  if (observed.orderValues.length > 0)
    return valueInterval(
      observed.orderValues.map(({ value }) => value),
      usualValue,
      observed.member,
    );
  // Claims come without single order values: the average order value is taken as known.
  const { low, high } = poissonInterval(outcomes);
  return { low: low * orderValue, high: high * orderValue };
}

/** What a spend must bring to be exactly at the target: value for ROAS, outcomes for a cost. */
const askedFor = (target: Target, spend: number): number => (target.metric === 'roas' ? spend * target.value : spend / target.value);

function actualOf(target: Target, spend: number, brought: number): number | null {
  if (target.metric === 'roas') return brought / spend;
  return brought > 0 ? spend / brought : null;
}

function rangeOf(target: Target, reached: Interval): { low: number; high: number | null } {
  if (target.metric === 'roas') return { low: reached.low * target.value, high: reached.high * target.value };
  return { low: target.value / reached.high, high: reached.low > 0 ? target.value / reached.low : null };
}

/** The cap is half of what an order may cost; the stricter of break-even and target counts. */
function stopLossOf(observed: Observed, context: Context): TargetFinding['stopLoss'] {
  const bar = costBar(context);
  const since = sinceLastChange(observed, context);
  const mature = observed.days.filter(({ day }) => day >= since && isMature(context, observed.campaign, day));
  const measured = mature.filter((day) => day.steps !== undefined);
  const first = measured[0];
  const last = measured.at(-1);
  if (bar === undefined || !first || !last) return null;
  const spend = measured.reduce((sum, day) => sum + day.spend, 0);
  const steps = measured.reduce((sum, day) => sum + (day.steps ?? 0), 0);
  const stepsPerSale = context.observation.step === context.outcome ? 1 : context.stepsPerSale;
  return {
    ...stopLoss({ spend, steps, stepsPerSale, bar }),
    step: context.observation.step.id,
    spend,
    days: { from: first.day, to: last.day },
  };
}

function costBar({ target, margin, usualValue }: Context): number | undefined {
  const breakEven = margin !== undefined && usualValue > 0 ? usualValue * margin : undefined;
  const promised = target.metric !== 'roas' ? target.value : usualValue > 0 ? usualValue / target.value : undefined;
  const bars = [breakEven, promised].filter((bar) => bar !== undefined);
  return bars.length > 0 ? Math.min(...bars) : undefined;
}

function isMature({ observation, target, outcome, lastDay }: Context, campaign: number, day: Day): boolean {
  const curve = observation.lateness.of(lateTermOf(target, outcome), campaign);
  return curve === undefined || shareBy(curve, lastDay - day) >= MATURE_SHARE;
}

/** The first day a member is judged on: what it did under other settings says nothing of it as it is now. */
export function lastChange(observed: Observed, { budgets, running, days, accepted }: Context): Day {
  const key = `${observed.level} ${observed.member}`;
  const settings = [
    running.get(key),
    running.get(`campaign ${observed.campaign}`),
    observed.level === 'campaign' ? budgets.get(key) : undefined,
  ];
  const seen = settings.reduce((latest, each) => (changedSince(each, latest) ? each.since : latest), days.from);
  const decided = accepted.lastDecision(observed);
  // Without settings nothing shows when a move was carried out: from the decision on it may have been.
  return settings.every((each) => each === undefined) && decided !== undefined ? Math.max(seen, decided) : seen;
}

/** The day since when nothing about an ad has changed, its campaign's budget included. */
function sinceLastChange(observed: Observed, context: Context): Day {
  const own = lastChange(observed, context);
  const budget = context.budgets.get(`campaign ${observed.campaign}`);
  return changedSince(budget, own) ? budget.since : own;
}

const changedSince = (setting: Setting | undefined, day: Day): setting is Setting => setting?.changed === true && setting.since > day;
