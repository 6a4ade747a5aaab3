import type { Sureness } from '@lens/core';
import type { Theme } from '../theme';
import type { Box, Pen } from './pen';

/** How a ring of a target is made, in a square of 52 points: the arc is drawn to one and a half of the target. */
export const TARGET_RING = { square: 52, radius: 20, full: 1.5, tick: 240 } as const;

const CENTRES: Readonly<Record<Sureness, 'full' | 'open' | 'dotted'>> = {
  supported: 'full',
  undecided: 'open',
  'not yet mature': 'dotted',
};

/** How the middle of a ring says how sure it is. */
export const ringCentre = (met: number | null, sureness: Sureness): 'full' | 'open' | 'dotted' =>
  met === null ? 'dotted' : CENTRES[sureness];

/** How much of a target is met: an arc with a tick at all of it, and how sure that is in its middle. */
export function drawTargetRing(
  pen: Pen,
  { met, sureness }: { readonly met: number | null; readonly sureness: Sureness },
  { x, y, width }: Omit<Box, 'height'>,
  theme: Theme,
): void {
  const { square, radius, full, tick } = TARGET_RING;
  const centre = square / 2;
  const turn = (degrees: number): number => ((degrees - 90) * Math.PI) / 180;
  pen.save();
  pen.translate(x, y);
  pen.scale(width / square, width / square);
  const arc = (of: number, to: number, stroke: string, thick: number): void => {
    pen.beginPath();
    pen.arc(centre, centre, of, turn(0), turn(to));
    pen.strokeStyle = stroke;
    pen.lineWidth = thick;
    pen.stroke();
  };
  arc(radius, 360, theme.quiet, 1.5);
  if (met !== null && met > 0) arc(radius, 360 * (Math.min(met, full) / full), met >= 1 ? theme.beats : theme.misses, 5);
  pen.beginPath();
  for (const [step, away] of [15, 25.5].entries()) {
    const [across, down] = [centre + away * Math.cos(turn(tick)), centre + away * Math.sin(turn(tick))];
    if (step === 0) pen.moveTo(across, down);
    else pen.lineTo(across, down);
  }
  pen.strokeStyle = theme.ink;
  pen.lineWidth = 2;
  pen.stroke();
  const middle = ringCentre(met, sureness);
  pen.setLineDash(middle === 'dotted' ? [2, 2.5] : []);
  arc(6, 360, theme.ink, 1.5);
  pen.fillStyle = theme.ink;
  if (middle === 'full') pen.fill();
  pen.restore();
}
