import type { WireFinding } from '@lens/contract';
import type { Style } from '@lens/core';
import { readCompare, writeCompare } from '../compare/compare-state';
import { type QueryValues, writeRange } from '../data/address';
import { type PictureView, pictureView } from './picture-view';
import { stakeText } from './stake-text';

/** A finding beside the target as it is shown. */
export interface OtherView {
  readonly finding: WireFinding;
  /** “Campaign · Harbor Search”. */
  readonly where: string;
  /** Money at stake; empty where none can be told. */
  readonly stake: string;
  /** Where the figures behind it are, and what the way there is called. */
  readonly link: { readonly path: string; readonly query: QueryValues; readonly label: string };
  readonly picture: PictureView | null;
}

export function otherView(finding: WireFinding, style: Style): OtherView {
  const { about, money, picture } = finding;
  return {
    finding,
    where: [about.kind, ...about.path].join(' · '),
    stake: stakeText(money, style),
    link: linkOf(finding),
    picture: picture && pictureView(picture, style),
  };
}

function linkOf({ rows }: WireFinding): OtherView['link'] {
  const period = writeRange(rows.period);
  switch (rows.screen) {
    case 'compare': {
      const state = { ...readCompare(() => null), rows: rows.rows, where: rows.where, chartMetric: rows.metric };
      return { path: '/compare', query: { ask: null, ...writeCompare(state), period }, label: 'The figures behind it' };
    }
    case 'claims':
      return { path: '/attribution', query: { tab: 'claims', show: rows.show, period }, label: 'Order by order' };
    case 'targets':
      return { path: '/targets', query: {}, label: 'Targets and budgets' };
  }
}
