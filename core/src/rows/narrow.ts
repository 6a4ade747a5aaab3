/** Whole numbers in the narrowest array that holds them. */
export type Narrow = Uint8Array | Uint16Array | Uint32Array;

/** Copies whole numbers from 0 to `largest` into the narrowest array. */
export const narrow = (numbers: ArrayLike<number>, largest: number): Narrow =>
  largest < 2 ** 8 ? Uint8Array.from(numbers) : largest < 2 ** 16 ? Uint16Array.from(numbers) : Uint32Array.from(numbers);

/** Different numbers, and for each of the numbers given its place among them. */
export interface Coded {
  readonly list: Int32Array;
  readonly places: Narrow;
}

/** Writes numbers as places in a list of the different ones, in the order they are met. */
export function coded(numbers: Int32Array): Coded {
  const placeOf = new Map<number, number>();
  const places = numbers.map((number) => {
    let place = placeOf.get(number);
    if (place === undefined) placeOf.set(number, (place = placeOf.size));
    return place;
  });
  return { list: Int32Array.from(placeOf.keys()), places: narrow(places, placeOf.size - 1) };
}
