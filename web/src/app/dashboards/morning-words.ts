import type { ClientGlance, WireMorningFact } from '@lens/contract';
import {
  BUILT_IN_BOOK,
  type Day,
  figureText,
  formatNumber,
  isSurelyMissed,
  lowerFirst,
  type MetricBook,
  type MetricId,
  ofSoMany,
  rangeText,
  TARGET_METRICS,
} from '@lens/core';
import type { QueryValues } from '../data/address';
import { writeRange } from '../data/address';
import type { Resolved } from '../data/focus';
import { readCompare, writeCompare } from '../compare/compare-state';
import type { NoteView } from '../intake/health-view';
import { balanceText } from './balance-text';

/** A sentence of the morning, and where what it says can be looked at. */
export interface MorningSentence {
  readonly text: string;
  readonly path: string;
  readonly query: QueryValues;
}

/** What a morning is told from. */
export interface MorningKnown {
  readonly facts: readonly WireMorningFact[];
  /** Undefined while it is not known. */
  readonly glance: ClientGlance | undefined;
  readonly serious: readonly NoteView[];
}

type Told = Pick<Resolved, 'style' | 'book'>;

/** The morning of a client in sentences: what moved beyond chance, what misses its target, what is missing, what waits; none where there is nothing. */
export function morningSentences({ facts, glance, serious }: MorningKnown, told: Told): MorningSentence[] {
  return [
    ...facts.map((fact) => factSentence(fact, told)),
    ...(glance ? [...targetSentence(glance), ...balanceSentences(glance), ...waitingSentence(glance)] : []),
    ...dataSentence(serious),
  ];
}

/** Days shown around what is told. */
const DAYS_AROUND = 56;

function factSentence(fact: WireMorningFact, told: Told): MorningSentence {
  switch (fact.kind) {
    case 'day':
      return { text: dayText(fact, told), path: '/compare', query: questionOf(fact.metric, fact.day, fact.channel?.name) };
    case 'rate':
      return { text: rateText(fact, told), path: '/compare', query: questionOf(fact.metric, fact.since + 14) };
    case 'week':
      return { text: weekText(fact, told), path: '/compare', query: questionOf(fact.metric, fact.to, undefined, 7) };
  }
}

type Fact<Kind> = WireMorningFact & { readonly kind: Kind };

const nameOf = (book: MetricBook, metric: MetricId): string => lowerFirst(book.named(metric).label);

function dayText({ metric, channel, day, isOfSome, value, usual, changes }: Fact<'day'>, { book, style }: Told): string {
  const { unit, label } = book.named(metric);
  const of = channel ? ` of ${channel.name}` : isOfSome ? ' of the channels that tell them' : '';
  const amount = (number: number): string => formatNumber(number, unit, style, unit === 'money' ? undefined : 0);
  const changed = changes === 0 ? '' : changes === 1 ? ' One setting was changed that day.' : ` ${changes} settings were changed that day.`;
  return `${label}${of} came to ${amount(value)} on ${rangeText({ from: day, to: day }, style.locale)}, where ${amount(usual)} would be usual.${changed}`;
}

function rateText({ metric, per, since, within, before, now }: Fact<'rate'>, { book, style }: Told): string {
  const of = ofSoMany(Math.min(before, now));
  const count = (number: number): string => formatNumber(number, 'number', style, 0);
  const when = rangeText({ from: since, to: since }, style.locale);
  const about = within.from === within.to ? when : `about ${when} (${rangeText(within, style.locale)})`;
  return `Since ${about}, ${count(of)} ${nameOf(book, per)} lead to ${count(of * now)} ${nameOf(book, metric)}; before, to ${count(of * before)}.`;
}

function weekText({ metric, to, isOfSome, results, cost }: Fact<'week'>, { book, style }: Told): string {
  const side = (of: 'now' | 'before'): string => {
    const each = cost[of] === null ? '' : `, ${formatNumber(cost[of], 'money', style)} each`;
    return `${formatNumber(results[of], 'number', style, 0)} ${nameOf(book, metric)}${each}`;
  };
  const of = isOfSome ? ' on the channels that tell them' : '';
  return `The seven days to ${rangeText({ from: to, to }, style.locale)} brought${of} ${side('now')}; the seven before, ${side('before')}.`;
}

/** The target where it is surely missed; whether it is, counts alone can say. */
function targetSentence({ target, actual, met, sureness, client }: ClientGlance): MorningSentence[] {
  if (!target || !actual || !isSurelyMissed(met, sureness)) return [];
  const { label, unit } = BUILT_IN_BOOK.named(target.metric);
  const is = figureText(actual, unit, client).text;
  const promised = `${TARGET_METRICS[target.metric].bound} ${formatNumber(target.value, unit, client)}`;
  return [{ text: `${label} is ${is} this month, where ${promised} was promised.`, path: '/targets', query: {} }];
}

/** Prepaid money that ends within days: what is off stays off for as long as nobody pays in. */
const balanceSentences = ({ balances, client }: ClientGlance): MorningSentence[] =>
  balances
    .filter(({ left, days }) => (left.kind === 'value' && left.value <= 0) || (days !== null && days < FEW_DAYS))
    .map((each) => ({ text: balanceText(each, client), path: '/targets', query: {} }));

const FEW_DAYS = 7;

function waitingSentence({ waiting: { proposals, accepted, byRules } }: ClientGlance): MorningSentence[] {
  return [
    ...(proposals > 0
      ? [
          {
            text: proposals === 1 ? 'One proposal waits for a decision.' : `${proposals} proposals wait for a decision.`,
            path: '/audit',
            query: {},
          },
        ]
      : []),
    ...(byRules > 0
      ? [
          {
            text: byRules === 1 ? 'A standing rule proposes a move.' : `Standing rules propose ${byRules} moves.`,
            path: '/moves/rules',
            query: {},
          },
        ]
      : []),
    ...(accepted > 0
      ? [
          {
            text:
              accepted === 1
                ? 'One accepted move is to be made at its channel.'
                : `${accepted} accepted moves are to be made at the channels.`,
            path: '/moves',
            query: {},
          },
        ]
      : []),
  ];
}

function dataSentence(serious: readonly NoteView[]): MorningSentence[] {
  const [first] = serious;
  if (!first) return [];
  const more = serious.length > 1 ? ` (and ${serious.length - 1} more of the data)` : '';
  return [{ text: `${first.title}${more}.`, path: '/intake', query: {} }];
}

/** A metric of the channels, or of one with its campaigns, on the days up to one. */
function questionOf(metric: MetricId, to: Day, channel?: string, days = DAYS_AROUND): QueryValues {
  const where = channel === undefined ? [] : [{ dimension: 'channel', any: [{ test: 'is' as const, value: channel }] }];
  const state = {
    ...readCompare(() => null),
    rows: channel === undefined ? ['channel'] : ['channel', 'campaign'],
    where,
    chartMetric: metric,
  };
  return { ask: null, ...writeCompare(state), period: writeRange({ from: to - days + 1, to }) };
}
