/** Where the touches of one moment end, that begin at a place: together they are one place that a journey goes by. */
export function placeEnd(age: Uint32Array, from: number, to: number): number {
  let at = from + 1;
  while (at < to && age[at] === age[from]) at += 1;
  return at;
}
