import { nameKey } from '../formula/tokens';
import type { DayRange } from '../time/day';

/** What numbers of a client are told in: money for each thing, a share, or a plain number. */
export const NUMBER_UNITS = ['money', 'share', 'number'] as const;
export type NumberUnit = (typeof NUMBER_UNITS)[number];

/** A dated number of a client's own, which what its days amount to can be multiplied by: its margin, a price. */
export interface ClientNumber {
  /** What storage calls it; never changes. */
  readonly id: string;
  /** As formulas say it. */
  readonly name: string;
  readonly unit: NumberUnit;
  readonly definition: string;
}

/** The number every client has, or may get. */
export const MARGIN: ClientNumber = {
  id: 'margin',
  name: 'margin',
  unit: 'share',
  definition: 'What is left of each sale after what the thing sold costs, on each day.',
};

/** The numbers that dated values are of, each once; values of one name are of one number. */
export function clientNumbers(dated: readonly Pick<ClientNumber, 'name' | 'unit'>[]): ClientNumber[] {
  const all = dated.map(({ name, unit }): ClientNumber => ({
    id: `number ${nameKey(name)}`,
    name,
    unit,
    definition: 'A number of this client’s own, on each day.',
  }));
  return [...new Map(all.toReversed().map((each) => [each.id, each])).values()].toReversed();
}

/** What a number of a client is on some days. */
export interface DatedNumber extends DayRange {
  readonly value: number;
}
