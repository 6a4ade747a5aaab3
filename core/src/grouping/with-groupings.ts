import type { ClientTables } from '../grain/tables';
import { type CodeOf, withDerived } from '../grain/with-derived';
import { type Grouping, groupFinder, inOrder } from './grouping';

/** Adds each grouping, as a dimension, to every table that knows the members it groups. */
export function withGroupings(
  tables: ClientTables,
  groupings: readonly Grouping[],
  nameOf: (dimension: string, code: number) => string,
  codeOf: CodeOf,
): ClientTables {
  return withDerived(
    tables,
    inOrder(groupings).map(({ id, of, groups }) => {
      const groupOf = groupFinder({ groups });
      const from = tables.vocabulary.idOf(of);
      return { from, to: id, codeOf: (code) => codeOf(id, groupOf(code, nameOf(from, code))) };
    }),
  );
}
