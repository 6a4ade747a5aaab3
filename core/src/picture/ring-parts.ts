import { add } from '../figure/arithmetic';
import type { Figure } from '../figure/figure';

export interface RingMember {
  readonly key: string;
  readonly name: string;
  readonly figure: Figure;
}

export interface RingPart extends RingMember {
  /** Of all parts together. */
  readonly share: number;
}

/** What is left when so many are drawn one by one has no key. */
export interface RingParts {
  readonly parts: readonly RingPart[];
  /** Members that are in no part: of which nothing certain is known, or less than nothing. */
  readonly leftOut: readonly RingMember[];
}

/** The largest members as parts of all of them, the others together as one: “4 others”. Only what is known for certain makes a part. */
export function ringParts(members: readonly RingMember[], most: number): RingParts {
  const isPart = ({ figure }: RingMember): boolean => figure.kind === 'value' && figure.value >= 0;
  const known = members.filter(isPart).toSorted((a, b) => amountOf(b) - amountOf(a));
  const all = known.reduce((sum, each) => sum + amountOf(each), 0);
  const rest = known.slice(most);
  const [first, ...others] = rest;
  const together: RingMember[] =
    first && others.length > 0
      ? [{ key: '', name: `${rest.length} others`, figure: others.reduce((sum: Figure, { figure }) => add(sum, figure), first.figure) }]
      : rest;
  return {
    parts: [...known.slice(0, most), ...together].map((each) => ({ ...each, share: all > 0 ? amountOf(each) / all : 0 })),
    leftOut: members.filter((each) => !isPart(each)),
  };
}

const amountOf = ({ figure }: RingMember): number => (figure.kind === 'value' ? figure.value : 0);
