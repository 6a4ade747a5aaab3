/** A tree of whole numbers: what lies at the end of a path is found step by step. */
export interface Branch<T> {
  value?: T;
  next?: Map<number, Branch<T>>;
}

/** The branch behind one more number; grown where there is none. */
export function follow<T>(branch: Branch<T>, code: number): Branch<T> {
  branch.next ??= new Map();
  let next = branch.next.get(code);
  if (!next) branch.next.set(code, (next = {}));
  return next;
}
