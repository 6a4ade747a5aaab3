import { GlobalFonts } from '@napi-rs/canvas';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** The parts of the one typeface of the product, by the writing they hold. */
const PARTS = ['latin', 'latin-ext', 'greek', 'cyrillic', 'vietnamese'];
const NAME = 'source-sans-3';

/** Makes the typeface of the screen known to the canvas. Returns how it is asked for. */
export function registerFonts(): string {
  const folder = join(dirname(createRequire(import.meta.url).resolve(`@fontsource-variable/${NAME}/package.json`)), 'files');
  for (const part of PARTS) GlobalFonts.registerFromPath(join(folder, `${NAME}-${part}-wght-normal.woff2`), `${NAME} ${part}`);
  return [...PARTS.map((part) => `'${NAME} ${part}'`), 'sans-serif'].join(', ');
}
