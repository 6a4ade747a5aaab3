import type { Vocabulary } from '../measure/vocabulary';
import type { Mapping, Role } from './mapping';

/** A mapping with the ids by which its words are known now: one made before two words were joined speaks of both. */
export const inCurrentWords = (mapping: Mapping, { idOf }: Vocabulary): Mapping => ({
  ...mapping,
  action: idOf(mapping.action),
  columns: mapping.columns.map((role): Role => {
    switch (role.role) {
      case 'measure':
        return { ...role, measure: idOf(role.measure) };
      case 'outcome':
        return { ...role, action: idOf(role.action) };
      case 'dimension':
        return { ...role, dimension: idOf(role.dimension) };
      default:
        return role;
    }
  }),
});
