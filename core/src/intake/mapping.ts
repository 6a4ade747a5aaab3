import type { OutcomeId, DateBasis, ListedBy, ReportedPart } from '../measure/outcome';
import type { Vocabulary } from '../measure/vocabulary';
import type { DateOrder } from './date';
import type { Decimal } from './number';
import type { FileRatioName } from './ratio';
import { shapeOf } from '../shape/shape';
import { type Step, stepText } from '../shape/step';

export const LEVELS = ['campaign', 'group', 'ad', 'keyword'] as const;
export type Level = (typeof LEVELS)[number];

/** What a column of a file stands for. */
export type Role =
  | { readonly role: 'ignore' }
  /** The day of a row, or the week or month it stands for, or the first of its days. */
  | { readonly role: 'day' }
  | { readonly role: 'last day' }
  | { readonly role: 'hour' }
  /** Day and hour in one cell. */
  | { readonly role: 'time' }
  /** A ratio of other columns: not read, only compared with what they make. */
  | { readonly role: 'ratio'; readonly ratio: FileRatioName }
  | { readonly role: 'level'; readonly level: Level; readonly part: 'id' | 'name' }
  | { readonly role: 'dimension'; readonly dimension: string }
  | { readonly role: 'measure'; readonly measure: string }
  /** An outcome as the channel claims it. */
  | { readonly role: 'outcome'; readonly action: OutcomeId; readonly part: ReportedPart; readonly basis: DateBasis }
  | { readonly role: 'order id' }
  | { readonly role: 'sale time' }
  | { readonly role: 'click time' }
  | { readonly role: 'order value' }
  /** How many a row of a list of outcomes stands for; 1 where there is no such column. */
  | { readonly role: 'order count' }
  /** A tag the order carries: the id or name of the member whose ad was clicked, or the tracked link of a lot. */
  | { readonly role: 'tag'; readonly level: TagLevel }
  | { readonly role: 'lot id' }
  | { readonly role: 'seller' }
  /** How much of what was bought. */
  | { readonly role: 'agreed'; readonly unit: LotUnit }
  | { readonly role: 'delivered' }
  | { readonly role: 'price' }
  | { readonly role: 'lot link' }
  /** Whose touch a row is. */
  | { readonly role: 'journey' }
  | { readonly role: 'touch time' }
  /** A click, or a view without one. */
  | { readonly role: 'touch kind' }
  | { readonly role: 'touch source' }
  /** How many journeys it stands for, in a log that keeps a sample. */
  | { readonly role: 'weight' }
  /** When the journey ended in an outcome; empty where it did not. */
  | { readonly role: 'outcome time' };

export const TAG_LEVELS = ['campaign', 'ad', 'keyword', 'link'] as const;
export type TagLevel = (typeof TAG_LEVELS)[number];
export const LOT_UNITS = ['clicks', 'views'] as const;
export type LotUnit = (typeof LOT_UNITS)[number];

