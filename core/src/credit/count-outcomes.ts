/** An outcome as a log of touches tells it. */
export interface ToldOutcome {
  /** Place of the person in the log. */
  readonly person: number;
  readonly action: string;
  /** Seconds since 1970, UTC. */
  readonly moment: number;
  readonly day: number;
  /** In millionths; NaN where it is not told. */
  readonly value: number;
  /** How many the list that counts it says it stands for; NaN where none does. */
  readonly count: number;
  /** The import that counts it. */
  readonly importId: number;
  /** Its number in the client's own list; null where the log does not say. */
  readonly order: string | null;
}

/** The same as a list of the client's own tells it. */
export interface ListedOutcome {
  readonly action: string;
  readonly id: string;
  readonly day: number;
  readonly value: number;
  readonly count: number;
  readonly importId: number;
}

/** Who has counted the outcomes of an action: the client's own lists, or the log itself where no list has its numbers. */
export type TouchCounter = 'orders' | 'log';

export interface CountedOutcomes<Listed> {
  readonly outcomes: readonly ToldOutcome[];
  /** Listed ones of whom the log knows nothing: people of their own, without a touch. */
  readonly unknown: readonly Listed[];
  readonly countedBy: ReadonlyMap<string, TouchCounter>;
  /** Of the log: outcomes told for two people, of which the first has it, and those that no list has. */
  readonly twice: number;
  readonly unlisted: OutcomeSum;
}

interface OutcomeSum {
  readonly count: number;
  /** In millionths. */
  readonly value: number;
}

/**
 * Puts the outcomes of a log beside the client's own lists. Where a list has the numbers that the log tells, the list
 * counts: its day and its value, each once, whether the log knows of it or not. Else the log counts.
 */
export function countOutcomes<Listed extends ListedOutcome>(
  told: readonly ToldOutcome[],
  listed: readonly Listed[],
): CountedOutcomes<Listed> {
  const byNumber = new Map(listed.map((order) => [`${order.action} ${order.id}`, order]));
  const keyOf = ({ action, order }: ToldOutcome): string => `${action} ${order ?? ''}`;
  const isListed = new Set(told.flatMap((outcome) => (byNumber.has(keyOf(outcome)) ? [outcome.action] : [])));
  const countedBy = new Map<string, TouchCounter>(told.map(({ action }) => [action, isListed.has(action) ? 'orders' : 'log']));
  const taken = new Set<string>();
  const unlisted = { count: 0, value: 0 };
  let twice = 0;
  const outcomes = told
    .toSorted((a, b) => a.moment - b.moment || a.person - b.person)
    .flatMap((outcome): ToldOutcome[] => {
      const key = keyOf(outcome);
      if (outcome.order !== null && taken.has(key)) {
        twice += 1;
        return [];
      }
      if (outcome.order !== null) taken.add(key);
      if (!isListed.has(outcome.action)) return [outcome];
      const order = byNumber.get(key);
      if (order) return [{ ...outcome, day: order.day, value: order.value, count: order.count, importId: order.importId }];
      unlisted.count += 1;
      unlisted.value += Number.isNaN(outcome.value) ? 0 : outcome.value;
      return [];
    });
  const unknown = listed.filter(({ action, id }) => isListed.has(action) && !taken.has(`${action} ${id}`));
  return { outcomes, unknown, countedBy, twice, unlisted };
}
