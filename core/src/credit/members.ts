import { EVERY_ROW, type RowFilter, tells } from '../grain/row-filter';
import { NONE } from '../rows/coding';
import type { TouchLog } from './touch-log';

/** Whom credit goes to: one member for each way of being coded in the dimensions asked for. */
export interface CreditMembers {
  /** Its code in each of the dimensions, NONE where touches do not tell; null for all that is not asked for, which is one. */
  readonly codes: readonly (readonly number[] | null)[];
  /** The member of a touch, as a place in `codes`. */
  readonly of: (touch: number) => number;
}

/**
 * The members that touches are told apart by in one dimension, or in several at once. A dimension that the log does
 * not know is NONE for all. Touches that do not pass the filter, or do not tell whether they do, are one member: they
 * were met all the same. Their order is that of their codes, so that the order of lines in a log never shows.
 */
export function creditMembers(log: TouchLog, dimensions: readonly string[], filter: RowFilter = EVERY_ROW): CreditMembers {
  const asked = [...dimensions, ...filter.map(({ dimension }) => dimension)];
  const lists = { member: [...keysOf(log, asked, 'member')], split: [...keysOf(log, asked, 'split')] };
  const distinct = { member: numbered(lists.member), split: numbered(lists.split) };
  const across = distinct.split.keys.length;
  const seen = new Uint8Array(distinct.member.keys.length * across);
  for (let touch = 0; touch < log.member.length; touch++) {
    const place = (distinct.member.at[log.member[touch] ?? 0] ?? 0) * across + (distinct.split.at[log.split[touch] ?? 0] ?? 0);
    seen[place] = 1;
  }
  const found = [...seen.keys()].filter((place) => seen[place] === 1);
  const codesAt = (place: number): number[] | null => {
    const [member, split] = [distinct.member.keys[Math.floor(place / across)], distinct.split.keys[place % across]];
    const codes = asked.map((_, at) => Math.max(member?.[at] ?? NONE, split?.[at] ?? NONE));
    return tells(filter, (dimension) => codes[asked.indexOf(dimension)] ?? NONE) === 'yes' ? codes.slice(0, dimensions.length) : null;
  };
  const members = new Map<string, { readonly codes: number[] | null; readonly places: number[] }>();
  for (const place of found) {
    const codes = codesAt(place);
    const own = members.get(String(codes)) ?? { codes, places: [] };
    own.places.push(place);
    members.set(String(codes), own);
  }
  const sorted = [...members.values()].sort((a, b) => compareCodes(a.codes, b.codes));
  const memberAt = new Uint32Array(seen.length);
  for (const [at, { places }] of sorted.entries()) for (const place of places) memberAt[place] = at;
  return {
    codes: sorted.map(({ codes }) => codes),
    of: (touch) =>
      memberAt[(distinct.member.at[log.member[touch] ?? 0] ?? 0) * across + (distinct.split.at[log.split[touch] ?? 0] ?? 0)] ?? 0,
  };
}

/** What each place of a list is coded as; dimensions that follow from the other list are NONE. */
function* keysOf(log: TouchLog, dimensions: readonly string[], of: 'member' | 'split'): Iterable<readonly number[]> {
  const codings = dimensions.map((dimension) => log.codes.get(dimension));
  const places = Math.max(1, ...[...log.codes.values()].flatMap((coding) => (coding.of === of ? [coding.codes.length] : [])));
  for (let place = 0; place < places; place++) yield codings.map((coding) => (coding?.of === of ? (coding.codes[place] ?? NONE) : NONE));
}

/** The different ones of keys, and for each key which it is. */
function numbered(keys: readonly (readonly number[])[]): { keys: (readonly number[])[]; at: Uint32Array } {
  const known = new Map<string, number>();
  const distinct: (readonly number[])[] = [];
  const at = Uint32Array.from(keys, (key) => {
    const text = key.join();
    const place = known.get(text) ?? distinct.push(key) - 1;
    known.set(text, place);
    return place;
  });
  return { keys: distinct, at };
}

/** Upwards, code by code; what is not asked for comes last. */
function compareCodes(a: readonly number[] | null, b: readonly number[] | null): number {
  if (a === null || b === null) return Number(a === null) - Number(b === null);
  for (const [at, code] of a.entries()) if (code !== b[at]) return code - (b[at] ?? NONE);
  return 0;
}
