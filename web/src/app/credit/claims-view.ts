import type { ClaimShow, ClaimsReply, WireClaimSum } from '@lens/contract';
import type { CrossRow } from './cross-grid';
import { type Figure, figureText, formatNumber, quantity, rangeText, type Style } from '@lens/core';

/** Outcomes or claims, and what they are worth below them. */
export interface SumText {
  readonly count: string;
  readonly value: string;
}

/** What became of a channel's claims; from 0 to 1 of the longest bar. */
export interface ClaimPart {
  readonly kind: ClaimPartKind;
  readonly size: number;
  readonly spoken: string;
}
export const CLAIM_PARTS = ['alone', 'shared', 'again', 'missing', 'unnumbered'] as const;
export type ClaimPartKind = (typeof CLAIM_PARTS)[number];
export const CLAIM_PART_WORDS: Readonly<Record<ClaimPartKind, string>> = {
  alone: 'found, claimed by it alone',
  shared: 'found, claimed by others too',
  again: 'claimed again',
  missing: 'of no such order',
  unnumbered: 'without a number',
};

/** What a screen shows of claims. */
export interface ClaimsView {
  readonly summary: string;
  readonly notes: readonly string[];
  readonly channels: readonly {
    readonly name: string;
    readonly parts: readonly ClaimPart[];
    readonly claims: SumText;
    readonly found: SumText;
    readonly over: string;
    readonly again: SumText;
    readonly missing: SumText;
    readonly unnumbered: SumText;
    /** What it claims the outcomes found are worth, beside what they are. */
    readonly worth: string;
    /** How far back its claims reach, in days. */
    readonly reach: string;
    readonly note: string;
  }[];
  /** Outcomes that two channels claim both, of each the others; on the diagonal what it claims that is found. */
  readonly grid: readonly CrossRow[];
  readonly reported: readonly {
    readonly name: string;
    readonly claims: string;
    readonly orders: string;
    readonly over: string;
    readonly worth: string;
    readonly basis: string;
  }[];
  readonly shows: readonly { readonly value: ClaimShow; readonly label: string }[];
  readonly told: readonly { readonly order: string; readonly day: string; readonly worth: string; readonly claims: readonly string[] }[];
  readonly more: string;
}

interface Words {
  /** In the plural: “bookings”. */
  readonly outcome: string;
  readonly style: Style;
  readonly zone: string;
}

const SHOW_WORDS: Readonly<Record<ClaimShow, string>> = {
  all: 'all of them',
  'claimed by several': 'claimed by several channels',
  'claimed again': 'claimed again by one channel',
  'no such outcome': 'claims of no such order',
  'without a number': 'claims without a number',
  unclaimed: 'claimed by nobody',
};

/** Puts the reply into words and sizes. */
export function claimsView(reply: ClaimsReply, words: Words): ClaimsView {
  const { style } = words;
  const sum = (of: WireClaimSum): SumText => sumText(of, style);
  const most = Math.max(1e-9, ...reply.channels.map(({ claims }) => claims.count));
  return {
    summary: summaryOf(reply, words),
    notes: notesOf(reply, words),
    channels: reply.channels.map((channel) => ({
      name: channel.name,
      parts: partsOf(channel, most, words),
      claims: sum(channel.claims),
      found: sum(channel.found),
      over: overText(channel.over, style),
      again: sum(channel.again),
      missing: sum(channel.missing),
      unnumbered: sum(channel.unnumbered),
      worth: worthText(channel, style),
      reach: channel.reach === null ? '–' : quantity(channel.reach, 'day', 'days', style),
      note: channel.covered < reply.days ? `its list covers ${channel.covered} of ${reply.days} days` : '',
    })),
    grid: gridOf(reply, words),
    reported: reply.reported.map(({ name, basis, claims, claimedValue, orders, value, over }) => ({
      name,
      claims: figure(claims, 'count', style),
      orders: figure(orders, 'count', style),
      over: figureText(over, 'number', style, 2).text,
      worth:
        value.kind === 'gap'
          ? figure(claimedValue, 'money', style)
          : `${figure(claimedValue, 'money', style)} for ${figure(value, 'money', style)}`,
      basis: `by ${basis} date`,
    })),
    shows: (Object.keys(SHOW_WORDS) as ClaimShow[]).map((value) => ({
      value,
      label: `${SHOW_WORDS[value]} (${formatNumber(reply.shows[value], 'count', style)})`,
    })),
    told: reply.told.map((told) => toldOf(told, reply, words)),
    more:
      reply.toldOf > reply.told.length
        ? `The first ${formatNumber(reply.told.length, 'count', style)} of ${formatNumber(reply.toldOf, 'count', style)}: seek an order by its number, or take fewer days.`
        : '',
  };
}

