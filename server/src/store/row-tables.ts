import { type FileKind, type Mapping, MILLIONTHS, termUnit, type Vocabulary } from '@lens/core';

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
  claims: { table: 'claim_row', day: 'day', lastDay: 'day', staged: 'staged_claim' },
  lots: { table: 'lot_row', day: 'day', lastDay: 'day', staged: 'staged_lot' },
  journeys: { table: 'touch_row', day: 'day', lastDay: 'day', staged: 'staged_touch' },
  changes: { table: 'change_row', day: 'day', lastDay: 'day', staged: 'staged_change' },
};

/** Kinds whose rows are things known by an id, not lines of a report. */
export type ThingKind = Exclude<FileKind, 'report'>;

/** Columns of a thing, the id first, as they are staged and kept. */
export const THING_COLUMNS: Readonly<Record<ThingKind, readonly string[]>> = {
  orders: ['external_id', 'sale_day', 'click_day', 'value', 'tag_campaign', 'tag_ad', 'tag_keyword', 'tag_link', 'count', 'beside'],
  claims: ['external_id', 'day', 'order_id', 'click_day', 'click_moment', 'value', 'count', 'campaign'],
  lots: ['external_id', 'day', 'seller', 'price', 'link', 'unit', 'agreed', 'delivered'],
  journeys: [
    ...['external_id', 'day', 'person', 'moment', 'kind', 'source', 'tag_campaign', 'tag_ad', 'tag_keyword', 'tag_link', 'splits'],
    ...['weight', 'outcome', 'outcome_day', 'outcome_moment', 'value', 'order_id'],
  ],
  changes: ['external_id', 'day', 'at', 'level', 'member_id', 'member_name', 'field', 'old_value', 'new_value', 'note', 'person'],
};

/** What is summed of things beside their number. */
export interface ThingSum {
  /** In SQL, for one row, in millionths. */
  readonly amount: string;
  /** What it is called, or the measure it is. */
  readonly term: string;
  readonly unit: 'money' | 'count';
}

const VALUE: ThingSum = { amount: 'value', term: 'value', unit: 'money' };
const SUMS: Readonly<Record<ThingKind, readonly ThingSum[]>> = {
  orders: [VALUE],
  claims: [VALUE],
  lots: [{ amount: 'price', term: 'price', unit: 'money' }],
  journeys: [{ amount: `iif(kind IS NULL, 0, coalesce(weight, ${MILLIONTHS}))`, term: 'touches, by their weight', unit: 'count' }],
  changes: [],
};

/** The sums over a list of things: those of its kind, and the measures its columns tell of each. */
export function thingSums(kind: ThingKind, { columns }: Mapping, { own, idOf, measureTerm }: Vocabulary): ThingSum[] {
  const beside = columns.flatMap((role): ThingSum[] => {
    if (kind !== 'orders' || role.role !== 'measure') return [];
    const id = idOf(role.measure);
    // Rows of before a joining of words go by the word of then. (SQLite's coalesce wants two.)
    const words = [id, ...Object.keys(own.joined).filter((word) => idOf(word) === id)];
    const told = words.map((word) => `beside ->> '${word.replaceAll("'", "''")}'`);
    return [{ amount: `coalesce(${told.join(', ')}, NULL)`, term: id, unit: termUnit(measureTerm(id)) === 'money' ? 'money' : 'count' }];
  });
  return [...SUMS[kind], ...beside];
}

/** What things are called where they are counted. */
export const THING_WORDS: Readonly<Record<ThingKind, string>> = {
  orders: 'orders',
  claims: 'claims',
  lots: 'lots',
  journeys: 'touches',
  changes: 'changes',
};
