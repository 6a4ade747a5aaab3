import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { storedBytes } from './text';
import { zipEntries, type ZipEntry } from './zip';

/** How the folders of such copies begin; they lie beside the stored files, and a start clears them. */
export const COPIES = 'sheet-';

/** What the reader of spreadsheets must know before it comes to the rows, in the order it wants. */
const FIRST = ['_rels/.rels', 'xl/_rels/workbook.xml.rels', 'xl/workbook.xml', 'xl/sharedStrings.xml', 'xl/styles.xml'];
const SHEET = /^xl\/worksheets\/[^/]+\.xml$/;

/**
 * A copy of a stored spreadsheet whose parts stand in the order in which the reader needs them, each checked
 * against its checksum; removed when reading is done. A reader that meets rows before their texts loses the
 * texts, or puts the rows away in temporary files of its own.
 */
export async function* withOrderedCopy<T>(path: string, read: (copy: string) => AsyncGenerator<T>): AsyncGenerator<T> {
  const folder = mkdtempSync(join(dirname(path), COPIES));
  const plain = join(folder, 'plain.xlsx');
  const ordered = join(folder, 'ordered.xlsx');
  try {
    await pipeline([...storedBytes(path), createWriteStream(plain)] as never);
    await putInOrder(plain, ordered);
    yield* read(ordered);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function putInOrder(from: string, to: string): Promise<void> {
  const { entries, close } = await zipEntries(from);
  const place = ({ path }: ZipEntry): number => (FIRST.includes(path) ? FIRST.indexOf(path) : FIRST.length);
  const needed = entries.filter(({ path }) => FIRST.includes(path) || SHEET.test(path)).toSorted((a, b) => place(a) - place(b));
  const copy = new yazl.ZipFile();
  // What goes wrong inside one part ends the writing of all.
  const fail = (error: unknown): void => void (copy.outputStream as unknown as Readable).destroy(error as Error);
  for (const entry of needed)
    copy.addReadStreamLazy(entry.path, { compressionLevel: 1 }, (take) => {
      entry.open().then((content) => {
        content.once('error', fail);
        take(null, content);
      }, fail);
    });
  copy.end();
  try {
    await pipeline(copy.outputStream, createWriteStream(to));
  } finally {
    close();
  }
}
