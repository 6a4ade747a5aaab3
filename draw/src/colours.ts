/** How many can be told apart by colour; more are told apart by dashes as well. */
export const COLOURS = 8;

/**
 * The place of each key among the colours: its own wherever it is drawn, or the next one free in the same picture. So a
 * member keeps its colour from picture to picture and from day to day.
 */
export function placesOf(keys: readonly string[]): number[] {
  const taken = new Set<number>();
  const places = new Map<string, number>();
  // Whoever is drawn beside whom, the same keys come first.
  for (const key of keys.toSorted()) {
    let place = hash(key) % COLOURS;
    if (taken.size < COLOURS) while (taken.has(place)) place = (place + 1) % COLOURS;
    taken.add(place);
    places.set(key, place);
  }
  return keys.map((key) => places.get(key) ?? 0);
}

/** FNV-1a, which spreads texts that differ in one sign. */
function hash(text: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return hash;
}

export const DASHES: readonly (readonly number[])[] = [[], [6, 3], [2, 2], [9, 3, 2, 3]];

/** A colour that lets what is behind it through. */
export const faint = (colour: string, alpha: number): string => {
  const parts = /^#(..)(..)(..)$/.exec(colour)?.slice(1) ?? [];
  return `rgba(${parts.map((each) => parseInt(each, 16)).join(',')},${Math.round(alpha * 1000) / 1000})`;
};
