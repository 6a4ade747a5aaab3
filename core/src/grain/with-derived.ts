import { type Coding, NONE } from '../rows/coding';
import type { ClientTables, FeedTable, OrderTable } from './tables';

/** Code of a value of a dimension, the same one each time. */
export type CodeOf = (dimension: string, value: string) => number;

/** A dimension that follows from another one. */
export interface Derivation {
  readonly from: string;
  readonly to: string;
  /** The code that a code of the other leads to; NONE where it tells nothing. Asked once for each. */
  readonly codeOf: (code: number) => number;
}

/** Adds dimensions to every table that knows what they follow from; later ones may follow from earlier ones. */
export function withDerived(tables: ClientTables, derivations: readonly Derivation[]): ClientTables {
  if (derivations.length === 0) return tables;
  const found = derivations.map(({ codeOf }) => onceEach(codeOf));
  const added = <Codes>(
    codes: ReadonlyMap<string, Codes>,
    derive: (of: Codes, codeOf: (code: number) => number) => Codes,
  ): Map<string, Codes> => {
    const all = new Map(codes);
    derivations.forEach(({ from, to }, at) => {
      const [of, codeOf] = [all.get(from), found[at]];
      if (of !== undefined && codeOf) all.set(to, derive(of, codeOf));
    });
    return all;
  };
  const feed = (table: FeedTable): FeedTable => {
    const codes = added(table.codes, derivedCoding);
    return { ...table, codes, dimensions: new Set([...table.dimensions, ...codes.keys()]) };
  };
  const orders = (table: OrderTable): OrderTable => ({ ...table, codes: added(table.codes, (of, codeOf) => of.map(codeOf)) });
  const touches = tables.touches && { ...tables.touches, codes: added(tables.touches.codes, derivedCoding) };
  return { ...tables, feeds: tables.feeds.map(feed), orders: tables.orders.map(orders), ...(touches ? { touches } : {}) };
}

const derivedCoding = (of: Coding, codeOf: (code: number) => number): Coding => ({ ...of, codes: of.codes.map(codeOf) });

function onceEach(codeOf: (code: number) => number): (code: number) => number {
  const known = new Map<number, number>();
  return (code) => {
    if (code === NONE) return NONE;
    const own = known.get(code) ?? codeOf(code);
    known.set(code, own);
    return own;
  };
}
