import { codeAt, type Coding, DAYS_A_WEEK, NONE } from '../rows/coding';

/** Places of a list of members or splits, by the codes they have in common. */
export interface Classes {
  /** The class of each place, NONE for places left out. By weekday: the whole list for Monday, then for Tuesday … */
  readonly of: Int32Array;
  /** A place of each class. */
  readonly examples: readonly number[];
  readonly byWeekday: boolean;
}

/** Puts the places of a list of so many into classes of the same codes. */
export function classesOf(places: number, codings: readonly Coding[], byWeekday = false): Classes {
  let of = new Int32Array(byWeekday ? places * DAYS_A_WEEK : places);
  let examples = of.length > 0 ? [0] : [];
  for (const coding of codings) {
    const known = new Map<number, number>();
    const finer: number[] = [];
    const room = coding.codes.reduce((most, code) => Math.max(most, code), 0) - LOWEST + 1;
    of = of.map((own, place) => {
      const key = own * room + codeAt(coding, place) - LOWEST;
      let found = known.get(key);
      if (found === undefined) known.set(key, (found = finer.push(place) - 1));
      return found;
    });
    examples = finer;
  }
  return { of, examples, byWeekday };
}

/** No code is smaller. */
const LOWEST = -3;

/** The same classes without places that do not pass. */
export const leavingOut = ({ of, ...classes }: Classes, passes: (place: number) => boolean): Classes => ({
  ...classes,
  of: of.map((own, place) => (passes(place) ? own : NONE)),
});
