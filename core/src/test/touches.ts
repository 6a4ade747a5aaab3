import { type CreditQuestion, type TouchLog } from '../index';

/** One person of a log: touches as [member, hour] or [member, hour, 'view'], outcomes as hours, in any order. */
export interface ToldPerson {
  readonly touches: readonly (readonly [member: number, hour: number, kind?: 'view'])[];
  readonly sold?: readonly (number | { readonly at: number; readonly action: string })[];
  readonly value?: number;
  readonly weight?: number;
}

const START = 20_000;
/** A log of people whose hours count from the first of its days; members are campaigns by their number. */
export function logOf(people: readonly ToldPerson[], { direct = [] as readonly number[] } = {}): TouchLog {
  const moments = people.map(({ touches }) => [...touches].sort(([, a], [, b]) => a - b));
  const sales = people.map(({ sold = [], value = 10 }) =>
    sold
      .map((sale) => (typeof sale === 'number' ? { at: sale, action: 'purchase', value } : { ...sale, value }))
      .sort((a, b) => a.at - b.at),
  );
  const members = 1 + Math.max(0, ...moments.flat().map(([member]) => member));
  const second = (hour: number): number => Math.round((START * 24 + hour) * 3600);
  const dayAt = (hour: number): number => START + Math.floor(hour / 24);
  const touches = moments.flat();
  const outcomes = sales.flat();
  const actions = [...new Set(['purchase', ...outcomes.map(({ action }) => action)])];
  return {
    people: people.length,
    weight: Float64Array.from(people, ({ weight = 1 }) => weight),
    touchesFrom: upTo(moments),
    moment: Uint32Array.from(touches, ([, hour]) => second(hour)),
    day: Int32Array.from(touches, ([, hour]) => dayAt(hour)),
    isView: Uint8Array.from(touches, ([, , kind]) => (kind === 'view' ? 1 : 0)),
    member: Uint32Array.from(touches, ([member]) => member),
    split: new Uint32Array(touches.length),
    importId: new Uint32Array(touches.length).fill(1),
    codes: new Map([['campaign', { of: 'member', codes: Int32Array.from({ length: members }, (_, at) => at) }]]),
    isDirect: Uint8Array.from({ length: members }, (_, at) => (direct.includes(at) ? 1 : 0)),
    outcomes: {
      from: upTo(sales),
      moment: Uint32Array.from(outcomes, ({ at }) => second(at)),
      day: Int32Array.from(outcomes, ({ at }) => dayAt(at)),
      action: Uint8Array.from(outcomes, ({ action }) => actions.indexOf(action)),
      actions,
      value: Float64Array.from(outcomes, ({ value }) => value * 1e6),
      count: new Float64Array(outcomes.length).fill(NaN),
      importId: new Uint32Array(outcomes.length).fill(2),
    },
  };
}

function upTo(lists: readonly (readonly unknown[])[]): Uint32Array {
  let sum = 0;
  return Uint32Array.from([0, ...lists.map((list) => (sum += list.length))]);
}

/** All of a log by campaign, looking back a month. */
export const ASKED: CreditQuestion = {
  action: 'purchase',
  days: { from: START, to: START + 365 },
  basis: 'sale',
  lookback: 30 * 24,
  views: true,
  direct: true,
  by: ['campaign'],
  halfLife: 7,
};
