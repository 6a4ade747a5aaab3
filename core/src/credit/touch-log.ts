import type { Coding } from '../rows/coding';
import type { Day } from '../time/day';

/**
 * What people met and what came of it. Touches lie one after the other, person by person and upwards in time
 * within each, and so do outcomes: everything about a person, a touch or an outcome is an array over its place.
 */
export interface TouchLog {
  readonly people: number;
  /** How many people each stands for: 1, or more in a log that is a sample. */
  readonly weight: Float64Array;
  /** Place of each person's first touch, and behind the last person the number of touches. */
  readonly touchesFrom: Uint32Array;
  /** Seconds since 1970, UTC. */
  readonly moment: Uint32Array;
  /** In the client's zone. */
  readonly day: Int32Array;
  /** 1 where it was seen and not clicked. */
  readonly isView: Uint8Array;
  /** Places in the lists that codings speak of: where a touch leads, and what it was like. */
  readonly member: Uint32Array;
  readonly split: Uint32Array;
  /** The import that told of it. */
  readonly importId: Uint32Array;
  /** What touches tell of each dimension. */
  readonly codes: ReadonlyMap<string, Coding>;
  /** Over the list of members: 1 where people came by themselves, by a typed or saved address. */
  readonly isDirect: Uint8Array;
  readonly outcomes: TouchOutcomes;
}

/** How many touches a log has after a day: its clocks are off, or the day is not over. */
export const touchesAfter = ({ day }: TouchLog, last: Day): number => day.reduce((sum, each) => sum + (each > last ? 1 : 0), 0);

/** What people did in the end, of every kind. */
export interface TouchOutcomes {
  /** As `touchesFrom`. */
  readonly from: Uint32Array;
  /** Seconds since 1970, UTC. */
  readonly moment: Uint32Array;
  /** The day it counts on, in the client's zone. */
  readonly day: Int32Array;
  /** Place in `actions`. */
  readonly action: Uint8Array;
  readonly actions: readonly string[];
  /** In millionths of the client's currency; NaN where it is not told. */
  readonly value: Float64Array;
  /** How many the list that counts it says it stands for; NaN where none does: as many as the person. */
  readonly count: Float64Array;
  /** The import that counts it. */
  readonly importId: Uint32Array;
}
