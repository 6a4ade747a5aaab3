import { headOf, type Segment, type SegmentHead } from '@lens/core';
import Database from 'better-sqlite3';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { crc32 } from 'node:zlib';
import type { Db } from './database';

/** Which rows of which month of a feed; the stamp is another whenever those rows may be others. */
export interface SegmentKey {
  readonly feed: number;
  /** The first day of the month. */
  readonly month: number;
  readonly stamp: string;
}

/** Somebody has replaced a segment, or its bytes are damaged: what is known of the feed is read anew. */
export class Superseded extends Error {
  constructor(readonly feed: number) {
    super(`The segments of feed ${feed} are others by now`);
  }
}

/** Nobody waits any more for what rows are read for. */
export class Stopped extends Error {}

export const segmentsPath = (dataFolder: string): string => join(dataFolder, 'segments.sqlite');

/** Grows when segments are written another way: those of before are made anew. */
const FORMAT = 1;

/**
 * Column segments beside the record. They follow from the rows there and are made of them again whenever they are
 * missing, damaged or of other rows, so nothing is lost with them. In memory the least recently used give way.
 */
export class SegmentStore {
  private readonly db: Db;
  private readonly memory: SegmentMemory;

  /** `room` is how many bytes of segments stay in memory; `isStopped` is asked before rows are read. */
  constructor(
    dataFolder: string,
    room: number,
    private readonly isStopped: () => boolean,
  ) {
    this.db = openSegments(segmentsPath(dataFolder));
    this.memory = new SegmentMemory(room);
  }

  /** What is known of a segment without its rows; undefined where it is not there. */
  head({ feed, month, stamp }: SegmentKey): SegmentHead | undefined {
    const kept = this.db
      .prepare<unknown[], Kept>('SELECT head AS bytes, head_sum AS sum FROM segment WHERE feed_id = ? AND month = ? AND stamp = ?')
      .get(feed, month, stamp);
    return read(kept) as SegmentHead | undefined;
  }

  /** The rows of a segment. Throws Superseded where they are no longer there, Stopped where nobody waits for them. */
  segment(key: SegmentKey): Segment {
    if (this.isStopped()) throw new Stopped();
    const known = this.memory.get(key);
    if (known) return known;
    const kept = this.db
      .prepare<unknown[], Kept>('SELECT body AS bytes, body_sum AS sum FROM segment WHERE feed_id = ? AND month = ? AND stamp = ?')
      .get(key.feed, key.month, key.stamp);
    const segment = read(kept) as Segment | undefined;
    if (!segment) {
      this.db.prepare('DELETE FROM segment WHERE feed_id = ? AND month = ? AND stamp = ?').run(key.feed, key.month, key.stamp);
      throw new Superseded(key.feed);
    }
    this.memory.keep(key, segment);
    return segment;
  }

  /** Keeps the segment of a month in place of the one before. */
  put(key: SegmentKey, segment: Segment): SegmentHead {
    const head = headOf(segment);
    const [headBytes, body] = [serialize(head), serialize(segment)];
    this.db
      .prepare('INSERT OR REPLACE INTO segment (feed_id, month, stamp, head, head_sum, body, body_sum) VALUES (?, ?, ?, ?, ?, ?, ?)')
      .run(key.feed, key.month, key.stamp, headBytes, crc32(headBytes), body, crc32(body));
    this.memory.keep(key, segment);
    return head;
  }

  close(): void {
    this.db.close();
  }
}

interface Kept {
  readonly bytes: Buffer;
  readonly sum: number;
}

/** What was written, or undefined where nothing is there or its bytes are others. */
const read = (kept: Kept | undefined): unknown => (kept && crc32(kept.bytes) === kept.sum ? deserialize(kept.bytes) : undefined);

function openSegments(path: string): Db {
  try {
    return opened(path);
  } catch (error) {
    if (!(error instanceof Database.SqliteError) || !DAMAGED.has(error.code)) throw error;
    for (const end of ['', '-wal', '-shm']) rmSync(path + end, { force: true });
    return opened(path);
  }
}

const DAMAGED = new Set(['SQLITE_NOTADB', 'SQLITE_CORRUPT']);

function opened(path: string): Db {
  const db = new Database(path, { timeout: 10_000 });
  db.pragma('journal_mode = WAL');
  // They can be made again: a write need not have reached the disk.
  db.pragma('synchronous = OFF');
  if (db.pragma('user_version', { simple: true }) !== FORMAT) db.exec(`DROP TABLE IF EXISTS segment; PRAGMA user_version = ${FORMAT}`);
  db.exec(`CREATE TABLE IF NOT EXISTS segment (
    feed_id INTEGER NOT NULL, month INTEGER NOT NULL, stamp TEXT NOT NULL,
    head BLOB NOT NULL, head_sum INTEGER NOT NULL, body BLOB NOT NULL, body_sum INTEGER NOT NULL,
    PRIMARY KEY (feed_id, month)) STRICT`);
  return db;
}

/** Segments in memory, the least recently used first. */
class SegmentMemory {
  private readonly kept = new Map<string, { readonly segment: Segment; readonly bytes: number }>();
  private bytes = 0;

  constructor(private readonly room: number) {}

  get(key: SegmentKey): Segment | undefined {
    const name = nameOf(key);
    const known = this.kept.get(name);
    if (!known) return undefined;
    this.kept.delete(name);
    this.kept.set(name, known);
    return known.segment;
  }

  keep(key: SegmentKey, segment: Segment): void {
    this.drop(nameOf(key));
    const bytes = bytesOf(segment);
    this.kept.set(nameOf(key), { segment, bytes });
    this.bytes += bytes;
    for (const name of this.kept.keys()) {
      if (this.bytes <= this.room || this.kept.size === 1) break;
      this.drop(name);
    }
  }

  private drop(name: string): void {
    this.bytes -= this.kept.get(name)?.bytes ?? 0;
    this.kept.delete(name);
  }
}

const nameOf = ({ feed, month, stamp }: SegmentKey): string => `${feed} ${month} ${stamp}`;

/** What a segment takes in memory. */
function bytesOf({ starts, beyond, members, splits, importIds, amounts, limits }: Segment): number {
  const arrays = [starts, ...(beyond ? [beyond] : []), ...[members, splits, importIds].flatMap(({ list, places }) => [list, places])];
  const sparse = [...limits.values()].reduce((sum, { size }) => sum + size * BYTES_OF_LIMIT, 0);
  return [...arrays, ...[...amounts.values()].map(({ values }) => values)].reduce((sum, { byteLength }) => sum + byteLength, sparse);
}

const BYTES_OF_LIMIT = 120;
