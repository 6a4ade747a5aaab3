import type { Card } from '../answered/picture-data';
import type { Drawing } from '../answered/drawing';
import type { Station } from '../answered/stations';
import type { TimePicture } from '../answered/time-lines';
import { linesConfig } from '../lines';
import type { Theme } from '../theme';
import { drawChart } from './chart-within';
import { drawTargetRing } from './draw-ring';
import { type Box, type Pen, write, writeText } from './pen';

/** Pictures of ads by their fingerprints, as a canvas can draw them. */
export type AdPictures = ReadonlyMap<string, { readonly width: number; readonly height: number }>;

const OVER_DAYS = 240;
const EACH = { high: 128, wide: 240, gap: 20, name: 18 };
const STATION = { high: 26, rate: 90, name: 150, figure: 110, most: 860 };
const CARD = { high: 232, wide: 190, gap: 20, picture: 112 };
const FIGURE = { high: 170, text: 78, trend: 96, most: 460 };
const SMALL = 13;

/** How many lie beside each other, and how wide each is. */
function columns(width: number, { wide, gap }: { readonly wide: number; readonly gap: number }): readonly [number, number] {
  const many = Math.max(1, Math.floor((width + gap) / (wide + gap)));
  return [many, (width - gap * (many - 1)) / many];
}

/** As many points as a picture would like to be high, of its width. */
export function wantedHeight(drawing: Drawing, width: number): number {
  const rowsOf = (count: number, of: { readonly wide: number; readonly gap: number }): number => Math.ceil(count / columns(width, of)[0]);
  switch (drawing.kind) {
    case 'none':
      return 40;
    case 'chart':
      return drawing.chart.height + (drawing.chart.note === '' ? 0 : 24);
    case 'over days':
      return drawing.isEach ? EACH.high * rowsOf(drawing.pictures.length, EACH) : OVER_DAYS;
    case 'figure':
      return FIGURE.high;
    case 'stations':
      return STATION.high * Math.max(1, drawing.stations.length);
    case 'cards':
      return CARD.high * Math.max(1, rowsOf(drawing.cards.length, CARD));
  }
}

/** Draws a picture into a part of a sheet; what has no room there is left out. */
export function drawDrawing(pen: Pen, drawing: Drawing, box: Box, theme: Theme, pictures: AdPictures): void {
  switch (drawing.kind) {
    case 'none':
      writeText(pen, drawing.why, box, { size: SMALL, colour: theme.inkSoft }, theme);
      return;
    case 'chart': {
      const { note } = drawing.chart;
      const height = Math.min(box.height - (note === '' ? 0 : 22), drawing.chart.height);
      drawChart(pen, drawing.chart.drawn, { ...box, height }, theme);
      if (note !== '') write(pen, note, { ...box, y: box.y + height + 16 }, { size: SMALL, colour: theme.inkSoft }, theme);
      return;
    }
    case 'over days':
      drawOverDays(pen, drawing.pictures, drawing.isEach, box, theme);
      return;
    case 'figure':
      drawFigure(pen, drawing, box, theme);
      return;
    case 'stations':
      drawStations(pen, drawing.stations, box, theme);
      return;
    case 'cards':
      drawCards(pen, drawing.cards, box, theme, pictures);
  }
}

function drawOverDays(pen: Pen, all: readonly TimePicture[], isEach: boolean, box: Box, theme: Theme): void {
  const drawOne = ({ lines }: TimePicture, at: Box): void => drawChart(pen, (own) => linesConfig(lines, own), at, theme);
  if (!isEach) {
    for (const picture of all) drawOne(picture, box);
    return;
  }
  const [many, width] = columns(box.width, EACH);
  for (const [nth, picture] of all.entries()) {
    const x = box.x + (nth % many) * (width + EACH.gap);
    const y = box.y + Math.floor(nth / many) * EACH.high;
    if (y + EACH.high > box.y + box.height + 1) return;
    write(pen, picture.title, { x, y: y + 13, width }, { size: SMALL }, theme);
    drawOne(picture, { x, y: y + EACH.name, width, height: EACH.high - EACH.name - 10 });
  }
}

