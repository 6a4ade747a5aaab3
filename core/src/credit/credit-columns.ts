import type { Interval } from '../evidence/interval';
import { costPer, divide } from '../figure/arithmetic';
import { bounds, type Figure, gap, value } from '../figure/figure';
import { MILLIONTHS } from '../measure/scale';
import type { Day } from '../time/day';
import type { CreditTotal, JourneyPart } from './by-position';
import { type CreditGround, valueOfEach } from './credit-sums';
import type { CreditIntervals } from './credit-intervals';
import { type CreditRule, POSITION_RULES, type PositionRule } from './rules';

/** What each rule is told in. */
export const RULE_COLUMNS = ['outcomes', 'value', 'cost', 'ROAS'] as const;
/** What is told of a member whatever the rule. */
export const MEMBER_COLUMNS = [
  ...['starts', 'carries', 'finishes', 'met', 'assisting', 'assisted', 'assist ratio', 'lost', 'lost value', 'lost profit'],
  ...['spend', 'claims', 'claimed value'],
] as const;
type MemberColumn = (typeof MEMBER_COLUMNS)[number];

/** One column of the answer: a figure for each row, and the limits it lies within, null where nothing is said of them. */
export interface CreditColumn {
  readonly of: string;
  readonly rule: CreditRule | null;
  readonly figures: readonly Figure[];
  readonly limits: readonly (Interval | null)[];
}

/** What reports say of a member beside its credit. Money in whole units. */
export interface BesideCredit {
  readonly spend: (codes: readonly number[]) => Figure;
  readonly claims: (codes: readonly number[]) => Figure;
  readonly claimedValue: (codes: readonly number[]) => Figure;
  /** Which share of a value is earned on a day; undefined where nobody has said. */
  readonly marginOn: (day: Day) => number | undefined;
  /** Members that cost money, whether anybody met them or not. */
  readonly members: readonly (readonly number[])[];
}

/** A row: a member of the log, or one that only reports tell of; without codes all that is not asked for. */
export interface Placed {
  readonly member: number | null;
  readonly codes: readonly number[] | null;
}

/** What columns are made of. */
export interface CreditTable {
  readonly ground: CreditGround;
  readonly intervals: CreditIntervals | null;
  readonly places: readonly Placed[];
  readonly beside: BesideCredit;
}

interface Cell {
  readonly figure: Figure;
  readonly limits: Interval | null;
}

const LITTLE: Cell = { figure: gap('too little data'), limits: null };
const NOTHING: Cell = { figure: gap('not measured'), limits: null };
const NONE_OF_IT: Interval = { low: 0, high: 0 };

export const isPosition = (rule: CreditRule): rule is PositionRule => POSITION_RULES.some((each) => each === rule);

function column(
  { places }: CreditTable,
  of: string,
  rule: CreditRule | null,
  cell: (place: Placed) => Cell,
  untouched: Cell,
): CreditColumn {
  const cells = [...places.map(cell), untouched];
  return { of, rule, figures: cells.map(({ figure }) => figure), limits: cells.map(({ limits }) => limits) };
}

export function ruleColumn(table: CreditTable, rule: CreditRule, of: (typeof RULE_COLUMNS)[number]): CreditColumn {
  const { ground, beside } = table;
  if (!isPosition(rule) && ground.lacks[rule]) return column(table, of, rule, () => LITTLE, LITTLE);
  const outcomes = ({ member }: Placed): Cell => outcomesCell(table, rule, member);
  const worth = ({ member }: Placed): Cell => valueCell(table, rule, member);
  const cost = (place: Placed): Cell => ratio(told(beside.spend, place), outcomes(place), costPer);
  const roas = (place: Placed): Cell => ratio(told(beside.spend, place), worth(place), (spend, earned) => divide(earned, spend));
  const { untouched } = ground.position;
  switch (of) {
    case 'outcomes':
      return column(table, of, rule, outcomes, { figure: value(untouched.outcomes), limits: null });
    case 'value':
      return column(table, of, rule, worth, { figure: worthOf(untouched), limits: null });
    case 'cost':
      return column(table, of, rule, cost, NOTHING);
    case 'ROAS':
      return column(table, of, rule, roas, NOTHING);
  }
}

