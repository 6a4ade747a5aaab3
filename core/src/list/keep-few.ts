/** What is made by a key, of which the last few that were asked for are kept: people go back and forth between some. */
export function keepFew<Key, Made>(most: number, make: (key: Key) => Made): (key: Key) => Made {
  const kept = new Map<Key, { readonly made: Made }>();
  return (key) => {
    const own = kept.get(key) ?? { made: make(key) };
    kept.delete(key);
    kept.set(key, own);
    for (const oldest of kept.keys()) if (kept.size > most) kept.delete(oldest);
    return own.made;
  };
}
