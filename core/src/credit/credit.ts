import type { Interval } from '../evidence/interval';
import { costPer, divide } from '../figure/arithmetic';
import { bounds, type Figure, gap, value } from '../figure/figure';
import { MILLIONTHS } from '../measure/scale';
import type { CreditTotal, JourneyPart } from './by-position';
import { creditGround, type CreditGround, valueOfEach } from './credit-sums';
import { type CreditIntervals, creditIntervals } from './credit-intervals';
import { disagreement, type Disagreement } from './disagreement';
import { askedOf, compacted, cutJourneys, type JourneyQuestion, type Journeys } from './journeys';
import { creditMembers } from './members';
import { CREDIT_RULES, type CreditRule, LEAST_MET, LEAST_SOLD, POSITION_RULES, type PositionRule } from './rules';
import { MOST_REMOVED } from './removal';
import { companions } from './take-over';
import type { TouchLog } from './touch-log';

/** What credit is asked for: journeys, whom they are credited to, and in how many days the credit by time halves. */
export interface CreditQuestion extends JourneyQuestion {
  /** Dimensions that members are told apart by. */
  readonly by: readonly string[];
  readonly halfLife: number;
}

/** What each rule is told in. */
const RULE_COLUMNS = ['outcomes', 'value', 'cost', 'ROAS'] as const;
/** What is told of a member whatever the rule. */
const MEMBER_COLUMNS = [
  ...['starts', 'carries', 'finishes', 'met', 'assisting', 'assisted', 'assist ratio', 'lost', 'lost value'],
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

export interface CreditAnswer {
  /** Members by their codes, the most credited by equal shares first; null for outcomes without a known touch, the last. */
  readonly rows: readonly (readonly number[] | null)[];
  readonly columns: readonly CreditColumn[];
  /** Of each row the rows that stand beside it in sold journeys, the most first, with the outcomes they share of these. */
  readonly beside: readonly (readonly { readonly row: number; readonly outcomes: number }[])[];
  /** Where the rules part over a row. */
  readonly parted: readonly (Disagreement | null)[];
  readonly lacks: CreditGround['lacks'];
  /** Standard errors of outcomes by Shapley, where orders were drawn. */
  readonly shapleyError: readonly number[] | null;
  readonly journeys: CreditJourneys;
  /** Resamples behind the limits; 0 where there were too few journeys for any. */
  readonly draws: number;
}

/** What was credited from. */
export interface CreditJourneys {
  /** Outcomes in all, and those with a known touch; money in whole units. */
  readonly outcomes: number;
  readonly touched: number;
  readonly value: Figure;
  /** Journeys that ended in an outcome, and the others: how many were looked at, and how many they stand for. */
  readonly sold: number;
  readonly unsold: number;
  readonly unsoldWeight: number;
  readonly touches: number;
}

/** What reports say of a member beside its credit. Money in whole units. */
export interface BesideCredit {
  readonly spend: (codes: readonly number[]) => Figure;
  readonly claims: (codes: readonly number[]) => Figure;
  readonly claimedValue: (codes: readonly number[]) => Figure;
  /** Members that cost money, whether anybody met them or not. */
  readonly members: readonly (readonly number[])[];
}

/** Credits the outcomes of a log by every rule. Throws a RangeError where the lookback or the half-life is not above 0. */
export function creditAnswer(log: TouchLog, question: CreditQuestion, beside: BesideCredit): CreditAnswer {
  if (!(question.lookback > 0) || !(question.halfLife > 0)) throw new RangeError('Lookback and half-life are above 0');
  const members = creditMembers(log, question.by);
  const { journeys, places: own } = compacted(cutJourneys(log, members, question));
  const ground = creditGround(journeys, question.halfLife);
  const { position } = ground;
  const sold = journeys.isSold.reduce((sum, each) => sum + each, 0);
  const intervals = sold < LEAST_SOLD ? null : creditIntervals(ground);
  const met = own.map((place, member) => ({ member, codes: members.codes[place] ?? [] }));
  const known = new Set(met.map(({ codes }) => codes.join()));
  const places: Placed[] = [
    ...met.sort((a, b) => position.of(b.member, 'equal').outcomes - position.of(a.member, 'equal').outcomes),
    ...beside.members.filter((codes) => !known.has(codes.join())).map((codes) => ({ member: null, codes })),
  ];
  const table = { ground, intervals, places, beside };
  return {
    rows: [...places.map(({ codes }) => codes), null],
    columns: [
      ...CREDIT_RULES.flatMap((rule) => RULE_COLUMNS.map((of) => ruleColumn(table, rule, of))),
      ...MEMBER_COLUMNS.map((of) => memberColumn(table, of)),
    ],
    beside: besideOf(journeys, places),
    parted: [...places.map(({ member }) => partedOver(table, member)), null],
    lacks: ground.lacks,
    shapleyError: ground.shapleyError && [...places.map(({ member }) => (member === null ? 0 : (ground.shapleyError?.[member] ?? 0))), 0],
    journeys: journeysTold(ground, sold),
    draws: intervals?.draws ?? 0,
  };
}

/** Rows that stand beside each other, of which a row that nobody met has none. */
function besideOf(journeys: Journeys, places: readonly Placed[]): CreditAnswer['beside'] {
  const rowOf = new Map(places.map(({ member }, row) => [member, row]));
  // Of very many each pair would be looked at.
  const all = journeys.members > MOST_REMOVED ? [] : companions(askedOf(journeys), MOST_BESIDE);
  return [
    ...places.map(({ member }) =>
      (member === null ? [] : (all[member] ?? [])).flatMap(({ member: other, outcomes }) => {
        const row = rowOf.get(other);
        return row === undefined ? [] : [{ row, outcomes }];
      }),
    ),
    [],
  ];
}

/** A row: a member of the log, or one that only reports tell of. */
interface Placed {
  readonly member: number | null;
  readonly codes: readonly number[];
}

interface Table {
  readonly ground: CreditGround;
  readonly intervals: CreditIntervals | null;
  readonly places: readonly Placed[];
  readonly beside: BesideCredit;
}

interface Cell {
  readonly figure: Figure;
  readonly limits: Interval | null;
}

const MOST_BESIDE = 3;
const LITTLE: Cell = { figure: gap('too little data'), limits: null };
const NOTHING: Cell = { figure: gap('not measured'), limits: null };
const NONE_OF_IT: Interval = { low: 0, high: 0 };

const isPosition = (rule: CreditRule): rule is PositionRule => POSITION_RULES.some((each) => each === rule);

function column({ places }: Table, of: string, rule: CreditRule | null, cell: (place: Placed) => Cell, untouched: Cell): CreditColumn {
  const cells = [...places.map(cell), untouched];
  return { of, rule, figures: cells.map(({ figure }) => figure), limits: cells.map(({ limits }) => limits) };
}

function ruleColumn(table: Table, rule: CreditRule, of: (typeof RULE_COLUMNS)[number]): CreditColumn {
  const { ground, beside } = table;
  if (!isPosition(rule) && ground.lacks[rule]) return column(table, of, rule, () => LITTLE, LITTLE);
  const outcomes = ({ member }: Placed): Cell => outcomesCell(table, rule, member);
  const worth = ({ member }: Placed): Cell => valueCell(table, rule, member);
  const cost = (place: Placed): Cell => ratio(beside.spend(place.codes), outcomes(place), costPer);
  const roas = (place: Placed): Cell => ratio(beside.spend(place.codes), worth(place), (spend, earned) => divide(earned, spend));
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

function outcomesCell({ ground, intervals }: Table, rule: CreditRule, member: number | null): Cell {
  if (member === null) return { figure: value(0), limits: intervals && NONE_OF_IT };
  return { figure: value(ground.sums.outcomes[rule][member] ?? 0), limits: intervals?.outcomes[rule][member] ?? null };
}

function valueCell({ ground, intervals }: Table, rule: CreditRule, member: number | null): Cell {
  if (member === null) return { figure: value(0), limits: intervals && NONE_OF_IT };
  const own = { value: ground.sums.value[rule][member] ?? 0, unvalued: 0 };
  const { touched } = ground.position;
  const told = isPosition(rule) ? ground.position.of(member, rule) : { ...own, unvalued: touched.unvalued };
  return { figure: worthOf(told), limits: told.unvalued > 0 ? null : whole(intervals?.value[rule][member]) };
}

/** What is worth so much; where the value of some is not told, at least that; of none that is told, nothing. */
function worthOf({ value: worth, unvalued }: Pick<CreditTotal, 'value' | 'unvalued'>): Figure {
  if (unvalued === 0) return value(worth / MILLIONTHS);
  return worth > 0 ? bounds(worth / MILLIONTHS, null) : gap('not measured');
}

const whole = (interval: Interval | null | undefined): Interval | null =>
  interval ? { low: interval.low / MILLIONTHS, high: interval.high / MILLIONTHS } : null;

function memberColumn(table: Table, of: MemberColumn): CreditColumn {
  const { ground, intervals, beside } = table;
  const { position, lacks } = ground;
  const part = (name: JourneyPart) =>
    column(table, of, null, ({ member }) => counted(member === null ? 0 : position.part(member, name)), NOTHING);
  const share = (sum: (member: number) => number, limits: (member: number) => Interval | null | undefined) =>
    column(table, of, null, ({ member }) => shareCell(table, member, { sum, limits }), NOTHING);
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
    case 'spend':
      return column(table, of, null, ({ codes }) => ({ figure: beside.spend(codes), limits: null }), NOTHING);
    case 'claims':
      return column(table, of, null, ({ codes }) => ({ figure: beside.claims(codes), limits: null }), NOTHING);
    case 'claimed value':
      return column(table, of, null, ({ codes }) => ({ figure: beside.claimedValue(codes), limits: null }), NOTHING);
  }
}

const counted = (number: number): Cell => ({ figure: value(number), limits: null });

/** Share of the outcomes with a known touch. */
function shareCell(
  { ground, intervals }: Table,
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

function lostCell({ ground, intervals }: Table, member: number | null): Cell {
  if (member === null) return { figure: value(0), limits: intervals && NONE_OF_IT };
  const met = ground.position.part(member, 'met');
  const limits = intervals?.lost[member];
  return {
    figure: value(ground.sums.lost[member] ?? 0),
    limits: limits ? { low: Math.min(met, limits.low), high: Math.min(met, limits.high) } : null,
  };
}

/** Outcomes as what they are worth, by millionths each. */
function times({ figure, limits }: Cell, millionths: number | null): Cell {
  if (millionths === null || figure.kind !== 'value') return NOTHING;
  const by = millionths / MILLIONTHS;
  return { figure: value(figure.value * by), limits: limits && { low: limits.low * by, high: limits.high * by } };
}

function partedOver({ ground, intervals }: Table, member: number | null): Disagreement | null {
  if (!intervals || member === null || ground.position.part(member, 'met') < LEAST_MET) return null;
  const rules = CREDIT_RULES.filter((rule) => isPosition(rule) || !ground.lacks[rule]);
  return disagreement(
    (rule) => ground.sums.outcomes[rule][member] ?? 0,
    (rule) => intervals.outcomes[rule][member] ?? { low: 0, high: Infinity },
    rules,
  );
}

function journeysTold({ journeys, position: { touched, untouched } }: CreditGround, sold: number): CreditJourneys {
  let unsoldWeight = 0;
  for (let journey = 0; journey < journeys.length; journey++)
    if (journeys.isSold[journey] === 0) unsoldWeight += journeys.weight[journey] ?? 0;
  return {
    outcomes: touched.outcomes + untouched.outcomes,
    touched: touched.outcomes,
    value: worthOf({ value: touched.value + untouched.value, unvalued: touched.unvalued + untouched.unvalued }),
    sold,
    unsold: journeys.length - sold,
    unsoldWeight,
    touches: journeys.touch.length,
  };
}
