import type { Level } from '../measure/level';
import type { Day } from '../time/day';

/** A change of a setting as a channel's history tells it, of a member that is known. */
export interface ToldChange {
  readonly day: Day;
  /** The name of the channel. */
  readonly channel: string;
  /** What was changed; level and code are null where it is the whole account. */
  readonly level: Level | null;
  readonly code: number | null;
  readonly field: string | null;
  readonly oldValue: string | null;
  readonly newValue: string | null;
  /** What else the row says: the words or the source that a list took up. */
  readonly what: string | null;
}

/** Settings that are told in changes alone, not as a figure a day. */
export type ListedField = 'excluded term' | 'blocked source' | 'schedule' | 'end' | 'name' | 'goal';

const FIELDS: readonly (readonly [ListedField, RegExp])[] = [
  ['excluded term', /\b(exclu\w+|negative)\b/],
  ['blocked source', /\bblock\w*\b/],
  ['schedule', /\b(schedule|hours|day ?parts?|dayparting)\b/],
  ['end', /\bends?\b/],
  ['goal', /\b(goal|target)\b/],
  ['name', /\b(name|renamed)\b/],
];

/** What kind of setting a field of a change history is, by its words; null for all others. */
export const listedField = (field: string | null): ListedField | null =>
  FIELDS.find(([, said]) => said.test((field ?? '').toLowerCase()))?.[0] ?? null;

/** A value that says there is none. */
export const NOTHING = /^(none|no|off|false|—|-)$/i;

/** Changes of one kind up to a day, the earliest first; those of a day as they were told. */
export const changesOfField = (changes: readonly ToldChange[], field: ListedField, day: Day): ToldChange[] =>
  changes.filter((change) => change.day <= day && listedField(change.field) === field).toSorted((a, b) => a.day - b.day);
