import { createHmac, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';

/** Where the key lies: outside the data folder, so that a copy of the data opens no token and names no person. */
export const keyPath = (): string =>
  process.env['LENS_KEY_FILE'] ?? join(process.env['XDG_CONFIG_HOME'] ?? join(homedir(), '.config'), 'unified-lens', 'key');

/** A key file that holds no key. */
export class KeyProblem extends Error {}

const KEY_LENGTH = 32;

/** The key of the installation, made on the first use and readable by its owner only. */
export function installationKey(path = keyPath()): Buffer {
  if (!existsSync(path)) {
    mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
    writeFileSync(path, randomBytes(KEY_LENGTH), { mode: 0o600, flag: 'wx' });
  }
  const key = readFileSync(path);
  if (key.length !== KEY_LENGTH)
    throw new KeyProblem(
      `The key file ${path} holds ${key.length} bytes instead of ${KEY_LENGTH}. Put back the right one; or remove it, then a new key is made: the tokens of channels have to be pasted again, and logs of touches brought in again, as people are told apart by it.`,
    );
  return key;
}

/** Characters of a person's hash, and of what proves that it is one. */
const [HASH, PROOF] = [22, 6];

/**
 * Makes ids of people into what is kept of them: a hash by the key of the installation (HMAC-SHA256, 132 bits), the same
 * for the same id. What is such a hash already stays, so that a kept log can be brought in again.
 */
export function personHasher(path?: string): (id: string) => string {
  const key = installationKey(path);
  const mac = (purpose: string, text: string, length: number): string =>
    createHmac('sha256', key).update(`${purpose}\n${text}`).digest('base64url').slice(0, length);
  return (id) => {
    if (id.length === HASH + 1 + PROOF && id[HASH] === '.' && mac('proof', id.slice(0, HASH), PROOF) === id.slice(HASH + 1)) return id;
    const hash = mac('person', id, HASH);
    return `${hash}.${mac('proof', hash, PROOF)}`;
  };
}
