import type { Unit } from '../figure/text';
import type { Formula } from '../formula/formula';
import type { FormulaProblem } from '../formula/problem';
import { isFormulaProblem, readFormula } from '../formula/read';
import { nameKey } from '../formula/tokens';
import { FormulaWords } from '../formula/words';
import type { Vocabulary } from '../measure/vocabulary';
import type { Metric, MetricId, OwnMetric } from './metric';

/** An own metric as it was read. */
export interface ReadMetric {
  readonly own: OwnMetric;
  readonly metric: Metric;
  /** What it can be told in, the likeliest first. */
  readonly units: readonly Unit[];
  /** Why it cannot be read for this client; its metric then has no figure anywhere. */
  readonly problem: FormulaProblem | null;
}

/**
 * The own metrics of a client and its agency, read in its words. Of two of one name the client's goes first; a metric
 * that is made of itself is none.
 */
export class MetricLibrary {
  readonly words: FormulaWords;
  private readonly byName = new Map<string, OwnMetric>();
  private readonly readings = new Map<MetricId, ReadMetric>();
  /** The names of the metrics that are being read: each is part of the one before. */
  private readonly path: string[] = [];

  constructor(
    vocabulary: Vocabulary,
    private readonly usual: readonly Metric[],
  ) {
    const { metrics } = vocabulary.library;
    for (const own of [...metrics.filter(({ client }) => client === null), ...metrics.filter(({ client }) => client !== null)])
      this.byName.set(nameKey(own.label), own);
    this.words = new FormulaWords(vocabulary, [...this.byName.values(), ...usual], (name) => this.formulaOf(name));
  }

  /** Those in force: of two of one name the client's. */
  get inForce(): readonly ReadMetric[] {
    return [...this.byName.values()].map((own) => this.read(own));
  }

  /** The one in force under the name of a metric, which may be another's. */
  inForceAs = ({ label }: OwnMetric): ReadMetric | undefined => {
    const own = this.byName.get(nameKey(label));
    return own && this.read(own);
  };

  read(own: OwnMetric): ReadMetric {
    const known = this.readings.get(own.id) ?? this.readAnew(own);
    this.readings.set(own.id, known);
    return known;
  }

  private readAnew(own: OwnMetric): ReadMetric {
    this.path.push(own.label);
    const read = readFormula(own.text, this.words);
    this.path.pop();
    const problem = isFormulaProblem(read) ? read : null;
    const [formula, units] = isFormulaProblem(read) ? [UNREAD, []] : [read.formula, read.units];
    const { id, label, better, unit, definition } = own;
    const told = unit !== null && units.some((each) => each === unit) ? unit : (units[0] ?? unit ?? 'number');
    return {
      own,
      problem,
      units,
      metric: { id, label, better, formula, unit: told, definition: definition === '' ? own.text : definition },
    };
  }

  private formulaOf(name: string): Formula | string | undefined {
    const own = this.byName.get(name);
    if (own) {
      const begins = this.path.findIndex((label) => nameKey(label) === name);
      if (begins >= 0) return `This goes in a circle: ${[...this.path.slice(begins), own.label].join(' → ')}.`;
      const { metric, problem } = this.read(own);
      return problem ? `“${own.label}” cannot be read itself: ${problem.message}` : { kind: 'metric', name: own.label, of: metric.formula };
    }
    const usual = this.usual.find(({ label }) => nameKey(label) === name) ?? this.usual.find(({ id }) => id === name);
    return usual && { kind: 'metric', name: usual.label, of: usual.formula };
  }
}

const UNREAD: Formula = { kind: 'gap', gap: 'not measured' };
