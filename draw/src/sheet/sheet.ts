import { COLUMNS_WIDE, type Sureness, type TilePlace } from '@lens/core';
import type { Drawing } from '../answered/drawing';
import type { Theme } from '../theme';
import { type AdPictures, drawDrawing, wantedHeight } from './draw-drawing';
import { drawTargetRing } from './draw-ring';
import { type Box, broken, lineHeight, type Pen, write, writeText } from './pen';

/** Lines of text, beside the ring of a target where they are about one. */
export interface Words {
  readonly kind: 'words';
  readonly lines: readonly string[];
  readonly ring: { readonly met: number | null; readonly sureness: Sureness } | null;
}

export interface SheetTile {
  /** Where it lies among the others; null for below them, over the whole width and as high as it likes. */
  readonly place: TilePlace | null;
  readonly heading: string;
  /** Behind the heading, quieter. */
  readonly note: string;
  readonly what: Drawing | Words;
}

/** Pictures on paper, as on the screen. */
export interface Sheet {
  readonly title: string;
  /** Under the title: whose, of which days, and what is to be said of all of it. */
  readonly lines: readonly string[];
  readonly tiles: readonly SheetTile[];
  readonly width: number;
}

interface Placed {
  readonly tile: SheetTile;
  readonly box: Box;
}

/** A sheet with the place of everything on it. Everything in points. */
export interface LaidOut {
  readonly sheet: Sheet;
  readonly height: number;
  readonly placed: readonly Placed[];
  /** Where it may be cut into pages, from the top: its last is its foot. */
  readonly cuts: readonly number[];
}

const [MARGIN, ROW, GAP, CAPTION] = [32, 84, 12, 34];
const [TITLE, LINE, HEADING, BODY] = [{ size: 24, weight: 600 }, { size: 14 }, { size: 14.5, weight: 600 }, { size: 14 }] as const;

/** Finds the place of everything. The pen is there to measure what is written. */
export function layOut(pen: Pen, sheet: Sheet, theme: Theme): LaidOut {
  const inner = sheet.width - 2 * MARGIN;
  const under = sheet.lines.flatMap((line) => broken(pen, line, inner, LINE, theme)).length;
  const top = MARGIN + lineHeight(TITLE) + under * lineHeight(LINE) + 18;
  const column = (inner + GAP) / COLUMNS_WIDE;
  let foot = top;
  const placed = sheet.tiles.map((tile): Placed => {
    const { place } = tile;
    const wanted = tile.what.kind === 'words' ? wordsHeight(pen, tile.what, inner, theme) : wantedHeight(tile.what, inner);
    const box = place
      ? { x: MARGIN + place.x * column, y: top + place.y * ROW, width: place.wide * column - GAP, height: place.high * ROW - GAP }
      : { x: MARGIN, y: foot, width: inner, height: wanted + captionOf(tile) };
    foot = Math.max(foot, box.y + box.height + GAP);
    return { tile, box };
  });
  const height = foot + MARGIN - GAP;
  const feet = [...new Set(placed.map(({ box }) => box.y + box.height))].sort((a, b) => a - b);
  const isFree = (at: number): boolean => placed.every(({ box }) => box.y >= at || box.y + box.height <= at);
  return { sheet, height, placed, cuts: [...feet.filter(isFree).map((at) => at + GAP / 2), height] };
}

/** Points above what a tile shows. */
const captionOf = ({ heading }: Pick<SheetTile, 'heading'>): number => (heading === '' ? 12 : CAPTION);

/** Points in height for what a tile shows; null for as many as it likes. */
export const roomOf = ({ place, heading }: Pick<SheetTile, 'place' | 'heading'>): number | null =>
  place && place.high * ROW - GAP - captionOf({ heading });

/** The pages of a sheet, none higher than `most` where it can be cut before: from where to where each goes. */
export function pagesOf({ cuts }: Pick<LaidOut, 'cuts'>, most: number): (readonly [number, number])[] {
  const pages: (readonly [number, number])[] = [];
  let from = 0;
  for (const [nth, cut] of cuts.entries()) {
    const next = cuts[nth + 1];
    if (cut > from && (next === undefined || next - from > most)) {
      pages.push([from, cut]);
      from = cut;
    }
  }
  return pages;
}

/** Draws all of a sheet. */
export function drawSheet(pen: Pen, { sheet, height, placed }: LaidOut, theme: Theme, pictures: AdPictures): void {
  const inner = sheet.width - 2 * MARGIN;
  pen.fillStyle = theme.paper;
  pen.fillRect(0, 0, sheet.width, height);
  write(pen, sheet.title, { x: MARGIN, y: MARGIN + TITLE.size, width: inner }, TITLE, theme);
  let y = MARGIN + lineHeight(TITLE);
  for (const line of sheet.lines)
    y += writeText(pen, line, { x: MARGIN, y, width: inner, height: Infinity }, { ...LINE, colour: theme.inkSoft }, theme);
  for (const each of placed) drawTile(pen, each, theme, pictures);
}

function drawTile(pen: Pen, { tile, box }: Placed, theme: Theme, pictures: AdPictures): void {
  pen.save();
  pen.beginPath();
  pen.rect(box.x, box.y, box.width, box.height);
  pen.clip();
  pen.fillStyle = theme.quiet;
  pen.fillRect(box.x, box.y, box.width, 1);
  const foot = box.y + 21;
  const taken = write(pen, tile.heading, { x: box.x, y: foot, width: box.width }, HEADING, theme);
  if (tile.note !== '')
    write(pen, tile.note, { x: box.x + taken + 8, y: foot, width: box.width - taken - 8 }, { size: 12, colour: theme.inkSoft }, theme);
  const inside = { ...box, y: box.y + captionOf(tile), height: box.height - captionOf(tile) };
  if (tile.what.kind === 'words') drawWords(pen, tile.what, inside, theme);
  else drawDrawing(pen, tile.what, inside, theme, pictures);
  pen.restore();
}

const RING = 56;

function wordsHeight(pen: Pen, { lines, ring }: Words, width: number, theme: Theme): number {
  const beside = width - (ring ? RING + 14 : 0);
  return Math.max(
    ring ? RING : 0,
    lines.flatMap((line) => broken(pen, line, beside, BODY, theme)).length * lineHeight(BODY) + 4 * lines.length,
  );
}

function drawWords(pen: Pen, { lines, ring }: Words, box: Box, theme: Theme): void {
  if (ring) drawTargetRing(pen, ring, { x: box.x, y: box.y, width: RING }, theme);
  const x = box.x + (ring ? RING + 14 : 0);
  let y = box.y;
  for (const line of lines)
    y += 4 + writeText(pen, line, { x, y, width: box.width - (x - box.x), height: box.y + box.height - y }, BODY, theme);
}
