import { nameKey } from '../formula/tokens';

const wordsOf = (label: string): ReadonlySet<string> =>
  new Set(
    nameKey(label)
      .split(/[^\p{L}\d]+/u)
      .filter((word) => word !== ''),
  );

/** The view whose name shares most with a name: most of the words of both; undefined where none shares a word. */
export function nearestView<V extends { readonly label: string }>(label: string, views: readonly V[]): V | undefined {
  const wanted = wordsOf(label);
  const alike = (view: V): number => {
    const own = wordsOf(view.label);
    const shared = [...own].filter((word) => wanted.has(word)).length;
    return shared === 0 ? 0 : shared / (own.size + wanted.size - shared);
  };
  const [best] = views.map((view) => ({ view, score: alike(view) })).toSorted((a, b) => b.score - a.score);
  return best && best.score > 0 ? best.view : undefined;
}
