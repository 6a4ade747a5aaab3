import type { ClientDetail } from '@lens/contract';
import { isBuiltInTree, partDimension, type TreeId, TREES, type Vocabulary } from '@lens/core';
import { vocabularyOf } from '../data/vocabulary';
import type { Choice } from '../ui/choices';

const TREE_LABELS: Record<keyof typeof TREES, string> = {
  ads: 'campaigns, ad groups and ads',
  campaigns: 'campaigns',
  keywords: 'campaigns, ad groups and keywords',
  devices: 'campaigns by device',
  hours: 'campaigns by hour of day',
  terms: 'campaigns, keywords and search terms',
  placements: 'campaigns by placement',
  'sub-sources': 'campaigns, sources and sub-sources',
  pages: 'campaigns and landing pages',
  products: 'campaigns by product',
  places: 'campaigns by place',
  people: 'campaigns by age and sex',
  browsers: 'campaigns by browser',
  carriers: 'campaigns by carrier',
  platforms: 'campaigns by platform',
  positions: 'campaigns by position',
  phrases: 'campaigns by phrase',
  surfaces: 'campaigns by surface',
  'hours of week': 'campaigns by hour of the week',
  stage: 'stages, as names tell them',
  theme: 'themes, as names tell them',
  format: 'formats, as names tell them',
  audience: 'audiences, as names tell them',
  'named place': 'places, as names tell them',
  maker: 'makers, as names tell them',
  'named product': 'products, as names tell them',
};

/** What a comparison opens into, in words. */
export function treeLabel(tree: TreeId, { has, dimension }: Vocabulary): string {
  if (isBuiltInTree(tree)) return TREE_LABELS[tree];
  const id = tree.slice('by '.length);
  return has.dimension(id) ? `campaigns by ${dimension(id).label.toLowerCase()}` : 'campaigns';
}

/** What the client's data can be opened into: by what its columns and names tell, and by nothing else. */
export function treeChoices(client: ClientDetail): Choice<TreeId>[] {
  const vocabulary = vocabularyOf(client);
  const told = new Set<string>([...client.dimensions.map(vocabulary.idOf), ...client.nameParts.map(partDimension)]);
  const builtIn = (Object.keys(TREES) as (keyof typeof TREES)[]).filter(
    (tree) => tree === 'ads' || TREES[tree].every((level) => told.has(level) || LEVELS_PASSED.has(level)),
  );
  const covered = new Set<string>(builtIn.flatMap((tree) => TREES[tree]));
  const others = [...told].filter((id) => vocabulary.has.dimension(id) && !covered.has(id)).map((id): TreeId => `by ${id}`);
  return [...builtIn, ...others].map((value) => ({ value, label: treeLabel(value, vocabulary) }));
}

/** Levels that a report may pass over. */
const LEVELS_PASSED = new Set(['campaign', 'group', 'ad']);
