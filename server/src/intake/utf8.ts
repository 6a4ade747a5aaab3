import { Transform } from 'node:stream';
import { UnreadableFile } from './unreadable-file';

/** Passes UTF-8 text on and stops at the first byte that is not, saying where it stands. */
export function utf8Only(): Transform {
  const decoder = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
  let lines = 1;
  const refuse = (): UnreadableFile =>
    new UnreadableFile(`The file is not UTF-8 text near line ${lines}. Save it as “CSV UTF-8” and drop it again.`);
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      try {
        const text = decoder.decode(chunk, { stream: true });
        lines += text.split('\n').length - 1;
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
