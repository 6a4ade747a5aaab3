import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { installationKey } from '../key';

const NONCE = 12;
const TAG = 16;

/** Seals and opens tokens with AES-256-GCM. */
export class Seal {
  private constructor(private readonly key: Buffer) {}

  static open(path?: string): Seal {
    return new Seal(installationKey(path));
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
