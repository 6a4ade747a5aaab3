/** A list as this browser keeps it under a key, without what cannot be read. */
export function storedList<T>(key: string, isOne: (value: unknown) => value is T): readonly T[] {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(stored) ? stored.filter(isOne) : [];
  } catch {
    return [];
  }
}
