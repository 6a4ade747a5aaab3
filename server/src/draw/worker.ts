import { loadImage } from '@napi-rs/canvas';
import { bookOf, Vocabulary } from '@lens/core';
import {
  type AdPictures,
  type Drawing,
  drawingOf,
  drawnRows,
  drawSheet,
  layOut,
  markedRows,
  register,
  roomOf,
  type SheetTile,
  THEMES,
} from '@lens/draw';
import { Chart } from 'chart.js';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { Piscina } from 'piscina';
import { picturePath } from '../intake/pictures';
import { registerFonts } from './fonts';
import { measuringPen, onPaper, whyTooLong } from './paper';
import type { SheetPicture, SheetTask } from './sheet-task';

/** The thread that draws: it has no record, and is told all that it draws. */
const { dataFolder } = Piscina.workerData as { readonly dataFolder: string };
register(Chart);
const font = registerFonts();

export type DrawReply = { readonly file: Uint8Array } | { readonly refused: string };

export default async function run({ request, pictures }: SheetTask): Promise<DrawReply> {
  const { format, paper, title, lines, width } = request;
  const theme = { ...THEMES[paper], font };
  const tiles = request.tiles.map(({ what, ...tile }, at): SheetTile => {
    const picture = pictures[at] ?? { why: '' };
    if (what.kind === 'words') return { ...tile, what };
    return { ...tile, what: 'why' in picture ? { kind: 'none', why: picture.why } : drawingFor(what.asked, picture, roomOf(tile)) };
  });
  const laidOut = layOut(measuringPen(), { title, lines, width, tiles }, theme);
  const refused = whyTooLong(format, laidOut);
  if (refused !== '') return { refused };
  const ads = await adPictures(tiles);
  return { file: onPaper(format, laidOut, (pen) => drawSheet(pen, laidOut, theme, ads)) };
}

type Asked = Extract<SheetTask['request']['tiles'][number]['what'], { kind: 'picture' }>['asked'];

function drawingFor(
  { question, picture: kind, metric, marked }: Asked,
  { answer, client, style, words, happenings }: SheetPicture,
  room: number | null,
): Drawing {
  const book = bookOf(new Vocabulary(...words));
  const { table, series } = answer;
  const rows = drawnRows(table.rows, markedRows(table.rows, marked), kind);
  const answered = { table, rows, book, style };
  return drawingOf({ kind, answered, metric: book.named(metric), question, client, room }, series, happenings);
}

/** The pictures of the ads on cards, as far as they are kept. */
async function adPictures(tiles: readonly SheetTile[]): Promise<AdPictures> {
  const hashes = new Set(tiles.flatMap(({ what }) => (what.kind === 'cards' ? what.cards.flatMap(({ picture }) => picture ?? []) : [])));
  const kept = [...hashes].filter((hash) => existsSync(picturePath(dataFolder, hash)));
  return new Map(
    await Promise.all(kept.map(async (hash) => [hash, await loadImage(await readFile(picturePath(dataFolder, hash)))] as const)),
  );
}
