import type { Direction } from '../figure/order';
import { HOUR_OF_WEEK } from '../measure/dimension';
import type { Counting } from '../measure/term';
import type { Vocabulary } from '../measure/vocabulary';
import type { MetricId } from '../metric/metric';
import type { MetricSetId } from '../metric/metric-set';
import { type NamePart, partDimension } from '../measure/name-part';
import type { Day, DayRange } from '../time/day';

/** By what names tell, then by the members so named. */
const NAMED = {
  stage: byPart('stage'),
  theme: byPart('theme'),
  format: byPart('format'),
  audience: byPart('audience'),
  'named place': byPart('place'),
  maker: byPart('maker'),
  'named product': byPart('product'),
} as const satisfies Readonly<Record<string, readonly string[]>>;

function byPart(part: NamePart): readonly string[] {
  return [partDimension(part), 'campaign', 'group', 'ad'];
}

/** The levels a comparison opens into below the channel, by what the deepest one is. */
export const TREES = {
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
  'hours of week': ['campaign', HOUR_OF_WEEK],
  ...NAMED,
} as const;
type BuiltInTree = keyof typeof TREES;
/** A built-in tree, or “by” and the id of a dimension. */
export type TreeId = BuiltInTree | `by ${string}`;
const BY = /^by (.+)$/;

export const isBuiltInTree = (tree: string): tree is BuiltInTree => Object.hasOwn(TREES, tree);

/** The levels of a tree below the channel, outermost first; undefined for a dimension the client does not have. */
export function levelsOfTree(tree: TreeId, { has, idOf }: Vocabulary): readonly string[] | undefined {
  if (isBuiltInTree(tree)) return TREES[tree];
  const dimension = BY.exec(tree)?.[1];
  return dimension !== undefined && has.dimension(dimension) ? ['campaign', idOf(dimension)] : undefined;
}

export interface Sort {
  /** A metric, or the name. */
  readonly by: MetricId;
  readonly direction: Direction;
}

/**
 * What is asked of one client: what the address holds, the API takes, an export writes and a trace
 * repeats. Days are resolved, so the same question always means the same days.
 */
export interface Question extends Counting {
  readonly client: string;
  readonly period: DayRange;
  readonly comparison: DayRange | null;
  /** Asks for the data as it was known at the end of this day; null for as it is known now. */
  readonly knownOn: Day | null;
  readonly metricSet: MetricSetId;
  readonly tree: TreeId;
  /** Text that a member, something above it or something below it has in its name; empty for all. */
  readonly filter: string;
  readonly sort: Sort;
}

/** The last day that had finished when the data was known of which a question is asked: ages of click days are counted to it. */
export const lastDayOf = ({ knownOn }: Question, today: Day): Day => (knownOn === null ? today : Math.min(today, knownOn)) - 1;
