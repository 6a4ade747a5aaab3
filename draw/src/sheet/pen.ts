import type { Theme } from '../theme';

/** Draws on paper: the context of a canvas, of a browser or of a server. */
export type Pen = CanvasRenderingContext2D;

/** A part of a sheet, in points. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface Hand {
  readonly size: number;
  readonly weight?: 400 | 600;
  readonly colour?: string;
  readonly align?: 'left' | 'right' | 'center';
}

/** Takes up a hand: what is written next is written in it. */
function take(pen: Pen, { size, weight = 400, colour, align = 'left' }: Hand, theme: Theme): void {
  pen.font = `${weight} ${size}px ${theme.font}`;
  pen.fillStyle = colour ?? theme.ink;
  pen.textAlign = align;
  pen.textBaseline = 'alphabetic';
}

/** Writes a line with its foot at a place, shortened where it is wider than there is room. Returns its width. */
export function write(pen: Pen, text: string, { x, y, width }: Omit<Box, 'height'>, hand: Hand, theme: Theme): number {
  take(pen, hand, theme);
  const fitting = fitted(pen, text, width);
  pen.fillText(fitting, x, y);
  return pen.measureText(fitting).width;
}

/** As much of a text as has room, with an ellipsis where some is left out. */
function fitted(pen: Pen, text: string, width: number): string {
  if (pen.measureText(text).width <= width) return text;
  let [fits, tooMuch] = [0, text.length];
  while (tooMuch - fits > 1) {
    const middle = Math.floor((fits + tooMuch) / 2);
    if (pen.measureText(`${text.slice(0, middle).trimEnd()}…`).width <= width) fits = middle;
    else tooMuch = middle;
  }
  return `${text.slice(0, fits).trimEnd()}…`;
}

/** A text as lines that have room; its own line breaks stay. A word wider than a line has one of its own. */
export function broken(pen: Pen, text: string, width: number, hand: Hand, theme: Theme): string[] {
  take(pen, hand, theme);
  return text.split('\n').flatMap((paragraph) => {
    const lines: string[] = [];
    let line = '';
    for (const word of paragraph.split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (line !== '' && pen.measureText(longer).width > width) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    return [...lines, line];
  });
}

/** How high a line of a size is, with the space to the next. */
export const lineHeight = ({ size }: Pick<Hand, 'size'>): number => Math.round(size * 1.4);

/** Writes a text over as many lines as it takes and there is room for. Returns how high it became. */
export function writeText(pen: Pen, text: string, { x, y, width, height }: Box, hand: Hand, theme: Theme): number {
  const step = lineHeight(hand);
  const lines = broken(pen, text, width, hand, theme).slice(0, Math.max(1, Math.floor(height / step)));
  for (const [at, line] of lines.entries()) write(pen, line, { x, y: y + at * step + hand.size, width }, hand, theme);
  return lines.length * step;
}
