import { createCanvas, PDFDocument, SvgExportFlag } from '@napi-rs/canvas';
import type { SheetFormat } from '@lens/contract';
import { type LaidOut, pagesOf, type Pen } from '@lens/draw';

/** A context of this canvas draws as one of a browser does, with a little more. */
const asPen = (context: unknown): Pen => context as Pen;

/** A pen to measure with. */
export const measuringPen = (): Pen => asPen(createCanvas(1, 1).getContext('2d'));

/** The long and the short side of a page (A4, lying), in points of paper. */
const PAGE = { long: 842, short: 595 };
/** Points of colour for each point, where there is room for it: sharp on any screen. */
const SHARP = 2;
/** A picture takes four bytes for each point of colour; beyond this it is drawn plainly, and far beyond not at all. */
const [MOST_SHARP, MOST] = [4000, 12_000];

/** Why a sheet is not drawn, in words for whoever asked; empty where it is. */
export const whyTooLong = (format: SheetFormat, { height }: LaidOut): string =>
  format !== 'pdf' && height > MOST
    ? 'This is longer than one picture can be. Take it along as PDF, which has pages, or take tiles out of it.'
    : '';

/** The file of a format; `draw` draws the whole sheet, and is asked once for each page. */
export function onPaper(format: SheetFormat, laidOut: LaidOut, draw: (pen: Pen) => void): Buffer {
  const [width, height] = [laidOut.sheet.width, Math.ceil(laidOut.height)];
  switch (format) {
    case 'png': {
      const scale = height > MOST_SHARP ? 1 : SHARP;
      const canvas = createCanvas(width * scale, height * scale);
      const context = canvas.getContext('2d');
      context.scale(scale, scale);
      draw(asPen(context));
      return canvas.toBuffer('image/png');
    }
    case 'svg': {
      // Text becomes outlines: whoever opens it need not have the typeface.
      const canvas = createCanvas(width, height, SvgExportFlag.ConvertTextToPaths);
      draw(asPen(canvas.getContext('2d')));
      return Buffer.from(
        canvas
          .getContent()
          .toString()
          .replace(/<svg [^>]*>/, (open) => `${open}<title>${escaped(laidOut.sheet.title)}</title>`),
      );
    }
    case 'pdf':
      return pdf(laidOut, draw);
  }
}

function pdf(laidOut: LaidOut, draw: (pen: Pen) => void): Buffer {
  const { title, width } = laidOut.sheet;
  const scale = PAGE.long / width;
  const file = new PDFDocument({ title, creator: 'Unified Lens' });
  for (const [from, to] of pagesOf(laidOut, PAGE.short / scale)) {
    const context = file.beginPage(PAGE.long, (to - from) * scale);
    context.scale(scale, scale);
    context.translate(0, -from);
    context.beginPath();
    context.rect(0, from, width, to - from);
    context.clip();
    draw(asPen(context));
    file.endPage();
  }
  return file.close();
}

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
