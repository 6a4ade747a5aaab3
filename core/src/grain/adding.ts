import type { Adding } from '../measure/measure';
import { addAmount, addCompeting, addPeople, addState, type OpenPart } from './node';

type AddBy = (part: OpenPart, term: number, least: number, most: number, day: number) => void;
const state: AddBy = (part, term, least) => addState(part, term, least);

/** Adds an amount of a row the way its measure combines. */
export const addBy: Readonly<Record<Adding, AddBy>> = {
  adds: addAmount,
  weighted: addAmount,
  people: addPeople,
  trailing: addPeople,
  competing: addCompeting,
  setting: state,
  ordered: state,
};

/** An amount that is at least and at most so much, on a day where that matters. */
export interface Within {
  readonly least: number;
  readonly most: number;
  readonly day: number;
}

/** What a part has summed of its one term, as amounts that come to the same when they are added up again. */
export function amountsOf(part: OpenPart, adding: Adding): Within[] {
  const { sums, most: mosts = sums, tops } = part;
  const [least = 0, most = 0] = [sums[0], mosts[0]];
  switch (adding) {
    case 'competing': {
      // All that they are together comes with the first of their days.
      const days = [...(tops?.get(0) ?? [])];
      return days.map(([day, top], at) => ({ least: top, most: at === 0 ? most : 0, day }));
    }
    case 'setting':
    case 'ordered':
      return [...new Set([least, most])].map((state) => ({ least: state, most: state, day: NaN }));
    default:
      return [{ least, most, day: NaN }];
  }
}
