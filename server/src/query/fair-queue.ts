/** What is asked: `key` names the answer, equal keys have equal answers; `asker` is whoever waits for it. */
export interface Ask<T> {
  readonly key: string;
  readonly asker: string;
  /** Aborted when the asker no longer waits. */
  readonly signal?: AbortSignal | undefined;
  /** Its signal says when nobody waits any more. */
  readonly work: (stop: AbortSignal) => Promise<T>;
  /** One that takes long leaves a hand free for the others, where there are several. */
  readonly isLong?: boolean;
  /** How much room the answer takes when it is kept. */
  readonly weigh: (answer: T) => number;
}

interface Waiting {
  readonly key: string;
  readonly work: (stop: AbortSignal) => Promise<unknown>;
  readonly stop: AbortController;
  readonly isLong: boolean;
  readonly weigh: (answer: unknown) => number;
  readonly answer: Promise<unknown>;
  settle(outcome: Promise<unknown>): void;
  /** Everybody who still waits; with the last of them the question is dropped. */
  waiters: number;
}

/** Asks what is only got ready. */
export const NOBODY = '';

/** The asker has left. */
export class Left extends Error {}

/**
 * Answers questions in order, askers taking turns: whoever asks twenty things holds up nobody by more than
 * one of them beside those handed over. Equal questions are answered once, also later as long as the answer is kept;
 * answers least recently wanted are dropped when there is no more room. Of those that take long one less is worked on at
 * once than there are hands.
 */
export class FairQueue {
  private readonly queues = new Map<string, Waiting[]>();
  private readonly open = new Map<string, Waiting>();
  private readonly kept = new Map<string, { readonly answer: unknown; readonly weight: number }>();
  private weight = 0;
  private working = 0;
  private longs = 0;

  /** `room` for kept answers, by their weight; `atOnce` questions are handed over before the first of them is answered. */
  constructor(
    private readonly room: number,
    private readonly atOnce = 1,
  ) {}

  ask<T>({ key, asker, signal, work, weigh, isLong = false }: Ask<T>): Promise<T> {
    const known = this.kept.get(key);
    if (known) {
      this.kept.delete(key);
      this.kept.set(key, known);
      return Promise.resolve(known.answer as T);
    }
    if (signal?.aborted) return Promise.reject(new Left());
    const waiting = this.open.get(key) ?? this.enter({ key, asker, work, isLong, weigh: weigh as Waiting['weigh'] });
    waiting.waiters += 1;
    this.next();
    return this.untilLeft(waiting, signal) as Promise<T>;
  }

  private enter(of: Pick<Waiting, 'key' | 'work' | 'weigh' | 'isLong'> & { asker: string }): Waiting {
    let settle: Waiting['settle'] = () => undefined;
    const answer = new Promise<unknown>((resolve) => (settle = resolve));
    // Where nobody waits any more, nobody hears of an error.
    answer.catch(() => undefined);
    const waiting: Waiting = { ...of, answer, settle, waiters: 0, stop: new AbortController() };
    this.open.set(of.key, waiting);
    this.queues.set(of.asker, [...(this.queues.get(of.asker) ?? []), waiting]);
    return waiting;
  }

  private untilLeft(waiting: Waiting, signal: AbortSignal | undefined): Promise<unknown> {
    if (!signal) return waiting.answer;
    return new Promise((resolve, reject) => {
      const leave = (): void => {
        waiting.waiters -= 1;
        if (waiting.waiters === 0) this.drop(waiting);
        reject(new Left());
      };
      signal.addEventListener('abort', leave, { once: true });
      waiting.answer.then(resolve, reject).finally(() => signal.removeEventListener('abort', leave));
    });
  }

  /** Whoever asks the same again asks anew. */
  private drop(waiting: Waiting): void {
    if (this.open.get(waiting.key) === waiting) this.open.delete(waiting.key);
    waiting.stop.abort();
  }

  /**
   * The next question of the asker whose turn it is; that asker goes to the end. What nobody asks waits until nobody does,
   * and what takes long until there is a hand for it.
   */
  private take(): Waiting | undefined {
    const askers = [...this.queues.keys()];
    for (const asker of [...askers.filter((each) => each !== NOBODY), NOBODY]) {
      const queue = (this.queues.get(asker) ?? []).filter(({ waiters }) => waiters > 0);
      const at = queue.findIndex(({ isLong }) => !isLong || this.longs < Math.max(1, this.atOnce - 1));
      const taken = queue[at];
      const rest = queue.filter((each) => each !== taken);
      if (taken || rest.length === 0) this.queues.delete(asker);
      if (rest.length > 0) this.queues.set(asker, rest);
      if (taken) return taken;
    }
    return undefined;
  }

  private next(): void {
    if (this.working >= this.atOnce) return;
    const waiting = this.take();
    if (!waiting) return;
    this.working += 1;
    if (waiting.isLong) this.longs += 1;
    const outcome = waiting.work(waiting.stop.signal);
    waiting.settle(outcome);
    void outcome
      .then((answer) => this.keep(waiting, answer))
      .catch(() => undefined)
      .finally(() => {
        if (this.open.get(waiting.key) === waiting) this.open.delete(waiting.key);
        this.working -= 1;
        if (waiting.isLong) this.longs -= 1;
        this.next();
        this.next();
      });
  }

  private keep({ key, weigh }: Waiting, answer: unknown): void {
    const weight = weigh(answer);
    if (weight > this.room) return;
    this.kept.set(key, { answer, weight });
    this.weight += weight;
    for (const [oldest, { weight: freed }] of this.kept) {
      if (this.weight <= this.room) break;
      this.kept.delete(oldest);
      this.weight -= freed;
    }
  }
}
