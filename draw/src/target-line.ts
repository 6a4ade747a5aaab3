import type { ChartArea } from 'chart.js';
import type { Theme } from './theme';

/** What was promised, drawn as a line of its own. */
export interface Promised {
  readonly value: number;
  readonly text: string;
}

/** A dashed line across at a height, with its words at the right end. */
export function drawPromised(
  ctx: CanvasRenderingContext2D,
  { left, right }: Pick<ChartArea, 'left' | 'right'>,
  at: number,
  text: string,
  { misses, font }: Theme,
): void {
  ctx.save();
  ctx.strokeStyle = ctx.fillStyle = misses;
  ctx.setLineDash([5, 4]);
  ctx.beginPath();
  ctx.moveTo(left, at);
  ctx.lineTo(right, at);
  ctx.stroke();
  ctx.font = `11px ${font}`;
  ctx.textAlign = 'right';
  ctx.textBaseline = 'bottom';
  ctx.fillText(text, right - 4, at - 2);
  ctx.restore();
}