/** A ratio with the spend, whose limits are those of what is credited. */
function ratio(spend: Figure, { figure, limits }: Cell, of: (spend: Figure, credited: Figure) => Figure): Cell {
  const ends = limits && [limits.low, limits.high].map((end) => of(spend, value(end)));
  const [a, b] = ends ?? [];
  if (a?.kind !== 'value' || b?.kind !== 'value') return { figure: of(spend, figure), limits: null };
  return { figure: of(spend, figure), limits: { low: Math.min(a.value, b.value), high: Math.max(a.value, b.value) } };
}

function outcomesCell({ ground, intervals }: CreditTable, rule: CreditRule, member: number | null): Cell {
  if (member === null) return { figure: value(0), limits: intervals && NONE_OF_IT };
  return { figure: value(ground.sums.outcomes[rule][member] ?? 0), limits: intervals?.outcomes[rule][member] ?? null };
}

function valueCell({ ground, intervals }: CreditTable, rule: CreditRule, member: number | null): Cell {
  if (member === null) return { figure: value(0), limits: intervals && NONE_OF_IT };
  const own = { value: ground.sums.value[rule][member] ?? 0, unvalued: 0 };
  const { touched } = ground.position;
  const credited = isPosition(rule) ? ground.position.of(member, rule) : { ...own, unvalued: touched.unvalued };
  return { figure: worthOf(credited), limits: credited.unvalued > 0 ? null : whole(intervals?.value[rule][member]) };
}

/** What is worth so much; where the value of some is not told, at least that; of none that is told, nothing. */
export function worthOf({ value: worth, unvalued }: Pick<CreditTotal, 'value' | 'unvalued'>): Figure {
  if (unvalued === 0) return value(worth / MILLIONTHS);
  return worth > 0 ? bounds(worth / MILLIONTHS, null) : gap('not measured');
}

const whole = (interval: Interval | null | undefined): Interval | null =>
  interval ? { low: interval.low / MILLIONTHS, high: interval.high / MILLIONTHS } : null;

export function memberColumn(table: CreditTable, of: MemberColumn): CreditColumn {
  const { ground, intervals, beside } = table;
  const { position, lacks } = ground;
  const part = (name: JourneyPart) =>
    column(table, of, null, ({ member }) => counted(member === null ? 0 : position.part(member, name)), NOTHING);
  const share = (sum: (member: number) => number, limits: (member: number) => Interval | null | undefined) =>
    column(table, of, null, ({ member }) => shareCell(table, member, { sum, limits }), NOTHING);
  const reported = (from: BesideCredit['spend']) =>
    column(table, of, null, (place) => ({ figure: told(from, place), limits: null }), NOTHING);
  switch (of) {
    case 'starts':
    case 'finishes': {
      const rule = of === 'starts' ? 'first' : 'last';
      return share(
        (member) => position.of(member, rule).outcomes,
        (member) => intervals?.outcomes[rule][member],
      );
    }
    case 'carries':
      return share(
        (member) => position.part(member, 'carried'),
        (member) => intervals?.carried[member],
      );
    case 'met':
    case 'assisting':
    case 'assisted':
      return part(of);
    case 'assist ratio':
      return column(table, of, null, ({ member }) => assistRatio(ground, member), NOTHING);
    case 'lost':
      return column(table, of, null, ({ member }) => (lacks.removal ? LITTLE : lostCell(table, member)), NOTHING);
    case 'lost value':
      return column(
        table,
        of,
        null,
        ({ member }) => (lacks.removal ? LITTLE : times(lostCell(table, member), valueOfEach(position.touched))),
        NOTHING,
      );
    case 'lost profit': {
      const margin = meanMargin(ground, beside);
      return column(table, of, null, (place) => (lacks.removal ? LITTLE : lostProfit(table, place, margin)), NOTHING);
    }
    case 'spend':
      return reported(beside.spend);
    case 'claims':
      return reported(beside.claims);
    case 'claimed value':
      return reported(beside.claimedValue);
  }
}

