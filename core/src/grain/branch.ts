/** A tree of whole numbers: what lies at the end of a path is found step by step. */
export interface Branch<T> {
  value?: T;
  readonly next: Map<number, Branch<T>>;
}

/** The branch behind one more number; grown where there is none. */
export function follow<T>(branch: Branch<T>, code: number): Branch<T> {
  let next = branch.next.get(code);
  if (!next) {
    next = { next: new Map() };
    branch.next.set(code, next);
  }
  return next;
}
