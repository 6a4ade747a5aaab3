import type { DimensionName } from '../measure/dimension';
import type { MeasureName } from '../measure/measure';
import type { Action, DateBasis } from '../measure/outcome';
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
  | { readonly role: 'day' }
  | { readonly role: 'hour' }
  /** Day and hour in one cell. */
  | { readonly role: 'time' }
  /** A ratio of other columns: not read, only compared with what they make. */
  | { readonly role: 'ratio'; readonly ratio: FileRatioName }
  | { readonly role: 'level'; readonly level: Level; readonly part: 'id' | 'name' }
  | { readonly role: 'dimension'; readonly dimension: DimensionName }
  | { readonly role: 'measure'; readonly measure: MeasureName }
  /** An outcome as the channel claims it. */
  | { readonly role: 'outcome'; readonly action: Action; readonly part: 'count' | 'value'; readonly basis: DateBasis }
  | { readonly role: 'order id' }
  | { readonly role: 'sale time' }
  | { readonly role: 'click time' }
  | { readonly role: 'order value' }
  /** A tag the order carries: the id or name of the member whose ad was clicked. */
  | { readonly role: 'tag'; readonly level: 'campaign' | 'ad' };

/** How a file is read: how its table is shaped first, whether a row is then a report line or one order, and what each column means. */
export interface Mapping {
  readonly kind: 'report' | 'orders';
  /** What one row of an order file counts as. */
  readonly action: Action;
  readonly dateOrder: DateOrder;
  readonly decimal: Decimal;
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
    default:
      return role.role;
  }
}

/** What is wrong with a mapping of a file with these headers, in words for the person who can put it right; empty when it can be used. */
export function mappingProblems(mapping: Mapping, fileHeaders: readonly string[]): string[] {
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
  const need = (key: string, why: string): void => {
    if (!has(key)) problems.push(`No column is mapped to ${key}. ${why}`);
  };
  if (mapping.kind === 'orders') {
    need('order id', 'Without it an order could be counted twice.');
    need('sale time', 'Without it an order has no day.');
    return problems;
  }
  if (!has('time')) need('day', 'Every row of a report needs its day.');
  else if (has('day') || has('hour'))
    problems.push('One column holds day and hour: leave the columns with the day and the hour alone out.');
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
