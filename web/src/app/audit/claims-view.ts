import type { AuditedFinding, ClaimShow } from '@lens/contract';
import { type ClaimTrouble, formatNumber, rangeText, type Style } from '@lens/core';

type Finding = Extract<AuditedFinding, { check: 'claims' }>;

/** What is wrong with a channel's claims, in sentences. */
export interface ClaimsView {
  readonly finding: Finding;
  readonly fact: string;
  readonly evidence: string;
  /** Since when; empty where no day can be told. */
  readonly since: string;
  readonly advice: string;
  /** Which orders show it; null where no list of them does. */
  readonly show: ClaimShow | null;
}

const ADVICE: Readonly<Record<ClaimTrouble, string>> = {
  again:
    'A tag that fires twice looks like this. See that it fires once for each order; until then judge this channel by the client’s own orders.',
  missing:
    'Orders that were cancelled or tried out, another shop’s, or numbers that the tag makes itself look like this. See which number the tag sends.',
  'without a value': 'See that the tag sends what the order is worth; until then its ROAS by claims is too low.',
};
const SHOWS: Readonly<Record<ClaimTrouble, ClaimShow | null>> = {
  again: 'claimed again',
  missing: 'no such outcome',
  'without a value': null,
};

/** Writes it for a reader of the client's locale; `outcome` is what is claimed, in the plural. */
export function claimsView(finding: Finding, { outcome, style }: { readonly outcome: string; readonly style: Style }): ClaimsView {
  const { trouble, claims, count, value, found, since, days } = finding;
  const write = (number: number): string => formatNumber(number, 'count', style, 0);
  const worth = value > 0 ? `, worth ${formatNumber(value, 'money', style)}` : '';
  const facts: Readonly<Record<ClaimTrouble, string>> = {
    again: `claims ${write(count)} ${outcome} a second time${worth}`,
    missing: `claims ${write(count)} ${outcome} that the client’s own list does not have${worth}`,
    'without a value': `does not say of ${write(count)} ${outcome} what they are worth`,
  };
  return {
    finding,
    fact: facts[trouble],
    evidence: `${rangeText(days, style.locale)}: ${write(claims)} claims, of ${write(found)} ${outcome} of the client’s own list.`,
    since: since ? sinceText(trouble, since, style) : '',
    advice: ADVICE[trouble],
    show: SHOWS[trouble],
  };
}

function sinceText(trouble: ClaimTrouble, { day, within, until, before, now }: NonNullable<Finding['since']>, style: Style): string {
  const dayOf = (each: number): string => rangeText({ from: each, to: each }, style.locale);
  const unsure = within.from === within.to ? '' : ` (or any day of ${rangeText(within, style.locale)})`;
  const rate = (share: number): string => formatNumber(share, 'share', style, 0);
  const of = trouble === 'again' ? 'of the orders it finds' : 'of its claims';
  const when = until === null ? `So since ${dayOf(day)}${unsure}` : `So from ${dayOf(day)}${unsure} to ${dayOf(until)}`;
  return `${when}: ${rate(now)} ${of}, before ${rate(before)}.`;
}
