import type { CountedOutcomes, ToldOutcome, TouchLog, TouchOutcomes } from '@lens/core';
import { momentOn } from './moment';
import type { ListedOrder } from './touch-orders';
import type { TouchPaths } from './touch-paths';
import type { TouchRows } from './touch-rows';

/**
 * Puts what logs tell into the order of people and moments. Orders nobody knows a touch of are people of their own,
 * behind the others. `twice` tells how many touches were written down more than once.
 */
export function buildLog(
  rows: TouchRows,
  { codes, isDirect, alike }: TouchPaths,
  { outcomes, unknown }: Pick<CountedOutcomes<ListedOrder>, 'outcomes' | 'unknown'>,
): { readonly log: TouchLog; readonly twice: number } {
  const order = inOrder(rows, alike);
  const kept = order.filter((touch, at) => !isSame(rows, alike, touch, order[at - 1]));
  const people = rows.people + unknown.length;
  const pick = <Column extends Uint32Array | Int32Array | Uint8Array>(column: Column): Column => {
    const own = column.slice(0, kept.length) as Column;
    for (const [at, touch] of kept.entries()) own[at] = column[touch] ?? 0;
    return own;
  };
  const weight = new Float64Array(people);
  weight.set(rows.weight);
  unknown.forEach(({ count }, at) => (weight[rows.people + at] = count));
  const log: TouchLog = {
    people,
    weight,
    touchesFrom: startsOf(pick(rows.person), people),
    moment: pick(rows.moment),
    day: pick(rows.day),
    isView: pick(rows.isView),
    member: pick(rows.tag),
    split: pick(rows.like),
    importId: pick(rows.importId),
    codes,
    isDirect,
    outcomes: outcomesOf(people, [
      ...outcomes,
      ...unknown.map((order, at) => ({ ...order, person: rows.people + at, moment: momentOn(order.day) })),
    ]),
  };
  return { log, twice: order.length - kept.length };
}

/** Places of touches by person, moment and where they lead. */
function inOrder({ person, moment, isView, tag, like, people }: TouchRows, alike: Uint32Array): Uint32Array {
  const starts = startsOf(person, people);
  const next = starts.slice();
  const order = new Uint32Array(person.length);
  for (let touch = 0; touch < person.length; touch++) {
    const who = person[touch] ?? 0;
    const at = next[who] ?? 0;
    order[at] = touch;
    next[who] = at + 1;
  }
  const led = (touch: number): number => alike[tag[touch] ?? 0] ?? 0;
  for (let who = 0; who < people; who++) {
    const [from, to] = [starts[who] ?? 0, starts[who + 1] ?? 0];
    if (to - from > 1)
      order
        .subarray(from, to)
        .sort(
          (a, b) =>
            (moment[a] ?? 0) - (moment[b] ?? 0) ||
            led(a) - led(b) ||
            (isView[a] ?? 0) - (isView[b] ?? 0) ||
            (like[a] ?? 0) - (like[b] ?? 0) ||
            a - b,
        );
  }
  return order;
}

/** The same person at the same moment by the same way, on the same device: one touch, written down twice. */
function isSame({ person, moment, isView, tag, like }: TouchRows, alike: Uint32Array, touch: number, before: number | undefined): boolean {
  return (
    before !== undefined &&
    person[touch] === person[before] &&
    moment[touch] === moment[before] &&
    isView[touch] === isView[before] &&
    like[touch] === like[before] &&
    alike[tag[touch] ?? 0] === alike[tag[before] ?? 0]
  );
}

/** Where what belongs to each person begins, and where it all ends. */
function startsOf(person: ArrayLike<number>, people: number): Uint32Array {
  const starts = new Uint32Array(people + 1);
  for (let at = 0; at < person.length; at++) starts[(person[at] ?? 0) + 1] = (starts[(person[at] ?? 0) + 1] ?? 0) + 1;
  for (let who = 0; who < people; who++) starts[who + 1] = (starts[who + 1] ?? 0) + (starts[who] ?? 0);
  return starts;
}

function outcomesOf(people: number, all: readonly Omit<ToldOutcome, 'order'>[]): TouchOutcomes {
  const sorted = all.toSorted((a, b) => a.person - b.person || a.moment - b.moment);
  const actions = [...new Set(sorted.map(({ action }) => action))].sort();
  return {
    from: startsOf(
      sorted.map(({ person }) => person),
      people,
    ),
    moment: Uint32Array.from(sorted, ({ moment }) => moment),
    day: Int32Array.from(sorted, ({ day }) => day),
    action: Uint8Array.from(sorted, ({ action }) => actions.indexOf(action)),
    actions,
    value: Float64Array.from(sorted, ({ value }) => value),
    count: Float64Array.from(sorted, ({ count }) => count),
    importId: Uint32Array.from(sorted, ({ importId }) => importId),
  };
}
