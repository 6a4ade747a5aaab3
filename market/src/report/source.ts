import type { Events } from '../people/events';
import type { Settings } from '../people/settings';
import type { ClientWorld } from '../world/spec';

/** What the reports of a client are made from. */
export interface Source {
  readonly world: ClientWorld;
  readonly events: Events;
  readonly settings: Settings;
  /** The last day anything is known about, when rows are asked for. */
  readonly known: () => number;
  /** Whether a moment, in the client's time, lies behind. */
  readonly hasPassed: (day: number, minute: number) => boolean;
}
