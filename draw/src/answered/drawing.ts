import type { WireSeries } from '@lens/contract';
import { unpackFigures } from '@lens/core';
import { type BigFigure, bigFigure } from './big-figure';
import { cardMetrics } from './drawn-metrics';
import type { Happening } from './happenings';
import { type PictureChart, type Pictured, pictureChart, promisedOf, timeKindOf, whyNotDrawn } from './picture-chart';
import { type Card, cardsOf } from './picture-data';
import { type Station, stationsOf } from './stations';
import { type TimePicture, timePictures } from './time-lines';

/** What an answer becomes as a picture, with all that is needed to draw it. */
export type Drawing =
  | { readonly kind: 'none'; readonly why: string }
  | { readonly kind: 'chart'; readonly chart: PictureChart }
  | { readonly kind: 'over days'; readonly pictures: readonly TimePicture[]; readonly isEach: boolean }
  | { readonly kind: 'figure'; readonly figure: BigFigure; readonly trend: TimePicture | null }
  | { readonly kind: 'stations'; readonly stations: readonly Station[] }
  | { readonly kind: 'cards'; readonly cards: readonly Card[] };

const NOTHING = 'Nothing came in on these days.';

/** The picture of an answer; of pictures over days with its series, and with what happened on them. */
export function drawingOf(of: Pictured, series: WireSeries | null, happenings: readonly Happening[]): Drawing {
  const { kind, answered, metric, client } = of;
  const why = answered.rows.length === 0 ? NOTHING : whyNotDrawn(of);
  if (why !== '') return { kind: 'none', why };
  const overDays = series ? overDaysOf(of, series, happenings) : [];
  const figure = bigFigure(answered, metric);
  const chart = pictureChart(of);
  if (chart) return { kind: 'chart', chart };
  if (kind === 'figure') return figure ? { kind, figure, trend: overDays[0] ?? null } : { kind: 'none', why: NOTHING };
  if (kind === 'funnel') {
    const stations = stationsOf(answered);
    return stations.length > 0 ? { kind: 'stations', stations } : { kind: 'none', why: 'This set counts nothing on the way.' };
  }
  if (kind === 'cards') return { kind, cards: cardsOf(answered, cardMetrics(answered.table.metrics, metric.id, client.metricSet)) };
  return { kind: 'over days', pictures: overDays, isEach: kind === 'multiples' };
}

function overDaysOf(of: Pictured, { buckets, settled, lines }: WireSeries, happenings: readonly Happening[]): TimePicture[] {
  const kind = timeKindOf(of);
  const { answered, metric } = of;
  if (!kind) return [];
  const names = new Map(answered.table.rows.map(({ key, name }) => [key, name]));
  return timePictures({
    ...{ kind, metric, buckets, settled, happenings, style: answered.style },
    lines: lines.map(({ figures, ...line }) => ({ ...line, name: names.get(line.key) ?? line.key, figures: unpackFigures(figures) })),
    target: kind === 'figure' ? null : promisedOf(of, metric),
  });
}
