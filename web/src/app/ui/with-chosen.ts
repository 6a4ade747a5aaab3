/** The chosen ones with one put among them, or left out. */
export function withChosen<T>(chosen: ReadonlySet<T>, each: T, isChosen: boolean): Set<T> {
  const next = new Set(chosen);
  if (isChosen) next.add(each);
  else next.delete(each);
  return next;
}
