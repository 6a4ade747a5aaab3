/** What rows were split by under the names that addresses of before hold. */
const TREES: Readonly<Record<string, readonly string[]>> = {
  ads: ['campaign', 'group', 'ad'],
  campaigns: ['campaign'],
  keywords: ['campaign', 'group', 'keyword'],
  devices: ['campaign', 'device'],
  hours: ['campaign', 'hour'],
  terms: ['campaign', 'group', 'keyword', 'search term'],
  placements: ['campaign', 'placement'],
  'sub-sources': ['campaign', 'group', 'sub-source'],
  pages: ['campaign', 'landing page'],
  products: ['campaign', 'group', 'product'],
  places: ['campaign', 'place'],
  people: ['campaign', 'age', 'sex'],
  browsers: ['campaign', 'browser'],
  carriers: ['campaign', 'carrier'],
  platforms: ['campaign', 'platform'],
  positions: ['campaign', 'position'],
  phrases: ['campaign', 'phrase'],
  surfaces: ['campaign', 'surface'],
  'hours of week': ['campaign', 'hour of week'],
  'named place': ['place in the name', 'campaign', 'group', 'ad'],
  'named product': ['product in the name', 'campaign', 'group', 'ad'],
};
const NAMED = ['stage', 'theme', 'format', 'audience', 'maker'];

/** The rows that a tree of an old address stood for; undefined where it names none. */
export function rowsOfTree(tree: string): readonly string[] | undefined {
  const by = /^by (.+)$/.exec(tree)?.[1];
  const below = TREES[tree] ?? (NAMED.includes(tree) ? [`${tree} in the name`, 'campaign', 'group', 'ad'] : by && ['campaign', by]);
  return below ? ['channel', ...below] : undefined;
}

const NO_MEMBERS = new Set(['total', 'matched', 'shown', 'not matched', 'rest']);

/** The key of a row as it is written now: once it began with a channel's bare id. */
export function currentKey(key: string): string {
  const first = key.split('/')[0] ?? '';
  return first.includes(':') || NO_MEMBERS.has(first) ? key : `channel:${key}`;
}
