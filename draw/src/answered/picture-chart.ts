import {
  formatNumber,
  isAdditive,
  type Metric,
  type PictureKind,
  type Question,
  type ResultSetId,
  type Target,
  TARGET_METRICS,
  targetFor,
} from '@lens/core';
import type { ChartConfiguration } from 'chart.js';
import { barsConfig } from '../bars';
import { heatConfig } from '../heat';
import { ringConfig } from '../ring';
import { scatterConfig } from '../scatter';
import type { Promised } from '../target-line';
import type { Theme } from '../theme';
import { type Behind, behindBars, behindHeat, behindRing, behindScatter } from './behind';
import { scatterMetrics } from './drawn-metrics';
import { type Answered, barsOf, heatOf, ringOf, scatterOf } from './picture-data';
import type { TimeKind } from './time-lines';

/** How a picture is drawn in some colours. Kinds of charts differ in what they take; each is made by one function of draw. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Drawn = (theme: Theme) => ChartConfiguration<any, any>;

/** A picture of an answer by Chart.js, with what stands beside it. */
export interface PictureChart {
  readonly drawn: Drawn;
  /** As many points as it would like to be high. */
  readonly height: number;
  readonly summary: string;
  readonly note: string;
  /** The keys of what can be chosen in it. */
  readonly keys: readonly string[];
  readonly behind: Behind;
}

/** What is drawn of an answer. */
export interface Pictured {
  readonly kind: PictureKind;
  readonly answered: Answered;
  readonly metric: Metric;
  readonly question: Question;
  readonly client: PicturedClient;
  /** Points there are for it in height; null for as many as it likes. */
  readonly room: number | null;
}

export interface PicturedClient {
  readonly metricSet: ResultSetId;
  readonly promises: { readonly targets: readonly Target[] };
}

const HEIGHTS = { line: 24, closest: 16, head: 44, note: 24, ring: 220, scatter: 320 };

/** Which of the pictures over days it is; null where it is none, or where its parts do not add up. */
export function timeKindOf({ kind, metric }: Pick<Pictured, 'kind' | 'metric'>): TimeKind | null {
  if (kind === 'line' || kind === 'multiples' || kind === 'figure') return kind;
  return kind === 'stacked' && isAdditive(metric.formula) ? kind : null;
}

/** What the client was promised of a metric, where it is counted as the question counts. */
export function promisedOf(
  { question, client, answered }: Pick<Pictured, 'question' | 'client' | 'answered'>,
  metric: Metric,
): Promised | null {
  const { countedBy, basis, period, clients } = question;
  const { targets } = client.promises;
  const own = targets.filter((each) => each.metric === metric.id && each.countedBy === countedBy && each.basis === basis);
  const target = clients.length === 1 ? targetFor(own, period) : undefined;
  if (!target || target.orders === 'all') return null;
  const { bound } = TARGET_METRICS[target.metric];
  return { value: target.value, text: `${bound} ${formatNumber(target.value, metric.unit, answered.style)}` };
}

/** Why there is no picture of this kind; empty where there is one. */
export function whyNotDrawn({ kind, metric, answered }: Pictured): string {
  if ((kind === 'shares' || kind === 'stacked') && !isAdditive(metric.formula))
    return `${metric.label} of several members does not add up to that of all of them: there are no parts to draw. Choose another metric, or bars.`;
  if (kind === 'heat' && !answered.table.across) return 'A grid needs something in columns: add “in columns by…” to the sentence.';
  return '';
}

/** The chart of an answer; null for pictures over days, for those that are no charts, and where there is none. */
export function pictureChart(of: Pictured): PictureChart | null {
  switch (of.kind) {
    case 'bars':
      return barsChart(of);
    case 'shares':
      return isAdditive(of.metric.formula) ? ringChart(of) : null;
    case 'scatter':
      return scatterChart(of);
    case 'heat':
      return heatChart(of);
    default:
      return null;
  }
}

function barsChart(of: Pictured): PictureChart {
  const { answered, metric, room } = of;
  const most = room === null ? Infinity : Math.max(1, Math.floor((room - HEIGHTS.head - HEIGHTS.note) / HEIGHTS.closest));
  const bars = barsOf(answered, metric, promisedOf(of, metric), most);
  const keys = bars.bars.map(({ key }) => key);
  const strokes = bars.bars.some(({ before }) => before) ? 'The strokes are the days compared with.' : '';
  const without = bars.bars.find(({ now }) => now.kind === 'gap' && now.gap === 'no rate');
  const rate = without ? `${bars.brief(without.now)}: no exchange rate holds on these days; Targets takes one.` : '';
  return {
    drawn: (theme) => barsConfig(bars, theme),
    height: HEIGHTS.head + HEIGHTS.line * bars.bars.length,
    summary: `${metric.label} of ${keys.length} members as bars`,
    note: [strokes, rate, more(answered.rows.length - keys.length)].filter((part) => part !== '').join(' '),
    keys,
    behind: behindBars(bars, metric.label),
  };
}

function ringChart({ answered, metric }: Pictured): PictureChart {
  const { ring, leftOut } = ringOf(answered, metric);
  return {
    drawn: (theme) => ringConfig(ring, theme),
    height: HEIGHTS.ring,
    summary: `${metric.label} of ${ring.parts.length} members as shares of all of it`,
    note: leftOut > 0 ? `Not drawn: ${leftOut} of which it is not certain what they come to.` : '',
    keys: ring.parts.map(({ key }) => key),
    behind: behindRing(ring, metric.label),
  };
}

function scatterChart(of: Pictured): PictureChart {
  const { up, size } = beside(of);
  const across = of.answered.book.named('spend');
  const { scatter, leftOut } = scatterOf(of.answered, { across, up, size }, promisedOf(of, up));
  return {
    drawn: (theme) => scatterConfig(scatter, theme),
    height: HEIGHTS.scatter,
    summary: `${up.label} against spend of ${scatter.points.length} members, as large as their ${size.label.toLowerCase()}`,
    note: `As large as ${size.label.toLowerCase()}.${leftOut > 0 ? ` Not drawn: ${leftOut} of which a figure is not certain.` : ''}`,
    keys: scatter.points.map(({ key }) => key),
    behind: behindScatter(scatter),
  };
}

function heatChart({ answered, metric }: Pictured): PictureChart | null {
  const heat = heatOf(answered);
  if (!heat) return null;
  const { rows, table, book } = answered;
  return {
    drawn: (theme) => heatConfig(heat, theme),
    height: HEIGHTS.head + HEIGHTS.line * Math.max(3, heat.rows.length),
    summary: `${book.named(table.across?.metric ?? metric.id).label} of ${heat.rows.length} by ${heat.columns.length}`,
    note: '',
    keys: rows.flatMap(({ key }) => (table.across?.heads ?? []).map((head) => `${key}|${head.key}`)),
    behind: behindHeat(heat),
  };
}

/** What points lie high by and are large of: a metric beside spend, and what the client is after. */
function beside({ answered: { table, book }, metric, client }: Pictured): { readonly up: Metric; readonly size: Metric } {
  const { up, size } = scatterMetrics(table.metrics, metric.id, client.metricSet);
  return { up: up === metric.id ? metric : book.named(up), size: book.named(size) };
}

const more = (rows: number): string => (rows > 0 ? `${rows} more are in the table.` : '');
