import type { LotsReply, WireLotLine } from '@lens/contract';
import {
  BUILT_IN,
  compareFigures,
  type Direction,
  figureText,
  formatNumber,
  LOT_METRICS,
  type LotMetricId,
  rangeText,
  type Style,
} from '@lens/core';

export interface LotSort {
  readonly by: LotMetricId;
  readonly direction: Direction;
}

/** “leads”, “purchases”. */
const many = (outcome: string): string => BUILT_IN.outcome(outcome).label.toLowerCase();

/** Lots in words, sellers in the order asked for with their lots in the same order under them. */
export function lotsView({ lines, signUp, sale, visitsBy, strayed }: LotsReply, sort: LotSort, style: Style) {
  const order = (a: WireLotLine, b: WireLotLine): number => compareFigures(a.figures[sort.by], b.figures[sort.by], sort.direction);
  const of = (kind: WireLotLine['kind']): WireLotLine[] => lines.filter((line) => line.kind === kind).sort(order);
  const ordered = [
    ...of('total'),
    ...of('seller').flatMap((seller) => [seller, ...of('lot').filter((lot) => lot.seller === seller.seller)]),
  ];
  return {
    lines: ordered.map((line) => ({
      ...line,
      key: `${line.kind} ${line.seller} ${line.name}`,
      about: line.lot ? aboutOf(line.lot, style) : '',
      early:
        line.arrived !== null && line.arrived < SETTLED ? `${formatNumber(line.arrived, 'share', style, 0)} of its sales have arrived` : '',
      cells: LOT_METRICS.map(({ id, unit }) => figureText(line.figures[id], unit, style)),
    })),
    notes: [
      signUp === null ? 'No sign-ups, installs or leads carry a tracked link.' : `Sign-ups are ${many(signUp)}.`,
      sale === null ? 'No sales carry a tracked link.' : `Sales are ${many(sale)}, whenever they came.`,
      visitsBy === 'site'
        ? 'Visits are the site’s count.'
        : 'Visits are the sellers’ count of clicks: the site reports none by tracked link.',
    ].join(' '),
    strayed:
      strayed.count === 0
        ? ''
        : `${formatNumber(strayed.count, 'count', style)} outcomes worth ${formatNumber(strayed.value, 'money', style)} came by a tracked link that belongs to no lot. Bring in the missing lots.`,
  };
}

/** From here on what is missing changes nothing much. */
const SETTLED = 0.95;

function aboutOf({ day, agreed, unit }: NonNullable<WireLotLine['lot']>, style: Style): string {
  const bought = agreed === null ? 'nothing agreed' : `${formatNumber(agreed, 'count', style)} ${unit} agreed`;
  return `${rangeText({ from: day, to: day }, style.locale)} · ${bought}`;
}
