import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';

const NONCE = 12;
const TAG = 16;

/** Where the key lies: outside the data folder, so that a copy of the data opens no token. */
export const keyPath = (): string =>
  process.env['LENS_KEY_FILE'] ?? join(process.env['XDG_CONFIG_HOME'] ?? join(homedir(), '.config'), 'unified-lens', 'key');

/** A key file that holds no key. */
export class KeyProblem extends Error {}

const KEY_LENGTH = 32;

/** Seals and opens tokens with AES-256-GCM. */
export class Seal {
  private constructor(private readonly key: Buffer) {}

  /** Reads the key, made on the first use and readable by its owner only. */
  static open(path = keyPath()): Seal {
    if (!existsSync(path)) {
      mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
      writeFileSync(path, randomBytes(KEY_LENGTH), { mode: 0o600, flag: 'wx' });
    }
    const key = readFileSync(path);
    if (key.length !== KEY_LENGTH)
      throw new KeyProblem(
        `The key file ${path} holds ${key.length} bytes instead of ${KEY_LENGTH}. Put back the right one; or remove it, then a new key is made and the tokens of channels have to be pasted again.`,
      );
    return new Seal(key);
  }

  close(text: string): Buffer {
    const nonce = randomBytes(NONCE);
    const cipher = createCipheriv('aes-256-gcm', this.key, nonce);
    const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]);
  }

  /** Undefined when it was sealed with another key: the token has to be pasted again. */
  open(sealed: Buffer): string | undefined {
    const decipher = createDecipheriv('aes-256-gcm', this.key, sealed.subarray(0, NONCE));
    decipher.setAuthTag(sealed.subarray(NONCE, NONCE + TAG));
    try {
      return Buffer.concat([decipher.update(sealed.subarray(NONCE + TAG)), decipher.final()]).toString('utf8');
    } catch {
      return undefined;
    }
  }
}
