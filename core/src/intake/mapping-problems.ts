import type { Vocabulary } from '../measure/vocabulary';
import { shapeOf } from '../shape/shape';
import { stepText } from '../shape/step';
import { LEVELS } from '../measure/level';
import { type FileKind, isAmount, type Mapping, type Role, roleKey } from './mapping';

/** What is wrong with a mapping of a file with these headers, in words for the person who can put it right; empty when it can be used. */
export function mappingProblems(mapping: Mapping, fileHeaders: readonly string[], vocabulary: Vocabulary): string[] {
  const shape = shapeOf(fileHeaders, mapping.steps);
  const { headers } = shape;
  const steps = shape.problems.map(({ step, message }) => {
    const own = mapping.steps[step];
    return `Step ${step + 1}${own ? `, ${stepText(own)}` : ''}: ${message}`;
  });
  const width =
    mapping.columns.length === headers.length ? [] : [`The mapping has ${mapping.columns.length} columns, the file ${headers.length}.`];
  const keys = mapping.columns.map(roleKey);
  const columns: Columns = { mapping, vocabulary, has: (key) => keys.includes(key) };
  return [...steps, ...width, ...twice(keys, headers, columns), ...unknown(headers, columns), ...OF_KIND[mapping.kind](columns)];
}

interface Columns {
  readonly mapping: Mapping;
  readonly vocabulary: Vocabulary;
  readonly has: (key: string) => boolean;
}

function twice(keys: readonly string[], headers: readonly string[], { vocabulary }: Columns): string[] {
  return keys.flatMap((key, at) => {
    const first = keys.indexOf(key);
    if (key === 'ignore' || first === at) return [];
    const name = vocabulary.has.measure(key) ? vocabulary.measure(key).name : key;
    return [`“${headers[first] ?? first}” and “${headers[at] ?? at}” are both mapped to ${name}. Ignore one of them.`];
  });
}

/** Columns that mean words the client does not have (any more). */
function unknown(headers: readonly string[], { mapping, vocabulary: { has } }: Columns): string[] {
  const isKnown = (role: Role): boolean => {
    if (role.role === 'measure') return has.measure(role.measure);
    if (role.role === 'dimension') return has.dimension(role.dimension);
    return role.role !== 'outcome' || has.outcome(role.action);
  };
  const columns = mapping.columns.flatMap((role, at) =>
    isKnown(role) ? [] : [`“${headers[at] ?? at}” is mapped to a word this client does not have. Choose what it is again.`],
  );
  const rows = has.outcome(mapping.action)
    ? []
    : ['Its rows are outcomes of a kind this client does not have. Choose what they are again.'];
  return [...columns, ...rows];
}

const OF_KIND: Readonly<Record<FileKind, (columns: Columns) => string[]>> = {
  report: (columns) => [...daysOfReport(columns), ...averages(columns), ...impressionShares(columns), ...levelsOf(columns)],
  orders: (columns) => [
    ...(columns.has('order count') ? [] : need(columns, 'order id', 'Without it an order could be counted twice.')),
    ...need(columns, 'sale time', 'Without it an order has no day.'),
    ...besideOutcomes(columns),
  ],
  claims: (columns) => [
    ...need(columns, 'order id', 'Without it a claim cannot be found among the orders.'),
    ...(columns.has('click time') || columns.has('sale time') ? [] : ['Say when: map the time of the click, or of the sale.']),
  ],
  lots: (columns) => [
    ...need(columns, 'lot id', 'Without it a lot could be counted twice.'),
    ...need(columns, 'seller', 'Lots are compared by who sold them.'),
    ...need(columns, 'day', 'A lot has the day it was sent or began.'),
    ...need(columns, 'price', 'Without it nothing can be said of what a lot brought.'),
    ...need(columns, 'lot link', 'By it visits and outcomes are known to be its own.'),
    ...(columns.has('agreed clicks') && columns.has('agreed views') ? ['A lot is agreed in clicks or in views, not both.'] : []),
  ],
  journeys: (columns) => [
    ...need(columns, 'person', 'Without it nobody knows which touches belong together.'),
    ...need(columns, 'touch time', 'Without it touches have no order.'),
    ...(columns.has('touch source') || columns.has('tag campaign') ? [] : ['Say where touches came from: map a source or a campaign.']),
  ],
  changes: (columns) => [
    ...need(columns, 'change time', 'A change has the day it was made.'),
    ...(columns.has('changed field') || columns.has('change note') ? [] : ['Say what was changed: map a field or a note.']),
  ],
};

const need = ({ has }: Columns, key: string, why: string): string[] => (has(key) ? [] : [`No column is mapped to ${key}. ${why}`]);

function daysOfReport(columns: Columns): string[] {
  const { has } = columns;
  const days = !has('time')
    ? need(columns, 'day', 'Every row of a report needs its day.')
    : has('day') || has('last day') || has('hour')
      ? ['One column holds day and hour: leave the columns with the day and the hour alone out.']
      : [];
  const hours = has('last day') && has('hour') ? ['Rows of several days have no hour: leave one of the two columns out.'] : [];
  return [...days, ...hours];
}

function wordOf(role: Role, { has, measure, outcome, dimension }: Vocabulary): { readonly id: string; readonly label: string } | undefined {
  if (role.role === 'measure' && has.measure(role.measure)) return measure(role.measure);
  if (role.role === 'outcome' && has.outcome(role.action)) return outcome(role.action);
  return role.role === 'dimension' && has.dimension(role.dimension) ? dimension(role.dimension) : undefined;
}

/** Clicks, visits or grades are no part of an order. */
const besideOutcomes = ({ mapping, vocabulary }: Columns): string[] =>
  mapping.columns.flatMap((role) => {
    const word = wordOf(role, vocabulary);
    return word === undefined || vocabulary.besideOutcomes.some(({ id }) => id === word.id)
      ? []
      : [`“${word.label}” is nothing a single order or lead tells: leave that column out, or choose another word for it.`];
  });

/** An average without its weight cannot be added up. */
const averages = ({ mapping, vocabulary, has }: Columns): string[] =>
  mapping.columns.flatMap((role) => {
    if (role.role !== 'measure' || !vocabulary.has.measure(role.measure)) return [];
    const { label, weight } = vocabulary.measure(role.measure);
    if (weight === undefined || has(weight)) return [];
    const by = vocabulary.measure(weight).name;
    return [`“${label}” is an average weighted by ${by}: map a column to ${by} as well, or leave it out.`];
  });

function impressionShares({ mapping, has }: Columns): string[] {
  const shares = mapping.columns.flatMap((role) => (role.role === 'impression share' ? [role.of] : []));
  if (shares.length === 0) return [];
  const bare = has('impressions')
    ? []
    : ['A share of impressions needs the impressions beside it: map a column to them as well, or leave the share out.'];
  const lost = has('eligible impressions')
    ? []
    : ['A lost share needs the won one beside it: map that column as well, or leave the lost share out.'];
  return [...bare, ...lost];
}

function levelsOf({ mapping, has }: Columns): string[] {
  const levels = LEVELS.filter((level) => has(`${level} id`) || has(`${level} name`));
  const above = levels.length > 0 && !levels.includes('campaign') ? ['A level below the campaign needs a campaign column as well.'] : [];
  const nothing = mapping.columns.some(isAmount) ? [] : ['No column is mapped to a measure or an outcome.'];
  const loose = has('picture') && !levels.includes('ad') ? ['A picture is of an ad: map a column to the ad as well, or leave it out.'] : [];
  return [...above, ...loose, ...nothing];
}
