import type { Formula } from './formula';
import type { Span } from './tokens';
import type { Nature } from './units';

/** A stretch of a formula's text that was read. */
export interface Part extends Span {
  readonly formula: Formula;
  readonly nature: Nature;
}
