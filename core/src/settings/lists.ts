import type { Day } from '../time/day';
import { changesOfField, type ListedField, NOTHING, type ToldChange } from './told-change';

/** What a campaign, group or account shuts out, and since when. */
export interface Shut extends Pick<ToldChange, 'channel' | 'level' | 'code'> {
  readonly text: string;
  readonly since: Day;
}

/** What has ever been on a list: whether it still is, and since when that is so. */
export interface Listed extends Shut {
  readonly isShut: boolean;
}

export type ListedAs = Extract<ListedField, 'excluded term' | 'blocked source'>;

/** Words that say that something was put on a list, or taken off it, where another column tells what. */
const ON = /^(excluded?|blocked?|added|on|true|yes)$/i;
const TAKEN_OFF = /^(allow(ed)?|removed?|deleted?)$/i;
const isOff = (text: string): boolean => TAKEN_OFF.test(text) || NOTHING.test(text);

/**
 * Search terms that are excluded, or sources that are blocked, on a day, as far as change histories tell. A history says either
 * what was put on a list beside a word such as “excluded”, or the thing itself as its new value; taken off, as its old one.
 */
export const shutOn = (changes: readonly ToldChange[], field: ListedAs, day: Day): Shut[] =>
  listsOn(changes, field, day).flatMap(({ isShut, ...shut }) => (isShut ? [shut] : []));

/** The same with what was taken off again. */
export function listsOn(changes: readonly ToldChange[], field: ListedAs, day: Day): Listed[] {
  const lists = new Map<string, Listed>();
  for (const { channel, level, code, ...change } of changesOfField(changes, field, day)) {
    const tell = (text: string, isShut: boolean): void => {
      const key = [channel, level, code, text.toLowerCase()].join('\n');
      if (lists.get(key)?.isShut !== isShut) lists.set(key, { channel, level, code, text, isShut, since: change.day });
    };
    const { off, on } = listed(change);
    if (off !== null) tell(off, false);
    if (on !== null) tell(on, true);
  }
  return [...lists.values()];
}

/** What a change takes off a list and puts on it. */
function listed({ oldValue, newValue, what }: Pick<ToldChange, 'oldValue' | 'newValue' | 'what'>): {
  readonly off: string | null;
  readonly on: string | null;
} {
  const isWord = (text: string | null): boolean => text === null || ON.test(text) || isOff(text);
  if (isWord(newValue) && isWord(oldValue) && what !== null) {
    const isTakenOff = newValue === null ? oldValue !== null : isOff(newValue);
    return isTakenOff ? { off: what, on: null } : { off: null, on: what };
  }
  const thing = (text: string | null): string | null => (isWord(text) ? null : text);
  return { off: thing(oldValue), on: thing(newValue) };
}
