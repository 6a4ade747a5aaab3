/** Things without those whose id another before them has. */
export const firstOfEach = <T extends { readonly id: string }>(things: readonly T[]): T[] => {
  const ids = new Set<string>();
  return things.filter(({ id }) => !ids.has(id) && ids.add(id));
};
