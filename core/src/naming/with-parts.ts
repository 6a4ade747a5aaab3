import { type CodeOf, type Derivation, withDerived } from '../grain/with-derived';
import type { ClientTables } from '../grain/tables';
import { partDimension } from '../measure/name-part';
import { NONE } from '../rows/coding';
import { NAMED_LEVELS, type Naming, partsOfLevel } from './convention';
import { nameReader } from './read-name';

/**
 * Adds what names tell to every table that knows the members they are names of: a row that knows an
 * ad knows the theme in the ad's name. Codes are NONE where a name does not tell the part.
 */
export function withNameParts(tables: ClientTables, naming: Naming, nameOf: (member: number) => string, codeOf: CodeOf): ClientTables {
  const derivations = NAMED_LEVELS.flatMap((level): Derivation[] => {
    const read = nameReader(naming, level);
    if (!read) return [];
    const known = new Map<number, ReturnType<typeof read>['parts']>();
    const partsOf = (member: number) => {
      const parts = known.get(member) ?? read(nameOf(member)).parts;
      known.set(member, parts);
      return parts;
    };
    return partsOfLevel(naming, level).map((part) => ({
      from: level,
      to: partDimension(part),
      codeOf: (member) => {
        const word = partsOf(member)[part];
        return word === undefined ? NONE : codeOf(partDimension(part), word);
      },
    }));
  });
  return withDerived(tables, derivations);
}
