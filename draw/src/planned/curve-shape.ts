import { broughtBy } from '@lens/core';

/** What a curve is drawn of: a day's spend and what it brings, and where its budget may go. */
export interface CurveTold {
  readonly now: { readonly spend: number; readonly outcomes: number };
  readonly planned: { readonly spend: number; readonly outcomes: number };
  readonly elasticity: { readonly low: number; readonly middle: number; readonly high: number };
  readonly high: number;
  readonly points: readonly { readonly spend: number; readonly outcomes: number }[];
}

export interface CurvePlace {
  readonly x: number;
  readonly y: number;
}

/** A response curve inside a box of so many pixels: the line, what it may be, weeks as they were, and two places on it. */
export interface CurveShape {
  readonly line: string;
  /** Between the least and the most elasticity, through where it stands now. */
  readonly band: string;
  readonly weeks: readonly CurvePlace[];
  readonly now: CurvePlace;
  readonly planned: CurvePlace;
}

const STEPS = 24;
/** How far beyond what is spent a curve is drawn. */
const BEYOND = 1.25;
const EDGE = 5;

/** The shape of a curve; null of what spends nothing. */
export function curveShape({ now, planned, elasticity, high, points }: CurveTold, width: number, height: number): CurveShape | null {
  if (now.spend <= 0) return null;
  const most = BEYOND * Math.max(high, now.spend, planned.spend, ...points.map(({ spend }) => spend));
  const brought = (power: number, spend: number): number => broughtBy({ spend: now.spend, brings: now.outcomes, elasticity: power }, spend);
  const top = Math.max(brought(elasticity.high, most), ...points.map(({ outcomes }) => outcomes), Number.MIN_VALUE);
  const placeAt = (spend: number, outcomes: number): CurvePlace => ({
    x: rounded(EDGE + (spend / most) * (width - 2 * EDGE)),
    y: rounded(height - EDGE - (outcomes / top) * (height - 2 * EDGE)),
  });
  const along = (power: number): CurvePlace[] =>
    Array.from({ length: STEPS + 1 }, (_, step) => (step / STEPS) * most).map((spend) =>
      placeAt(spend, spend === 0 ? 0 : brought(power, spend)),
    );
  const path = (marks: readonly CurvePlace[]): string => marks.map(({ x, y }, place) => `${place === 0 ? 'M' : 'L'}${x} ${y}`).join('');
  return {
    line: path(along(elasticity.middle)),
    band: `${path([...along(elasticity.low), ...along(elasticity.high).reverse()])}Z`,
    weeks: points.map(({ spend, outcomes }) => placeAt(spend, outcomes)),
    now: placeAt(now.spend, now.outcomes),
    planned: placeAt(planned.spend, brought(elasticity.middle, planned.spend)),
  };
}

const rounded = (amount: number): number => Math.round(amount * 10) / 10;
