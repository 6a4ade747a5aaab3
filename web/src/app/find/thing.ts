import type { Params } from '@angular/router';

/** Something that can be gone to: where it lies, and what is called there. */
export interface Thing {
  /** The same for the same thing, also tomorrow. */
  readonly id: string;
  readonly label: string;
  /** What it is, in a word or a few. */
  readonly kind: string;
  /** Null stays on the screen and changes what it looks at. */
  readonly path: string | null;
  readonly query: Params;
}
