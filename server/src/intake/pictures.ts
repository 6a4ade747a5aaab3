import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdirSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';

/** The largest file of a picture, in bytes, and the most points it may have. */
export const LARGEST_PICTURE = 5_000_000;
const MOST_POINTS = 40_000_000;
/** Pictures are kept small: nobody looks at them larger than this, in points. */
const SIDE = 320;

sharp.cache(false);
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({
  operation: ['VipsForeignLoadPng', 'VipsForeignLoadJpeg', 'VipsForeignLoadWebp', 'VipsForeignLoadNsgif', 'VipsForeignLoadSvg'],
});

/** Why something is kept as no picture, in words that go on after its name. */
export class NoPicture extends Error {}

export const picturesFolder = (dataFolder: string): string => join(dataFolder, 'pictures');

/** Where a picture lies, small, named by the fingerprint of what it was made from. */
export const picturePath = (dataFolder: string, hash: string): string => join(picturesFolder(dataFolder), `${hash}.png`);

/** Keeps a picture as points of colour, so that nothing else in it is kept. Returns its fingerprint; throws NoPicture. */
export async function storePicture(dataFolder: string, content: Buffer): Promise<string> {
  if (content.length > LARGEST_PICTURE) throw new NoPicture(`is larger than ${LARGEST_PICTURE / 1_000_000} MB`);
  if (isMarkup(content) && ACTIVE.test(content.toString('utf8')))
    throw new NoPicture('holds a script or leads elsewhere, which a picture may not');
  const hash = createHash('sha256').update(content).digest('hex');
  const path = picturePath(dataFolder, hash);
  if (existsSync(path)) return hash;
  mkdirSync(picturesFolder(dataFolder), { recursive: true });
  const waiting = join(picturesFolder(dataFolder), `${randomUUID()}.part`);
  try {
    const small = sharp(content, { limitInputPixels: MOST_POINTS })
      .rotate()
      .resize(SIDE, SIDE, { fit: 'inside', withoutEnlargement: true });
    await small.png().toFile(waiting);
    await rename(waiting, path);
    return hash;
  } catch (error) {
    await rm(waiting, { force: true });
    if (error instanceof Error && /pixel limit/.test(error.message)) throw new NoPicture('has too many points');
    if (error instanceof Error && /unsupported image|corrupt|Input|invalid|VipsJpeg|pngload|svgload|webp|gif/i.test(error.message))
      throw new NoPicture('is no picture that can be read');
    throw error;
  }
}

const isMarkup = (content: Buffer): boolean => /^\s*(?:\uFEFF)?</.test(content.subarray(0, 100).toString('utf8'));
const ACTIVE = /<script|<foreignObject|<!ENTITY|\son[a-z]+\s*=|javascript:|(?:href|src)\s*=\s*["']?\s*(?!#|["'\s]|data:image\/)\S/i;
