import { pipeline, type Readable, Transform } from 'node:stream';
import { crc32 } from 'node:zlib';
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
  readonly path: string;
  readonly size: number;
  /** What is in it; the stream fails with an UnreadableFile where the entry is locked, broken or not what its checksum says. */
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
        name: shortName(fileName),
        path: fileName,
        size: uncompressedSize,
        open: () => opening(zip, entry),
      });
    }
  } catch (error) {
    zip.close();
    throw asUnreadable(error);
  }
  return { entries, close: () => zip.close() };
}

/** Names are for people: what comes behind so many characters nobody reads. */
const LONGEST_NAME = 300;
const shortName = (fileName: string): string => (fileName.split(/[\\/]/).at(-1) ?? fileName).slice(-LONGEST_NAME);

async function opening(zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Readable> {
  const name = shortName(entry.fileName);
  if (entry.isEncrypted()) throw new UnreadableFile(`“${name}” in the archive is locked with a password. Pack it again without one.`);
  if (![0, 8].includes(entry.compressionMethod))
    throw new UnreadableFile(
      `“${name}” in the archive is packed in a way that cannot be read. Pack it as a plain zip, or drop the file itself.`,
    );
  const damaged = (): UnreadableFile => new UnreadableFile(`“${name}” in the archive is damaged. Pack it again, or drop the file itself.`);
  const content = await zip.openReadStreamPromise(entry).catch(() => Promise.reject(damaged()));
  let sum = 0;
  const checked = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      sum = crc32(chunk, sum);
      done(null, chunk);
    },
    flush: (done) => done(sum === entry.crc32 ? null : damaged()),
  });
  content.on('error', () => checked.destroy(damaged()));
  pipeline(content, checked, () => undefined);
  return checked;
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
        `The archive cannot be opened (${error instanceof Error ? error.message : String(error)}). Pack it again, or drop its files.`,
      );
