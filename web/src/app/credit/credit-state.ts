import { CLAIM_SHOWS, type ClaimShow, filterDraft } from '@lens/contract';
import { CREDIT_RULES, type CreditRule, type Filter, HALF_LIFE } from '@lens/core';
import { readThings, writeThings } from '../data/address';
import { daysTyped } from '../ui/days-typed';

/** What is asked of credit beside the focus, as the address holds it. */
export interface CreditState {
  /** The outcome; null for the client's main one. */
  readonly action: string | null;
  readonly lookback: number;
  readonly views: boolean;
  readonly direct: boolean;
  readonly by: readonly string[];
  /** What touches must be to be told apart. */
  readonly where: readonly Filter[];
  readonly halfLife: number;
  readonly measure: CreditMeasure;
  /** Rules that are not shown. */
  readonly hidden: readonly CreditRule[];
  readonly as: 'marks' | 'numbers';
  readonly tab: CreditTab;
  /** What journeys that are looked at must hold. */
  readonly containing: readonly string[];
  /** Whether what repeats at once is one step of a path. */
  readonly once: boolean;
  /** Which claims are looked at one by one, and what is in the number of their orders. */
  readonly show: ClaimShow;
  readonly order: string;
  readonly named: string;
}

const CREDIT_TABS = ['credit', 'journeys', 'lookback', 'claims'] as const;
export type CreditTab = (typeof CREDIT_TABS)[number];
const CREDIT_MEASURES = ['outcomes', 'value', 'cost', 'ROAS'] as const;
export type CreditMeasure = (typeof CREDIT_MEASURES)[number];

const LOOKBACK = 30;
type CreditKey =
  | 'of'
  | 'back'
  | 'views'
  | 'direct'
  | 'rows'
  | 'where'
  | 'half'
  | 'in'
  | 'without'
  | 'as'
  | 'named'
  | 'tab'
  | 'holding'
  | 'repeats'
  | 'show'
  | 'order';

/** Reads what an address says; what is missing or unreadable is as usual. */
export function readCredit(get: (key: string) => string | null): CreditState {
  const days = (key: string, usual: number): number => daysTyped(get(key) ?? '') ?? usual;
  const rows = (get('rows') ?? '').split(',').filter((each) => each !== '');
  return {
    action: get('of'),
    lookback: days('back', LOOKBACK),
    views: get('views') !== 'no',
    direct: get('direct') === 'yes',
    by: rows.length === 0 ? ['channel'] : rows.slice(0, 2),
    where: readThings(filterDraft, get('where')),
    halfLife: days('half', HALF_LIFE),
    measure: CREDIT_MEASURES.find((each) => each === get('in')) ?? 'outcomes',
    hidden: CREDIT_RULES.filter((rule) => (get('without') ?? '').split(',').includes(rule)),
    as: get('as') === 'numbers' ? 'numbers' : 'marks',
    named: get('named') ?? '',
    tab: CREDIT_TABS.find((each) => each === get('tab')) ?? 'credit',
    containing: (get('holding') ?? '')
      .split('|')
      .filter((each) => each.trim() !== '')
      .slice(0, 5),
    once: get('repeats') !== 'each',
    show: CLAIM_SHOWS.find((each) => each === get('show')) ?? 'all',
    order: get('order') ?? '',
  };
}

/** Writes it; what is as usual takes no room. */
export function writeCredit(state: CreditState): Readonly<Record<CreditKey, string | null>> {
  return {
    of: state.action,
    back: state.lookback === LOOKBACK ? null : String(state.lookback),
    views: state.views ? null : 'no',
    direct: state.direct ? 'yes' : null,
    rows: state.by.join() === 'channel' ? null : state.by.join(),
    where: writeThings(state.where),
    half: state.halfLife === HALF_LIFE ? null : String(state.halfLife),
    in: state.measure === 'outcomes' ? null : state.measure,
    without: state.hidden.length === 0 ? null : state.hidden.join(),
    as: state.as === 'marks' ? null : state.as,
    named: state.named === '' ? null : state.named,
    tab: state.tab === 'credit' ? null : state.tab,
    holding: state.containing.length === 0 ? null : state.containing.join('|'),
    repeats: state.once ? null : 'each',
    show: state.show === 'all' ? null : state.show,
    order: state.order === '' ? null : state.order,
  };
}
