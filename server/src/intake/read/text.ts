import type { Encoding } from '@lens/core';
import { createReadStream } from 'node:fs';
import { type Readable, Transform } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { UnreadableFile } from './unreadable-file';

const NAMES: Record<Encoding, string> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16',
  'windows-1252': 'Windows-1252',
};

/** The bytes of a stored file. */
export const storedBytes = (path: string): Readable[] => [createReadStream(path), createGunzip()];

/** Passes text on and stops at the first bytes that are none in this encoding, saying near which line they stand. */
export function decoded(encoding: Encoding): Transform {
  const decoder = new TextDecoder(encoding, { fatal: true });
  let lines = 1;
  const refuse = (): UnreadableFile =>
    new UnreadableFile(
      `The file is not ${NAMES[encoding]} text near line ${lines}. Choose another encoding above, or save it as “CSV UTF-8” and drop it again.`,
    );
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      try {
        const text = decoder.decode(chunk, { stream: true });
        for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) lines += 1;
        done(null, text);
      } catch {
        const [readable = ''] = chunk.toString('utf8').split('\uFFFD');
        lines += readable.split('\n').length - 1;
        done(refuse());
      }
    },
    flush(done) {
      try {
        done(null, decoder.decode());
      } catch {
        done(refuse());
      }
    },
  });
}
