import { distance } from 'fastest-levenshtein';
import { type Formula, formulaOf, term } from './formula';
import { MARGIN } from '../measure/client-number';
import { type Outcome, REPORTED_PARTS, type ReportedPart } from '../measure/outcome';
import { statusDimension } from '../measure/derived';
import { HOUR, PAGE_PATH } from '../measure/dimension';
import { LEVELS } from '../measure/level';
import { NAME_PARTS, partDimension } from '../measure/name-part';
import type { Vocabulary } from '../measure/vocabulary';
import type { Metric } from '../metric/metric';
import { ACCOUNT_DIMENSIONS } from '../question/dimensions';
import { TARGET_METRIC_IDS } from '../target/target';
import { nameKey } from './tokens';

/** A name that stands for something. */
export interface Named {
  readonly name: string;
  readonly kind: 'measure' | 'metric' | 'target' | 'client number' | 'outcome' | 'part' | 'dimension';
  /** What it is, in a sentence. */
  readonly definition: string;
}

/** What a metric of a name (see nameKey) comes to: undefined where there is none, a text that says why where it cannot be read. */
type MetricOf = (name: string) => Formula | string | undefined;
/** What is said of an outcome. */
export type PartOf = (of: Outcome) => Formula;

const PART_DEFINITIONS: Readonly<Record<ReportedPart, string>> = {
  count: 'How many there were.',
  people: 'How many different people they were of; never added up.',
  value: 'What they were worth.',
};
/** No more names are offered for one that is none. */
const MOST_NEAR = 3;
/** The outcomes that a client counts as results, together. */
const THAT_COUNT = 'outcomes that count';

/** The names that a formula can say of one client’s words and metrics. */
export class FormulaWords {
  /** The most words a name has. */
  readonly longest: number;
  private readonly formulas = new Map<string, Formula>();
  private readonly outcomesByName = new Map<string, readonly Outcome[]>();
  private readonly parts = new Map<string, PartOf>();
  private readonly dimensions = new Map<string, { readonly id: string; readonly label: string }>();

  constructor(
    { measures, outcomes, dimensions, groupings, besideOutcomes, numbers, measureTerm, outcomeTerm, outcome, own }: Vocabulary,
    metrics: readonly Pick<Metric, 'id' | 'label' | 'definition'>[],
    private readonly metricOf: MetricOf,
  ) {
    for (const of of numbers) this.formulas.set(nameKey(of.name), { kind: 'client number', of });
    for (const { id, name, label } of measures)
      for (const each of [label, name]) this.formulas.set(nameKey(each), formulaOf(measureTerm(id)));
    for (const metric of TARGET_METRIC_IDS) this.formulas.set(`target ${metric}`, { kind: 'target', metric });
    for (const each of outcomes) for (const name of [each.label, each.name]) this.outcomesByName.set(nameKey(name), [each]);
    this.outcomesByName.set(THAT_COUNT, (own.main.length > 0 ? own.main : ['purchase']).map(outcome));
    // As formulas were written before the margin was a number like others.
    this.parts.set('margin value', ({ id }) => term({ ...outcomeTerm('value', id, {}), times: MARGIN }));
    for (const part of REPORTED_PARTS) this.parts.set(part, ({ id }) => term(outcomeTerm(part, id, {})));
    for (const each of besideOutcomes) this.parts.set(nameKey(each.name), ({ id }) => term(outcomeTerm(each, id, {})));
    const plain = [...ACCOUNT_DIMENSIONS, ...LEVELS, ...LEVELS.map(statusDimension), ...NAME_PARTS.map(partDimension), HOUR, PAGE_PATH];
    const named = [...plain.map((id) => ({ id, label: id })), ...dimensions, ...groupings];
    for (const each of named) for (const name of [each.label, each.id]) this.dimensions.set(nameKey(name), each);
    this.known = [
      ...measures.map(({ name, definition }): Named => ({ name, kind: 'measure', definition })),
      ...metrics.map(({ label, definition }): Named => ({ name: label, kind: 'metric', definition })),
      ...TARGET_METRIC_IDS.map((id): Named => ({ name: `target ${id}`, kind: 'target', definition: 'What the client was promised.' })),
      ...numbers.map(({ name, definition }): Named => ({ name, kind: 'client number', definition })),
      ...outcomes.map(({ name, label }): Named => ({ name, kind: 'outcome', definition: label })),
      { name: THAT_COUNT, kind: 'outcome', definition: 'The outcomes that count as results for this client, together.' },
      ...Object.entries(PART_DEFINITIONS).map(([name, definition]): Named => ({ name: `${name} of`, kind: 'part', definition })),
      ...besideOutcomes.map(({ name, definition }): Named => ({ name: `${name} of`, kind: 'part', definition })),
      ...[...this.dimensions.values()].map(({ label }): Named => ({
        name: label,
        kind: 'dimension',
        definition: 'Something that rows differ in.',
      })),
    ];
    this.longest = Math.max(
      ...[...this.known.map(({ name }) => name), ...metrics.map(({ id }) => id)].map((name) => name.split(' ').length),
    );
  }

  /** Everything that can be said, for who writes. */
  readonly known: readonly Named[];

  /** What a name alone stands for: a measure, a target, a metric; undefined for a name of nothing, a text for one that cannot be read. */
  formulaOf(name: string): Formula | string | undefined {
    const key = nameKey(name);
    return this.formulas.get(key) ?? this.metricOf(key);
  }

  /** What outcomes are called. */
  get outcomes(): string[] {
    return this.known.flatMap(({ name, kind }) => (kind === 'outcome' ? [name] : []));
  }

  /** Whether a measure is called so. */
  isMeasure = (name: string): boolean => this.formulas.has(nameKey(name));

  /** The dimension of a name, by which rows can be told apart; those of days are none. */
  dimensionOf = (name: string): { readonly id: string; readonly label: string } | undefined => this.dimensions.get(nameKey(name));

  outcomesOf = (name: string): readonly Outcome[] | undefined => this.outcomesByName.get(nameKey(name));

  /** What is said of an outcome, as the words before “of” name it. */
  partOf = (name: string): PartOf | undefined => this.parts.get(nameKey(name));

  /** The names nearest to one that is none; only those that may have been meant. */
  nearest(name: string, kinds: readonly Named['kind'][]): string[] {
    const key = nameKey(name);
    const far = (each: string): number => distance(key, nameKey(each));
    const names = this.known.flatMap((each) => (kinds.includes(each.kind) ? [each.name] : []));
    const close = [...new Map(names.toReversed().map((each) => [nameKey(each), each])).values()]
      .map((each) => ({ each, far: far(each) }))
      .filter((one) => one.far <= Math.max(1, Math.floor(key.length / 3)));
    return close
      .toSorted((a, b) => a.far - b.far)
      .slice(0, MOST_NEAR)
      .map(({ each }) => each);
  }
}