function drawFigure(pen: Pen, { figure, trend }: Extract<Drawing, { kind: 'figure' }>, { x, y, width, height }: Box, theme: Theme): void {
  write(pen, figure.text, { x, y: y + 40, width }, { size: 40 }, theme);
  const under = { size: 14, colour: theme.inkSoft };
  write(pen, [figure.label, figure.change].filter((part) => part !== '').join(' '), { x, y: y + 64, width }, under, theme);
  const room = Math.min(FIGURE.trend, height - FIGURE.text);
  const place = { x, y: y + FIGURE.text, width: Math.min(width, FIGURE.most), height: room };
  if (trend && room > 20) drawChart(pen, (own) => linesConfig(trend.lines, own), place, theme);
}

function drawStations(pen: Pen, stations: readonly Station[], box: Box, theme: Theme): void {
  const width = Math.min(box.width, STATION.most);
  const from = box.x + STATION.rate + STATION.name;
  const room = Math.max(20, width - STATION.rate - STATION.name - STATION.figure);
  const step = Math.min(STATION.high, box.height / Math.max(1, stations.length));
  for (const [nth, { name, text, width: share, rate, isMore }] of stations.entries()) {
    const foot = box.y + nth * step + 17;
    if (rate) {
      const hand = { size: SMALL, align: 'right', colour: isMore ? theme.misses : theme.inkSoft } as const;
      write(pen, `${rate.text} ↓`, { x: box.x + STATION.rate - 12, y: foot - step / 2, width: STATION.rate }, hand, theme);
    }
    write(pen, name, { x: box.x + STATION.rate, y: foot, width: STATION.name - 12 }, { size: 14 }, theme);
    pen.fillStyle = theme.colours[0] ?? theme.ink;
    pen.fillRect(from, foot - 13, Math.max(1, room * share), 16);
    const end = { x: box.x + width, y: foot, width: STATION.figure };
    write(pen, text, end, { size: 14, weight: 600, align: 'right' }, theme);
  }
}

function drawCards(pen: Pen, cards: readonly Card[], box: Box, theme: Theme, pictures: AdPictures): void {
  const [many, width] = columns(box.width, CARD);
  for (const [nth, card] of cards.entries()) {
    const x = box.x + (nth % many) * (width + CARD.gap);
    const y = box.y + Math.floor(nth / many) * CARD.high;
    if (y + CARD.high > box.y + box.height + 24) return;
    drawCard(pen, card, { x, y, width, height: CARD.high }, theme, pictures);
  }
}

function drawCard(pen: Pen, { name, picture, target, figures }: Card, { x, y, width }: Box, theme: Theme, pictures: AdPictures): void {
  pen.fillStyle = theme.quiet;
  pen.fillRect(x, y, width, 1);
  const image = picture === undefined ? undefined : pictures.get(picture);
  const inside = { x, y: y + 8, width, height: CARD.picture };
  if (image) {
    const scale = Math.min(width / image.width, CARD.picture / image.height);
    pen.drawImage(image as CanvasImageSource, x, inside.y, image.width * scale, image.height * scale);
  } else {
    pen.strokeStyle = theme.quiet;
    pen.lineWidth = 1;
    pen.strokeRect(x + 0.5, inside.y + 0.5, width - 1, CARD.picture - 1);
    // An ad of words is its words.
    writeText(pen, name, { x: x + 12, y: inside.y + 34, width: width - 24, height: 64 }, { size: 15, colour: theme.inkSoft }, theme);
  }
  const below = inside.y + CARD.picture;
  if (target) drawTargetRing(pen, target, { x: x + width - 26, y: below + 4, width: 26 }, theme);
  write(pen, name, { x, y: below + 20, width: width - (target ? 34 : 0) }, { size: 13.5 }, theme);
  const half = (width - 14) / 2;
  for (const [nth, { label, text }] of figures.entries()) {
    const left = x + (nth % 2) * (half + 14);
    const foot = below + 48 + Math.floor(nth / 2) * 19;
    const taken = write(pen, text, { x: left + half, y: foot, width: half }, { size: SMALL, align: 'right' }, theme);
    write(pen, label, { x: left, y: foot, width: half - taken - 6 }, { size: SMALL, colour: theme.inkSoft }, theme);
  }
}
