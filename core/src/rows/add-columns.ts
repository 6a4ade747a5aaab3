/** Sums of groups side by side: those of one group lie together. */
export interface SideBySide {
  readonly sums: Float64Array;
  /** By group the columns that said anything, one bit a column. */
  readonly seen: Int32Array;
  /** How many sums each group has. */
  readonly width: number;
}

/** A column of amounts, NaN where a row says nothing, with the place of its sum. */
export interface Addend {
  readonly amounts: Float64Array;
  readonly at: number;
}

/**
 * Adds columns of rows to the groups that the rows are numbered by; rows with a negative number are left out. Four
 * columns go together, so that the sums of a group are fetched once: adding them one by one takes half as long again.
 */
export function addColumns(numbers: Int32Array, length: number, columns: readonly Addend[], into: SideBySide): void {
  for (let first = 0; first < columns.length; first += 4) {
    const [a, b, c, d] = columns.slice(first, first + 4);
    if (a && b && c && d) addFour(numbers, length, [a, b, c, d], into);
    else for (const each of columns.slice(first)) addOne(numbers, length, each, into);
  }
}

function addFour(numbers: Int32Array, length: number, [a, b, c, d]: readonly [Addend, Addend, Addend, Addend], into: SideBySide): void {
  const { sums, seen, width } = into;
  const [amountsA, amountsB, amountsC, amountsD] = [a.amounts, b.amounts, c.amounts, d.amounts];
  const [atA, atB, atC, atD] = [a.at, b.at, c.at, d.at];
  const [bitA, bitB, bitC, bitD] = [1 << atA, 1 << atB, 1 << atC, 1 << atD];
  for (let row = 0; row < length; row++) {
    const group = numbers[row] as number;
    if (group < 0) continue;
    const own = group * width;
    let bits = 0;
    // Taken one by one: in this loop an array of them would be made for each row.
    const amountA = amountsA[row] as number;
    const amountB = amountsB[row] as number;
    const amountC = amountsC[row] as number;
    const amountD = amountsD[row] as number;
    if (!Number.isNaN(amountA)) {
      sums[own + atA] = (sums[own + atA] as number) + amountA;
      bits |= bitA;
    }
    if (!Number.isNaN(amountB)) {
      sums[own + atB] = (sums[own + atB] as number) + amountB;
      bits |= bitB;
    }
    if (!Number.isNaN(amountC)) {
      sums[own + atC] = (sums[own + atC] as number) + amountC;
      bits |= bitC;
    }
    if (!Number.isNaN(amountD)) {
      sums[own + atD] = (sums[own + atD] as number) + amountD;
      bits |= bitD;
    }
    seen[group] = (seen[group] as number) | bits;
  }
}

function addOne(numbers: Int32Array, length: number, { amounts, at }: Addend, { sums, seen, width }: SideBySide): void {
  const bit = 1 << at;
  for (let row = 0; row < length; row++) {
    const group = numbers[row] as number;
    const amount = amounts[row] as number;
    if (group < 0 || Number.isNaN(amount)) continue;
    const place = group * width + at;
    sums[place] = (sums[place] as number) + amount;
    seen[group] = (seen[group] as number) | bit;
  }
}
