import type { FileKind } from '@lens/core';

export interface RowTable {
  readonly table: string;
  /** The column that says on which day a row counts. */
  readonly day: string;
  /** The last day it counts for. */
  readonly lastDay: string;
  readonly staged: string;
}

/** Where the rows of each kind of file are kept, and staged before. */
export const ROW_TABLES: Readonly<Record<FileKind, RowTable>> = {
  report: { table: 'feed_row', day: 'day', lastDay: 'to_day', staged: 'staged_row' },
  orders: { table: 'order_row', day: 'sale_day', lastDay: 'sale_day', staged: 'staged_order' },
  lots: { table: 'lot_row', day: 'day', lastDay: 'day', staged: 'staged_lot' },
  journeys: { table: 'touch_row', day: 'day', lastDay: 'day', staged: 'staged_touch' },
  changes: { table: 'change_row', day: 'day', lastDay: 'day', staged: 'staged_change' },
};

/** Kinds whose rows are things known by an id, not lines of a report. */
export type ThingKind = Exclude<FileKind, 'report'>;

/** Columns of a thing, the id first, as they are staged and kept. */
export const THING_COLUMNS: Readonly<Record<ThingKind, readonly string[]>> = {
  orders: ['external_id', 'sale_day', 'click_day', 'value', 'tag_campaign', 'tag_ad', 'tag_keyword', 'tag_link', 'count'],
  lots: ['external_id', 'day', 'seller', 'price', 'link', 'unit', 'agreed', 'delivered'],
  journeys: ['external_id', 'day', 'journey', 'at', 'kind', 'source', 'tag_campaign', 'weight', 'outcome_day'],
  changes: ['external_id', 'day', 'at', 'level', 'member_id', 'member_name', 'field', 'old_value', 'new_value', 'note', 'person'],
};

interface ThingSum {
  readonly column: string;
  readonly term: string;
  readonly unit: 'money' | 'count';
}

/** What is summed of things beside their number, in millionths, and whether it is money; nothing where null. */
export const THING_SUMS: Readonly<Record<ThingKind, ThingSum | null>> = {
  orders: { column: 'value', term: 'value', unit: 'money' },
  lots: { column: 'price', term: 'price', unit: 'money' },
  journeys: { column: 'weight', term: 'touches, by their weight', unit: 'count' },
  changes: null,
};

/** What things are called where they are counted. */
export const THING_WORDS: Readonly<Record<ThingKind, string>> = { orders: 'orders', lots: 'lots', journeys: 'touches', changes: 'changes' };