const money = (amount: number, style: Style): string => formatNumber(amount, 'money', style);
const figure = (of: Figure, unit: 'count' | 'money', style: Style): string => figureText(of, unit, style).text;
const countText = (count: number, style: Style): string => formatNumber(count, 'count', style, count % 1 === 0 ? 0 : 1);
function worthText({ first, found }: ClaimsReply['channels'][number], style: Style): string {
  if (found.count === 0 || first.unvalued > 0 || found.unvalued > 0) return '–';
  const [claimed, ordered] = [money(first.value, style), money(found.value, style)];
  return claimed === ordered ? 'the same' : `${claimed} for ${ordered}`;
}

const overText = (over: number | null, style: Style): string => (over === null ? '–' : formatNumber(over, 'number', style, 2));

function sumText({ count, value, unvalued }: WireClaimSum, style: Style): SumText {
  if (count === 0) return { count: '·', value: '' };
  const worth = unvalued === count ? '' : `${unvalued > 0 ? '> ' : ''}${money(value, style)}`;
  return { count: countText(count, style), value: worth };
}

function summaryOf({ outcomes, found, unclaimed, claims, channels, over, isListed }: ClaimsReply, { outcome, style }: Words): string {
  if (!isListed) return `There is no list of the client’s own ${outcome}: bring one in, and claims are held against it.`;
  const all = `${countText(outcomes.count, style)} ${outcome} worth ${money(outcomes.value, style)}.`;
  if (channels.length === 0) return `${all} No channel has told its claims one by one.`;
  const each = over === null ? '' : `, ${overText(over, style)} for each that is found`;
  return `${all} Some channel claims ${countText(found.count, style)} of them, none claims ${countText(unclaimed.count, style)}. Together they claim ${countText(claims.count, style)}${each}: claims of several channels are never added to what was sold.`;
}

function notesOf({ isListed, covered, days, uncovered, channels }: ClaimsReply, { outcome, style }: Words): string[] {
  const gaps = isListed && covered < days ? [`The list of ${outcome} covers ${covered} of these ${days} days.`] : [];
  const aside =
    uncovered.count > 0
      ? [
          `${quantity(uncovered.count, 'claim', 'claims', style)} of days that it does not cover ${uncovered.count === 1 ? 'is' : 'are'} left out.`,
        ]
      : [];
  const unpriced = channels.some(({ claims }) => claims.unvalued > 0)
    ? ['“>” is put before sums of which some do not say what they are worth, or say it in money without a rate.']
    : [];
  return [...gaps, ...aside, ...unpriced];
}

function partsOf(channel: ClaimsReply['channels'][number], most: number, { style }: Words): ClaimPart[] {
  return CLAIM_PARTS.flatMap((kind) =>
    channel[kind].count === 0
      ? []
      : [{ kind, size: channel[kind].count / most, spoken: `${countText(channel[kind].count, style)} ${CLAIM_PART_WORDS[kind]}` }],
  );
}

function gridOf({ channels, pairs }: ClaimsReply, { outcome, style }: Words): ClaimsView['grid'] {
  if (channels.length < 2) return [];
  const most = Math.max(1e-9, ...pairs.map(({ both }) => both.count));
  return channels.map(({ name, found }, a) => ({
    name,
    cells: channels.map((other, b) => {
      if (a === b) {
        const text = countText(found.count, style);
        return { text, spoken: `${name} claims ${text} that are there`, shade: 0 };
      }
      const pair = pairs.find((each) => each.a === Math.min(a, b) && each.b === Math.max(a, b));
      if (!pair) return { text: '·', spoken: `${name} and ${other.name} claim none both`, shade: 0 };
      const { both } = pair;
      const part = formatNumber(a < b ? pair.ofA : pair.ofB, 'share', style, 0);
      return {
        text: `${countText(both.count, style)} · ${part}`,
        spoken: `${countText(both.count, style)} ${outcome} worth ${money(both.value, style)} are claimed by ${name} and by ${other.name}: ${part} of what ${name} claims that is there`,
        shade: both.count / most,
      };
    }),
  }));
}

function toldOf(
  { outcome, claims }: ClaimsReply['told'][number],
  { channels }: ClaimsReply,
  { style, zone }: Words,
): ClaimsView['told'][number] {
  const day = outcome?.day ?? claims[0]?.day;
  const clicked = new Intl.DateTimeFormat(style.locale, { dateStyle: 'medium', timeStyle: 'short', timeZone: zone });
  const worthOf = (value: number | null): string => (value === null ? '' : money(value, style));
  return {
    order: outcome?.id ?? claims[0]?.order ?? 'no number',
    day: day === undefined ? '' : rangeText({ from: day, to: day }, style.locale),
    worth: outcome ? worthOf(outcome.value) : 'no such order',
    claims: claims.map(({ channel, count, value, clickMoment, campaign }) =>
      [
        channels[channel]?.name ?? '',
        campaign ?? '',
        count === 1 ? '' : `${countText(count, style)} of it`,
        worthOf(value),
        clickMoment === null ? '' : `after ${clicked.format(clickMoment * 1000)}`,
      ]
        .filter((text) => text !== '')
        .join(', '),
    ),
  };
}