/** What one row of a file is. */
export const FILE_KINDS = ['report', 'orders', 'lots', 'journeys'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

/** How a file is read: how its table is shaped first, whether a row is then a report line, one order, one lot or one touch of a journey, and what each column means. */
export interface Mapping {
  readonly kind: FileKind;
  /** What one row of a list of outcomes counts as, and who has counted it. */
  readonly action: OutcomeId;
  readonly countedBy: ListedBy;
  readonly dateOrder: DateOrder;
  readonly decimal: Decimal;
  /** By column: the sign of those written otherwise than the rest; empty where none is. */
  readonly decimals: readonly (Decimal | null)[];
  readonly steps: readonly Step[];
  /** Of the shaped table. */
  readonly columns: readonly Role[];
}

/** A stable name for a role; two columns with the same one cannot both be right. */
export function roleKey(role: Role): string {
  switch (role.role) {
    case 'level':
      return `${role.level} ${role.part}`;
    case 'dimension':
      return role.dimension;
    case 'measure':
      return role.measure;
    case 'ratio':
      return `ratio ${role.ratio}`;
    case 'outcome':
      return `${role.action}.${role.part}.claims.${role.basis}`;
    case 'tag':
      return `tag ${role.level}`;
    case 'agreed':
      return `agreed ${role.unit}`;
    default:
      return role.role;
  }
}

/** What is wrong with a mapping of a file with these headers, in words for the person who can put it right; empty when it can be used. */
export function mappingProblems(mapping: Mapping, fileHeaders: readonly string[], vocabulary: Vocabulary): string[] {
  const { has: knows } = vocabulary;
  const shape = shapeOf(fileHeaders, mapping.steps);
  const { headers } = shape;
  const keys = mapping.columns.map(roleKey);
  const has = (key: string): boolean => keys.includes(key);
  const problems = shape.problems.map(({ step, message }) => {
    const own = mapping.steps[step];
    return `Step ${step + 1}${own ? `, ${stepText(own)}` : ''}: ${message}`;
  });
  if (mapping.columns.length !== headers.length)
    problems.push(`The mapping has ${mapping.columns.length} columns, the file ${headers.length}.`);
  keys.forEach((key, at) => {
    const first = keys.indexOf(key);
    if (key !== 'ignore' && first !== at)
      problems.push(`“${headers[first] ?? first}” and “${headers[at] ?? at}” are both mapped to ${key}. Ignore one of them.`);
  });
  mapping.columns.forEach((role, at) => {
    const isKnown =
      role.role === 'measure'
        ? knows.measure(role.measure)
        : role.role === 'dimension'
          ? knows.dimension(role.dimension)
          : role.role !== 'outcome' || knows.outcome(role.action);
    if (!isKnown) problems.push(`“${headers[at] ?? at}” is mapped to a word this client does not have. Choose what it is again.`);
  });
  if (!knows.outcome(mapping.action))
    problems.push('Its rows are outcomes of a kind this client does not have. Choose what they are again.');
  const need = (key: string, why: string): void => {
    if (!has(key)) problems.push(`No column is mapped to ${key}. ${why}`);
  };
  if (mapping.kind === 'orders') {
    if (!has('order count')) need('order id', 'Without it an order could be counted twice.');
    need('sale time', 'Without it an order has no day.');
    return problems;
  }
  if (mapping.kind === 'journeys') {
    need('journey', 'Without it nobody knows which touches belong together.');
    need('touch time', 'Without it touches have no order.');
    if (!has('touch source') && !has('tag campaign')) problems.push('Say where touches came from: map a source or a campaign.');
    return problems;
  }
  if (mapping.kind === 'lots') {
    need('lot id', 'Without it a lot could be counted twice.');
    need('seller', 'Lots are compared by who sold them.');
    need('day', 'A lot has the day it was sent or began.');
    need('price', 'Without it nothing can be said of what a lot brought.');
    need('lot link', 'By it visits and outcomes are known to be its own.');
    if (has('agreed clicks') && has('agreed views')) problems.push('A lot is agreed in clicks or in views, not both.');
    return problems;
  }
  if (!has('time')) need('day', 'Every row of a report needs its day.');
  else if (has('day') || has('last day') || has('hour'))
    problems.push('One column holds day and hour: leave the columns with the day and the hour alone out.');
  if (has('last day') && has('hour')) problems.push('Rows of several days have no hour: leave one of the two columns out.');
  for (const role of mapping.columns) {
    const measure = role.role === 'measure' && knows.measure(role.measure) ? vocabulary.measure(role.measure) : undefined;
    if (measure?.weight !== undefined && !has(measure.weight)) {
      const weight = vocabulary.measure(measure.weight).name;
      problems.push(`“${measure.label}” is an average weighted by ${weight}: map a column to ${weight} as well, or leave it out.`);
    }
  }
  const levels = LEVELS.filter((level) => has(`${level} id`) || has(`${level} name`));
  if (levels.length > 0 && !levels.includes('campaign')) problems.push('A level below the campaign needs a campaign column as well.');
  if (!mapping.columns.some((role) => role.role === 'measure' || role.role === 'outcome'))
    problems.push('No column is mapped to a measure or an outcome.');
  return problems;
}

/** The closed grain of a report: a row that knows an ad knows its group and campaign. */
export function grainOf(mapping: Mapping): string[] {
  const levels = LEVELS.filter((level) => mapping.columns.some((role) => role.role === 'level' && role.level === level));
  const splits = mapping.columns.flatMap((role) =>
    role.role === 'dimension' ? [role.dimension] : role.role === 'hour' || role.role === 'time' ? ['hour'] : [],
  );
  return [...levels, ...splits.sort()];
}
