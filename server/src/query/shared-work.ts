/** How finely what is done is told. */
const STEPS = 1000;
const [STOPPED, DONE] = [0, 1];

/** What a thread at work and whoever asked it tell each other. It hears no message: this lies in memory that both share. */
export class SharedWork {
  /** `cells` are handed from one side to the other. */
  constructor(readonly cells = new Int32Array(new SharedArrayBuffer(2 * Int32Array.BYTES_PER_ELEMENT))) {}

  /** Nobody waits any more. */
  stop(): void {
    Atomics.store(this.cells, STOPPED, 1);
  }

  get isStopped(): boolean {
    return Atomics.load(this.cells, STOPPED) === 1;
  }

  /** From 0 to 1 of the work; null while nothing is told. */
  get done(): number | null {
    const done = Atomics.load(this.cells, DONE);
    return done === 0 ? null : done / STEPS;
  }

  set done(share: number | null) {
    Atomics.store(this.cells, DONE, share === null ? 0 : Math.max(1, Math.floor(share * STEPS)));
  }
}
