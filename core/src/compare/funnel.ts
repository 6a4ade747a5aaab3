import { totalsOf } from './comparison';
import { type Figure, gap } from '../figure/figure';
import { nameText } from '../formula/tokens';
import type { ClientTables } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { Vocabulary } from '../measure/vocabulary';
import type { Names } from '../question/names';
import type { Question } from '../question/question';
import type { Day } from '../time/day';
import type { OwnMetric } from '../metric/metric';

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
 * delivers is no station. A station is set against the one it follows, an outcome that follows none against what was
 * delivered; rates are made of the cells that measure both, as everywhere.
 */
export function funnelOf(tables: ClientTables, question: Question, names: Names, lastDay: Day): Station[] {
  const told = (texts: readonly string[]): Figure[] => figuresOf(tables, question, names, lastDay, texts);
  const delivered = deliveredWays(tables.vocabulary, told);
  const counted = [...delivered, ...outcomeWays(tables.vocabulary, told)].slice(0, MOST_STATIONS);
  const before = counted.map(
    ({ follows }, at) => counted.find(({ id }) => id === follows) ?? (at < delivered.length ? counted[at - 1] : delivered.at(-1)),
  );
  const rates = told(counted.flatMap(({ text }, at) => (before[at] ? [`${text} / ${before[at].text}`] : [])));
  return counted.map(({ label, isClaimed, count }, at) => {
    const of = before[at];
    return { label, isClaimed, count, step: of ? { of: of.label, rate: rates.shift() ?? gap('not measured') } : null };
  });
}

/** A station that something is told of, as a formula counts it. */
interface Way extends Pick<Station, 'label' | 'isClaimed' | 'count'> {
  readonly id: string;
  readonly text: string;
  /** The id of the station it comes from; null for whatever lies before it. */
  readonly follows: string | null;
}
type Told = (texts: readonly string[]) => Figure[];

/** Visits are a station only where whoever counts the clicks counts them too: a site’s own visits belong to no channel. */
function deliveredWays({ measures }: Vocabulary, told: Told): Way[] {
  const ways = DELIVERED.flatMap((id) => {
    const measure = measures.find((each) => each.id === id);
    const text = nameText(measure?.name ?? id);
    // Each by itself: who delivers only one of them lacks nothing of the others.
    const [count] = told([text]);
    return measure && count && isSomething(count) ? [{ id, label: measure.label, text, count, isClaimed: false, follows: null }] : [];
  });
  const [rate] = ways.length > 1 ? told([`visits / ${ways.at(-2)?.text ?? ''}`]) : [];
  return ways.at(-1)?.id === 'visits' && rate?.kind === 'gap' ? ways.slice(0, -1) : ways;
}

/** Orders know of no carts: what only channels count is told as that. */
function outcomeWays({ outcomes }: Vocabulary, told: Told): Way[] {
  const ways = outcomes.flatMap(({ id, name, label, after = null }) =>
    ['', ' as claimed by click date'].map((how) => ({
      id,
      label,
      follows: after,
      text: `count of ${nameText(name)}${how}`,
      isClaimed: how !== '',
    })),
  );
  const counts = told(ways.map(({ text }) => text));
  const known = ways.flatMap((way, at) => {
    const count = counts[at];
    return count && isSomething(count) ? [{ ...way, count }] : [];
  });
  return [...groupBy(known, ({ id }) => id).values()].flatMap(([first]) => first ?? []);
}

const isSomething = (figure: Figure): boolean => figure.kind === 'bounds' || (figure.kind === 'value' && figure.value > 0);

/** What formulas come to in all. */
function figuresOf(tables: ClientTables, question: Question, names: Names, lastDay: Day, texts: readonly string[]): Figure[] {
  const { own, groupings, library } = tables.vocabulary;
  const metrics = texts.slice(0, TOGETHER).map((text, at): OwnMetric => ({
    ...{ id: `station ${at}`, label: `station ${at}`, text, unit: null, better: 'higher', definition: '', client: null },
  }));
  if (metrics.length === 0) return [];
  const set = { id: 'stations', label: 'stations', outcome: null, metrics: metrics.map(({ id }) => id), client: null };
  const vocabulary = new Vocabulary(own, groupings, { ...library, metrics, sets: [set] });
  const asked = { ...question, metricSet: set.id, comparison: null };
  const [total] = totalsOf({ ...tables, vocabulary }, asked, names, lastDay).rows;
  const figures = metrics.map((_, at) => total?.cells[at]?.now ?? gap('not measured'));
  return [...figures, ...figuresOf(tables, question, names, lastDay, texts.slice(TOGETHER))];
}
