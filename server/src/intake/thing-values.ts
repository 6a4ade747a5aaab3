import type { ChangeRow, FileRow, LotRow, OrderRow, ReportRow, TouchRow } from '@lens/core';

/** A thing as its columns are staged: see THING_COLUMNS. */
export function thingValues(row: Exclude<FileRow, ReportRow>): unknown[] {
  if ('lot' in row) return lotValues(row);
  if ('journey' in row) return touchValues(row);
  return 'field' in row ? changeValues(row) : orderValues(row);
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

const touchValues = (row: TouchRow): unknown[] => [
  [row.journey, row.at, row.source ?? '', row.tagCampaign ?? ''].join(' | '),
  row.day,
  row.journey,
  row.at,
  row.kind,
  row.source,
  row.tagCampaign,
  row.weight,
  row.outcomeDay,
];

/** A history gives its changes no number: what a change says tells it apart. */
function changeValues({ day, at, level, memberId, memberName, field, oldValue, newValue, note, by }: ChangeRow): unknown[] {
  const what = [at, level, memberId ?? memberName, field, oldValue, newValue, note, by];
  return [what.map((each) => each ?? '').join(' | '), day, at, level, memberId, memberName, field, oldValue, newValue, note, by];
}
