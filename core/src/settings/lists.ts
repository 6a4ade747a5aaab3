import type { Day } from '../time/day';
import { changesOfField, NOTHING, type ToldChange } from './told-change';

/** What a campaign, group or account shuts out, and since when. */
export interface Shut extends Pick<ToldChange, 'channel' | 'level' | 'code'> {
  readonly text: string;
  readonly since: Day;
}

/** Words that say that something was put on a list, or taken off it, where another column tells what. */
const ON = /^(excluded?|blocked?|added|on|true|yes)$/i;
const TAKEN_OFF = /^(allow(ed)?|removed?|deleted?)$/i;
const isOff = (text: string): boolean => TAKEN_OFF.test(text) || NOTHING.test(text);

/**
 * Search terms that are excluded, or sources that are blocked, on a day, as far as change histories tell. A history says either
 * what was put on a list beside a word such as “excluded”, or the thing itself as its new value; taken off, as its old one.
 */
export function shutOn(changes: readonly ToldChange[], field: 'excluded term' | 'blocked source', day: Day): Shut[] {
  const shut = new Map<string, Shut>();
  for (const { channel, level, code, ...change } of changesOfField(changes, field, day)) {
    const keyOf = (text: string): string => [channel, level, code, text.toLowerCase()].join('\n');
    const { off, on } = listed(change);
    if (off !== null) shut.delete(keyOf(off));
    if (on !== null && !shut.has(keyOf(on))) shut.set(keyOf(on), { channel, level, code, text: on, since: change.day });
  }
  return [...shut.values()];
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
