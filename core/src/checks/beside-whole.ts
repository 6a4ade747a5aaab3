import { sum } from 'simple-statistics';
import { gammaP } from '../evidence/gamma';

/** What was spent on a part, and what came of it. */
export interface Spent {
  readonly spend: number;
  readonly outcomes: number;
}

/** A part beside what is expected of it. */
export interface Beside {
  /** What it brings of that, shrunk towards its siblings: 1 is as much as they do. */
  readonly shrunk: number;
  /** How likely it brings less than two thirds of that, given its siblings. */
  readonly surely: number;
  /** How likely it brings more than five quarters of that. */
  readonly better: number;
}

/** A part that brings less than this share of what the whole brings for the same money costs too much. */
const TOO_LITTLE = 2 / 3;
/** One that brings more than this share is worth more money. */
const MUCH = 5 / 4;
/** Of those that are told, so many may be there by chance. */
const CHANCE = 0.05;
/** How far parts differ is learned from at least so many; before that they are taken to differ widely. A few that bring nothing among many alike are no tail of a narrow curve: it is never taken to be narrower. */
const LEAST_SIBLINGS = 5;
const USUAL_SHAPE = 2;
const [LEAST_SHAPE, MOST_SHAPE] = [0.5, USUAL_SHAPE];

/** A part with what would be expected of it, did it bring what others do. */
export interface Expecting extends Spent {
  readonly expected: number;
}

/**
 * Parts of one whole with what the whole brings on average for the same money. All are of the same click days, so that late
 * sales bear on all alike. None where the whole brings nothing, or is of one part.
 */
export function expecting<T extends Spent>(parts: readonly T[]): (T & Expecting)[] {
  const paid = parts.filter((each) => each.spend > 0);
  const { spend, outcomes } = totalOf(paid);
  if (paid.length < 2 || !(outcomes > 0)) return [];
  return paid.map((part) => ({ ...part, expected: (part.spend * outcomes) / spend }));
}

/**
 * Siblings beside what is expected of them (calculations 10): outcomes are Poisson counts around what a part brings, and
 * what parts bring varies around 1 as a gamma whose width is that of the siblings themselves.
 */
export function besideSiblings<T extends Expecting>(parts: readonly T[]): (T & { readonly beside: Beside })[] {
  const shape = shapeOf(parts);
  return parts.map((part) => {
    const { outcomes, expected } = part;
    const shrunk = (shape + outcomes) / (shape + expected);
    const below = (share: number): number => gammaP(shape + outcomes, share * (shape + expected));
    return { ...part, beside: { shrunk, surely: below(TOO_LITTLE), better: 1 - below(MUCH) } };
  });
}

export const totalOf = (parts: readonly Spent[]): Spent => ({
  spend: sum(parts.map(({ spend }) => spend)),
  outcomes: sum(parts.map(({ outcomes }) => outcomes)),
});

/** The shape of a gamma of mean 1 that parts vary by: what they vary more than Poisson counts do. */
function shapeOf(parts: readonly Expecting[]): number {
  if (parts.length < LEAST_SIBLINGS) return USUAL_SHAPE;
  const beyond = sum(parts.map(({ outcomes, expected }) => (outcomes - expected) ** 2 - outcomes));
  const variance = beyond / sum(parts.map(({ expected }) => expected ** 2));
  return variance > 0 ? Math.min(MOST_SHAPE, Math.max(LEAST_SHAPE, 1 / variance)) : MOST_SHAPE;
}

/** The longest list of parts that cost too much of which no more than one in twenty is expected to be there by chance, the surest first. */
export const costlyOf = <T extends { readonly beside: Beside }>(parts: readonly T[]): T[] => surestOf(parts, 'surely');

/** The longest list of parts that bring much more than others for the same money, with the same limit. */
export const betterOf = <T extends { readonly beside: Beside }>(parts: readonly T[]): T[] => surestOf(parts, 'better');

function surestOf<T extends { readonly beside: Beside }>(parts: readonly T[], how: 'surely' | 'better'): T[] {
  const surest = parts.toSorted((a, b) => b.beside[how] - a.beside[how]);
  let doubt = 0;
  const kept: T[] = [];
  for (const part of surest) {
    doubt += 1 - part.beside[how];
    if (doubt > CHANCE * (kept.length + 1)) break;
    kept.push(part);
  }
  return kept;
}

/** What was spent beyond what others would need for as many outcomes. */
export const wasteOf = ({ spend, outcomes, expected }: Expecting): number => spend * (1 - outcomes / expected);
