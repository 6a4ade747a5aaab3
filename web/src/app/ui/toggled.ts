/** A set with one put in, or left out. */
export function toggled<T>(of: ReadonlySet<T>, each: T, isIn: boolean): Set<T> {
  const next = new Set(of);
  if (isIn) next.add(each);
  else next.delete(each);
  return next;
}
