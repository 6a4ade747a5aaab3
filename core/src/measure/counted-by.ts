import { POSITION_RULES, type PositionRule } from '../credit/rules';

/** Who tells of outcomes as they come in. */
export const COUNTERS = ['claims', 'site', 'orders'] as const;
export type Counter = (typeof COUNTERS)[number];
/** Who counts outcomes in a list of their own, instead of in the report of a channel. */
export const LISTED_BY = ['orders', 'site'] as const satisfies readonly Counter[];
export type ListedBy = (typeof LISTED_BY)[number];

/** How outcomes are credited to the touches before them, where that is a way to count (calculations 15). */
export interface Crediting {
  readonly rule: PositionRule;
  /** How many days touches may lie back; whole ones. */
  readonly lookback: number;
  /** Whether what was seen and not clicked counts too. */
  readonly views: boolean;
}

/** A way to credit, written so that equal ones are equal texts: "credited-first-30", "credited-ends-90-clicks". */
export type Credited = `credited-${PositionRule}-${number}` | `credited-${PositionRule}-${number}-clicks`;

/** Whose count it is. Never mixed in one column (calculations, chapter 4). */
export type CountedBy = Counter | Credited;

/** Who counts in lists, which know of each outcome both of its days. */
export type ByList = Exclude<CountedBy, 'claims'>;

/** How far back touches may lie, in days. */
export const MOST_LOOKBACK = 365;
/** How outcomes are credited where nobody says otherwise: no touch is thought more of than another. */
export const USUAL_CREDITING: Crediting = { rule: 'equal', lookback: 30, views: true };

export const creditedBy = ({ rule, lookback, views }: Crediting): Credited =>
  views ? `credited-${rule}-${lookback}` : `credited-${rule}-${lookback}-clicks`;

/** How outcomes are credited in a way to count; undefined where they are not. */
export function creditingOf(countedBy: string): Crediting | undefined {
  const [, name, days, clicks] = /^credited-([a-z]+)-([1-9]\d{0,2})(-clicks)?$/.exec(countedBy) ?? [];
  const rule = POSITION_RULES.find((each) => each === name);
  const lookback = Number(days);
  return rule && lookback <= MOST_LOOKBACK ? { rule, lookback, views: clicks === undefined } : undefined;
}

export const isCredited = (countedBy: CountedBy): countedBy is Credited => countedBy.startsWith('credited-');

/** The way to count that a text names; undefined where it names none. */
export function countedByOf(text: string): CountedBy | undefined {
  const crediting = creditingOf(text);
  return crediting ? creditedBy(crediting) : COUNTERS.find((each) => each === text);
}

/** What rules are called as "by …". */
export const RULE_PHRASES: Readonly<Record<PositionRule, string>> = {
  last: 'last touch',
  first: 'first touch',
  equal: 'equal shares',
  decay: 'time',
  ends: 'both ends',
};

interface CountedWords {
  /** "as … count", "counted by …". */
  readonly who: string;
  /** "sales as …". */
  readonly as: string;
  /** As the formula language writes it. */
  readonly text: string;
}

const COUNTER_WORDS: Readonly<Record<Counter, CountedWords>> = {
  claims: { who: 'the channels’ claims', as: 'the channels claim them', text: 'as claimed' },
  site: { who: 'the site or a tracker', as: 'the site counts them', text: 'as the site counts' },
  orders: { who: 'the orders', as: 'the orders count them', text: 'as ordered' },
};

/** Who counts, as sentences say it. */
export function countedWords(countedBy: CountedBy): CountedWords {
  if (!isCredited(countedBy)) return COUNTER_WORDS[countedBy];
  const { rule, lookback, views } = creditingOf(countedBy) ?? USUAL_CREDITING;
  const by = `by ${RULE_PHRASES[rule]} over ${lookback} ${lookback === 1 ? 'day' : 'days'}${views ? '' : ', clicks only'}`;
  return {
    who: `credit ${by}`,
    as: `credited ${by}`,
    text: `as credited by ${RULE_PHRASES[rule]} over ${lookback} days${views ? '' : ' clicks only'}`,
  };
}
