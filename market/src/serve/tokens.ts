import { hashOf } from '../world/random';

/** The tokens of each channel: one holds at a time, and may wear out. */
export class Tokens {
  private readonly issued = new Map<string, { nth: number; used: number }>();

  of(channel: string): string {
    const { nth } = this.state(channel);
    return `${channel}.${nth}.${hashOf(`${channel} ${nth} saltmarsh`).toString(16).padStart(8, '0')}`;
  }

  /** Uses a token once; false when it is wrong or worn out. */
  use(channel: string, token: string, life: number | null): boolean {
    const state = this.state(channel);
    if (token !== this.of(channel)) return false;
    if (life !== null && state.used >= life) return false;
    state.used += 1;
    return true;
  }

  renew(channel: string): string {
    const state = this.state(channel);
    state.nth += 1;
    state.used = 0;
    return this.of(channel);
  }

  private state(channel: string): { nth: number; used: number } {
    const state = this.issued.get(channel) ?? { nth: 1, used: 0 };
    this.issued.set(channel, state);
    return state;
  }
}