/** What reports say of a row; they are not asked for all that is left out. */
const told = (of: BesideCredit['spend'], { codes }: Placed): Figure => (codes === null ? NOTHING.figure : of(codes));

const counted = (number: number): Cell => ({ figure: value(number), limits: null });

/** Share of the outcomes with a known touch. */
function shareCell(
  { ground, intervals }: CreditTable,
  member: number | null,
  told: { readonly sum: (member: number) => number; readonly limits: (member: number) => Interval | null | undefined },
): Cell {
  const { outcomes } = ground.position.touched;
  if (!intervals) return LITTLE;
  if (outcomes === 0) return { figure: gap('nothing to divide by'), limits: null };
  if (member === null) return { figure: value(0), limits: NONE_OF_IT };
  const limits = told.limits(member);
  return {
    figure: value(told.sum(member) / outcomes),
    limits: limits ? { low: Math.min(1, limits.low / outcomes), high: Math.min(1, limits.high / outcomes) } : null,
  };
}

/** Assisting touches for each outcome it finishes; of one that finishes none there is nothing to divide by. */
function assistRatio({ position }: CreditGround, member: number | null): Cell {
  if (member === null) return counted(0);
  return { figure: divide(value(position.part(member, 'assisting')), value(position.of(member, 'last').outcomes)), limits: null };
}

function lostCell({ ground, intervals }: CreditTable, member: number | null): Cell {
  if (member === null) return { figure: value(0), limits: intervals && NONE_OF_IT };
  const met = ground.position.part(member, 'met');
  const limits = intervals?.lost[member];
  return {
    figure: value(ground.sums.lost[member] ?? 0),
    limits: limits ? { low: Math.min(met, limits.low), high: Math.min(met, limits.high) } : null,
  };
}

/** What is earned of the outcomes with a known touch, on average of their value; null where some day's margin is not known. */
function meanMargin({ journeys }: CreditGround, { marginOn }: BesideCredit): number | null {
  let [earned, worth] = [0, 0];
  for (let journey = 0; journey < journeys.length; journey++) {
    const own = (journeys.value[journey] ?? NaN) * (journeys.weight[journey] ?? 0);
    if (journeys.isSold[journey] === 0 || journeys.touchesFrom[journey] === journeys.touchesFrom[journey + 1] || !(own > 0)) continue;
    const margin = marginOn(journeys.day[journey] ?? 0);
    if (margin === undefined) return null;
    earned += own * margin;
    worth += own;
  }
  return worth > 0 ? earned / worth : null;
}

/** What it earns that would be lost, less what it costs that would be saved: below 0 where it costs more. */
function lostProfit(table: CreditTable, place: Placed, margin: number | null): Cell {
  const { ground, beside } = table;
  const spend = told(beside.spend, place);
  if (margin === null || spend.kind !== 'value') return NOTHING;
  const { figure, limits } = times(lostCell(table, place.member), valueOfEach(ground.position.touched));
  if (figure.kind !== 'value') return NOTHING;
  const left = (worth: number): number => worth * margin - spend.value;
  return { figure: value(left(figure.value)), limits: limits && { low: left(limits.low), high: left(limits.high) } };
}

/** Outcomes as what they are worth, by millionths each. */
function times({ figure, limits }: Cell, millionths: number | null): Cell {
  if (millionths === null || figure.kind !== 'value') return NOTHING;
  const by = millionths / MILLIONTHS;
  return { figure: value(figure.value * by), limits: limits && { low: limits.low * by, high: limits.high * by } };
}
