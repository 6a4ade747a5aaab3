import type { Figure } from '../figure/figure';
import {
  type BesideCredit,
  type CreditColumn,
  type CreditTable,
  isPosition,
  MEMBER_COLUMNS,
  memberColumn,
  type Placed,
  RULE_COLUMNS,
  ruleColumn,
  worthOf,
} from './credit-columns';
import { creditGround, type CreditGround } from './credit-sums';
import { creditIntervals } from './credit-intervals';
import { disagreement, type Disagreement } from './disagreement';
import type { RowFilter } from '../grain/row-filter';
import { askedOf, compacted, cutJourneys, type JourneyQuestion, type Journeys } from './journeys';
import { creditMembers } from './members';
import { CREDIT_RULES, LEAST_MET, LEAST_SOLD } from './rules';
import { MOST_REMOVED } from './removal';
import { companions } from './take-over';
import type { TouchLog } from './touch-log';

/** What credit is asked for: journeys, whom they are credited to, and in how many days the credit by time halves. */
export interface CreditQuestion extends JourneyQuestion {
  /** Dimensions that members are told apart by. */
  readonly by: readonly string[];
  /** What touches must be to be told apart; all others are one row. */
  readonly where?: RowFilter;
  readonly halfLife: number;
}

/** A member by its codes, all touches that are not asked for, or the outcomes without a known touch. */
export type CreditRow = readonly number[] | 'others' | 'untouched';

export interface CreditAnswer {
  /** Members, the most credited by equal shares first; then the others, where there are any; last what nothing touched. */
  readonly rows: readonly CreditRow[];
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

/**
 * Credits the outcomes of a log by every rule. Throws a RangeError where the lookback or the half-life is not above 0.
 * `pause` is called between long pieces of the work with the share of it that is done, and may throw where nobody waits
 * for it any more.
 */
export function creditAnswer(log: TouchLog, question: CreditQuestion, beside: BesideCredit, pause?: (done: number) => void): CreditAnswer {
  if (!(question.lookback > 0) || !(question.halfLife > 0)) throw new RangeError('Lookback and half-life are above 0');
  const members = creditMembers(log, question.by, question.where);
  const { journeys, places: own } = compacted(cutJourneys(log, members, question));
  const ground = creditGround(journeys, question.halfLife);
  const { position } = ground;
  const sold = journeys.isSold.reduce((sum, each) => sum + each, 0);
  const intervals = sold < LEAST_SOLD ? null : creditIntervals(ground, pause);
  const all = own.map((place, member) => ({ member, codes: members.codes[place] ?? null }));
  const met = all.filter(({ codes }) => codes !== null);
  const known = new Set(met.map(({ codes }) => String(codes)));
  const places: Placed[] = [
    ...met.sort((a, b) => position.of(b.member, 'equal').outcomes - position.of(a.member, 'equal').outcomes),
    ...beside.members.filter((codes) => !known.has(String(codes))).map((codes) => ({ member: null, codes })),
    ...all.filter(({ codes }) => codes === null),
  ];
  const table = { ground, intervals, places, beside };
  return {
    rows: [...places.map(({ codes }) => codes ?? 'others'), 'untouched'],
    columns: [
      ...CREDIT_RULES.flatMap((rule) => RULE_COLUMNS.map((of) => ruleColumn(table, rule, of))),
      ...MEMBER_COLUMNS.map((of) => memberColumn(table, of)),
    ],
    beside: besideOf(journeys, places),
    parted: [...places.map((place) => partedOver(table, place)), null],
    lacks: ground.lacks,
    shapleyError: ground.shapleyError && [...places.map(({ member }) => (member === null ? 0 : (ground.shapleyError?.[member] ?? 0))), 0],
    journeys: journeysTold(ground, sold),
    draws: intervals?.draws ?? 0,
  };
}

const MOST_BESIDE = 3;

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

function partedOver({ ground, intervals }: CreditTable, { member, codes }: Placed): Disagreement | null {
  if (!intervals || member === null || codes === null || ground.position.part(member, 'met') < LEAST_MET) return null;
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
