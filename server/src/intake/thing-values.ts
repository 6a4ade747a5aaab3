import type { ChangeRow, ClaimRow, FileRow, LotRow, OrderRow, ReportRow, TouchRow } from '@lens/core';
import { createHash } from 'node:crypto';

/** The how many-th of alike things in a file a thing is, from 0. */
export type Nth = (alike: string) => number;

/** A thing as its columns are staged: see THING_COLUMNS. */
export function thingValues(row: Exclude<FileRow, ReportRow>, nth: Nth): unknown[] {
  if ('lot' in row) return lotValues(row);
  if ('claims' in row) return claimValues(row, nth);
  if ('field' in row) return changeValues(row);
  return 'person' in row ? touchValues(row) : orderValues(row);
}

const lotValues = (row: LotRow): unknown[] => [row.lot, row.day, row.seller, row.price, row.link, row.unit, row.agreed, row.delivered];

const orderValues = (row: OrderRow): unknown[] => [
  row.id,
  row.saleDay,
  row.clickDay,
  row.value,
  row.tagCampaign,
  row.tagAd,
  row.tagKeyword,
  row.tagLink,
  row.count,
  besideText(row.beside),
];

/** Told in one order of words, so that equal rows are equal text; null where the file tells nothing beside. */
function besideText(beside: OrderRow['beside']): string | null {
  const words = Object.keys(beside).sort();
  return words.length > 0 ? JSON.stringify(beside, words) : null;
}

/** The same person at the same moment by the same way is one touch, however often it is written down. */
function touchValues({ person, day, moment, kind, source, tags, splits, weight, outcome }: TouchRow): unknown[] {
  const { campaign, ad, keyword, link } = tags;
  const like = JSON.stringify(splits, Object.keys(splits).sort());
  const told = [person, moment, kind, source, campaign, ad, keyword, link, like, kind === null ? outcome?.action : null];
  const id = createHash('sha256').update(JSON.stringify(told)).digest('base64url').slice(0, 22);
  const end = outcome ? [outcome.action, outcome.day, outcome.moment, outcome.value, outcome.order] : [null, null, null, null, null];
  return [id, day, person, moment, kind, source, campaign, ad, keyword, link, like, weight, ...end];
}

/** A channel's claims have no number of their own, and a tag that fires twice makes two that are alike: both are kept. */
function claimValues({ claims, day, click, value, count, campaign }: ClaimRow, nth: Nth): unknown[] {
  const told = [day, claims, click?.day ?? null, click?.moment ?? null, value, count, campaign];
  const alike = createHash('sha256').update(JSON.stringify(told)).digest('base64url').slice(0, 22);
  return [`${alike} ${nth(alike)}`, ...told];
}

/** A history gives its changes no number: what a change says tells it apart. */
function changeValues({ day, at, level, memberId, memberName, field, oldValue, newValue, note, by }: ChangeRow): unknown[] {
  const what = [at, level, memberId ?? memberName, field, oldValue, newValue, note, by];
  return [what.map((each) => each ?? '').join(' | '), day, at, level, memberId, memberName, field, oldValue, newValue, note, by];
}
