import type { Readable } from 'node:stream';
import yauzl from 'yauzl';
import { UnreadableFile } from './unreadable-file';

const MOST_ENTRIES = 500;
/** What a small archive may unpack to is limited, and how many times its own size as well. */
const MOST_BYTES = 2_000_000_000;
const MOST_TIMES = 250;
const ALWAYS_FINE = 10_000_000;

export interface ZipEntry {
  /** Last part of its name. Where in an archive a file lies means nothing here, and nothing is written by that name. */
  readonly name: string;
  readonly size: number;
  readonly open: () => Promise<Readable>;
}

/** The files of a zip archive, once its own list shows that it unpacks to a sensible size. */
export async function zipEntries(path: string): Promise<{ entries: ZipEntry[]; close: () => void }> {
  const zip = await opened(path);
  const entries: ZipEntry[] = [];
  let bytes = 0;
  try {
    for await (const entry of zip.eachEntry() as AsyncIterable<yauzl.Entry>) {
      const { fileName, uncompressedSize, compressedSize } = entry;
      bytes += uncompressedSize;
      const times = uncompressedSize / Math.max(1, compressedSize);
      if (bytes > MOST_BYTES || (uncompressedSize > ALWAYS_FINE && times > MOST_TIMES))
        throw new UnreadableFile('The archive unpacks to far more than it holds. Drop the file itself.');
      if (entries.length >= MOST_ENTRIES) throw new UnreadableFile(`The archive has more than ${MOST_ENTRIES} files. Split it.`);
      if (fileName.endsWith('/')) continue;
      entries.push({
        name: fileName.split(/[\\/]/).at(-1) ?? fileName,
        size: uncompressedSize,
        open: () => zip.openReadStreamPromise(entry),
      });
    }
  } catch (error) {
    zip.close();
    throw asUnreadable(error);
  }
  return { entries, close: () => zip.close() };
}

/** Refuses a spreadsheet that unpacks to more than can be read. */
export async function refuseBomb(path: string): Promise<void> {
  const { close } = await zipEntries(path);
  close();
}

async function opened(path: string): Promise<yauzl.ZipFile> {
  try {
    return await yauzl.openPromise(path, { lazyEntries: true, autoClose: false });
  } catch (error) {
    throw asUnreadable(error);
  }
}

const asUnreadable = (error: unknown): UnreadableFile =>
  error instanceof UnreadableFile
    ? error
    : new UnreadableFile(
        `The archive cannot be opened: ${error instanceof Error ? error.message : String(error)}. Pack it again, or drop its files.`,
      );
