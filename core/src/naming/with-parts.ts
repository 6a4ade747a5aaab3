import { NONE } from '../rows/coding';
import type { ClientTables, FeedTable, OrderTable } from '../grain/tables';
import { partDimension } from '../measure/name-part';
import { NAMED_LEVELS, type Naming, partsOfLevel } from './convention';
import { nameReader } from './read-name';

/** Code of a value of a dimension, the same one each time. */
export type CodeOf = (dimension: string, value: string) => number;

/**
 * Adds what names tell to every table that knows the members they are names of: a row that knows an
 * ad knows the theme in the ad's name. Codes are NONE where a name does not tell the part.
 */
export function withNameParts(tables: ClientTables, naming: Naming, nameOf: (member: number) => string, codeOf: CodeOf): ClientTables {
  const adders = NAMED_LEVELS.flatMap((level) => {
    const read = nameReader(naming, level);
    if (!read) return [];
    const known = new Map<number, ReturnType<typeof read>['parts']>();
    const partsOf = (member: number) => {
      const parts = known.get(member) ?? read(nameOf(member)).parts;
      known.set(member, parts);
      return parts;
    };
    return partsOfLevel(naming, level).map((part) => ({
      level,
      dimension: partDimension(part),
      codeOf: (member: number): number => {
        const word = member === NONE ? undefined : partsOf(member)[part];
        return word === undefined ? NONE : codeOf(partDimension(part), word);
      },
    }));
  });
  if (adders.length === 0) return tables;
  const added = <Codes>(
    codes: ReadonlyMap<string, Codes>,
    told: (members: Codes, code: (member: number) => number) => Codes,
  ): Map<string, Codes> =>
    new Map([
      ...codes,
      ...adders.flatMap(({ level, dimension, codeOf: code }): [string, Codes][] => {
        const members = codes.get(level);
        return members ? [[dimension, told(members, code)]] : [];
      }),
    ]);
  const feed = (table: FeedTable): FeedTable => {
    const codes = added(table.codes, (members, code) => ({ ...members, codes: coded(members.codes, code) }));
    return { ...table, codes, dimensions: new Set([...table.dimensions, ...codes.keys()]) };
  };
  const orders = (table: OrderTable): OrderTable => ({ ...table, codes: added(table.codes, coded) });
  return { ...tables, feeds: tables.feeds.map(feed), orders: tables.orders.map(orders) };
}

/** Codes of members turned into codes of what their names tell, each member read once. */
function coded(members: Int32Array, code: (member: number) => number): Int32Array {
  const known = new Map<number, number>();
  return members.map((member) => {
    const found = known.get(member) ?? code(member);
    known.set(member, found);
    return found;
  });
}
