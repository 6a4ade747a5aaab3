import { totalsOf } from '../compare/comparison';
import { type Figure, gap } from '../figure/figure';
import { nameText } from '../formula/tokens';
import type { ClientTables } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { Vocabulary } from '../measure/vocabulary';
import type { Names } from '../question/names';
import type { Question } from '../question/question';
import type { Day } from '../time/day';
import type { OwnMetric } from './metric';

/** One station on the way from seen to sold, with how many of the one before came so far. */
export interface Station {
  readonly label: string;
  /** Whether only the channels count it, whoever the question lets count. */
  readonly isClaimed: boolean;
  readonly count: Figure;
  /** How many for each of the station before; null at the beginning. */
  readonly step: { readonly of: string; readonly rate: Figure } | null;
}

/** What comes before any outcome. */
const DELIVERED = ['impressions', 'clicks', 'visits'];
/** No more fit into one line. */
const MOST_STATIONS = 10;
/** Formulas of one question: it sums a limited number of terms. */
const TOGETHER = 12;

/**
 * The stations that a client’s data tells of, in the order of the funnel, over the days of a question. What nothing
 * delivers is no station; rates are made of the cells that measure both, as everywhere.
 */
export function funnelOf(tables: ClientTables, question: Question, names: Names, lastDay: Day): Station[] {
  const { measures, outcomes } = tables.vocabulary;
  const told = (texts: readonly string[]): Figure[] => figuresOf(tables, question, names, lastDay, texts);
  const delivered = DELIVERED.flatMap((id) => measures.find((each) => each.id === id) ?? []);
  const ways = [
    ...delivered.map(({ name, label }) => ({ label, text: nameText(name), isClaimed: false })),
    ...outcomes.flatMap(({ name, label }) => {
      const text = `count of ${nameText(name)}`;
      // Orders know of no carts: what only channels count is told as that.
      return [
        { label, text, isClaimed: false },
        { label, text: `${text} as claimed by click date`, isClaimed: true },
      ];
    }),
  ];
  const counted = told(ways.map(({ text }) => text));
  const known = ways.flatMap((way, at) => {
    const count = counted[at];
    return count && isSomething(count) ? [{ ...way, count }] : [];
  });
  const shown = firstBy(known, ({ label }) => label).slice(0, MOST_STATIONS);
  const rates = told(shown.slice(1).map(({ text }, at) => `${text} / ${shown[at]?.text ?? ''}`));
  return shown.map(({ label, isClaimed, count }, at) => {
    const [before, rate] = [shown[at - 1], rates[at - 1]];
    return { label, isClaimed, count, step: before && rate ? { of: before.label, rate } : null };
  });
}

const firstBy = <T>(all: readonly T[], keyOf: (each: T) => string): T[] =>
  [...groupBy(all, keyOf).values()].flatMap(([first]) => first ?? []);

const isSomething = (figure: Figure): boolean => figure.kind === 'bounds' || (figure.kind === 'value' && figure.value > 0);

/** What formulas come to in all. */
function figuresOf(tables: ClientTables, question: Question, names: Names, lastDay: Day, texts: readonly string[]): Figure[] {
  const { own, groupings } = tables.vocabulary;
  const metrics = texts.slice(0, TOGETHER).map((text, at): OwnMetric => ({
    ...{ id: `station ${at}`, label: `station ${at}`, text, unit: null, better: 'higher', definition: '', client: null },
  }));
  if (metrics.length === 0) return [];
  const set = { id: 'stations', label: 'stations', outcome: null, metrics: metrics.map(({ id }) => id), client: null };
  const vocabulary = new Vocabulary(own, groupings, { metrics, sets: [set] });
  const asked = { ...question, metricSet: set.id, comparison: null };
  const [total] = totalsOf({ ...tables, vocabulary }, asked, names, lastDay).rows;
  const figures = metrics.map((_, at) => total?.cells[at]?.now ?? gap('not measured'));
  return [...figures, ...figuresOf(tables, question, names, lastDay, texts.slice(TOGETHER))];
}
