import type { DatedNumber } from '../measure/client-number';
import { type ByList, type Credited, isCredited } from '../measure/counted-by';
import type { Vocabulary } from '../measure/vocabulary';
import type { Target } from '../target/target';
import type { ChannelKind } from '../sources/source';
import type { Coding } from '../rows/coding';
import type { TouchLog } from '../credit/touch-log';
import type { Rows } from '../rows/rows';
import type { Lot } from './lot';
import type { Day } from '../time/day';

/** In a path of codes: a level that the row, or the report that delivered it, passes over. */
export const SKIPPED = -2;

/** Days and campaigns an import declares to cover: covered and no row means 0, not covered means missing. */
export interface Cover {
  readonly from: Day;
  readonly to: Day;
  /** Campaign codes, or everything the account has. */
  readonly campaigns: 'all' | ReadonlySet<number>;
  /** Where only hours are declared: the first and the last, as day × 24 + hour. Days at the edges may be covered in part. */
  readonly hours?: HourRange;
  /** Larger is newer. */
  readonly importId: number;
}

export interface HourRange {
  readonly from: number;
  readonly to: number;
}

/** A line of an import that could not be read: as much as it tells of the cell it belongs to. */
export interface UnreadLine {
  readonly importId: number;
  /** Null where the line does not tell: any day of the import. */
  readonly day: Day | null;
  /** Null where the line does not tell: any campaign. */
  readonly campaign: number | null;
  /** How many such lines there are. */
  readonly lines: number;
}

/**
 * One report. `dimensions` is the closed grain: an ad knows its ad group and its campaign. Codes are whole
 * numbers unique within their dimension, NONE where a row has none.
 */
export interface FeedTable {
  readonly feedId: number;
  /** Index into `ClientTables.accounts`. */
  readonly account: number;
  readonly dimensions: ReadonlySet<string>;
  readonly covers: readonly Cover[];
  readonly rows: Rows;
  /** What its rows know of each closed dimension. */
  readonly codes: ReadonlyMap<string, Coding>;
  readonly unread?: readonly UnreadLine[];
}

/** Orders, leads and the like, with both of their days: one row each, or several of a kind. */
export interface OrderTable {
  readonly feedId: number;
  /** Whose list it is: index into `ClientTables.clients`; absent for the first. */
  readonly client?: number;
  readonly action: string;
  readonly countedBy: ByList;
  readonly covers: readonly Cover[];
  readonly length: number;
  readonly saleDay: Int32Array;
  /** NONE where the order does not know the click before it. */
  readonly clickDay: Int32Array;
  readonly importId: Int32Array;
  /** Where the order's tags lead: codes by dimension (campaign, group, ad), NONE where they lead nowhere. */
  readonly codes: ReadonlyMap<string, Int32Array>;
  /** How many outcomes each row stands for, in millionths. */
  readonly count: Float64Array;
  /** What the list tells of them beside: "value" and measures that add, in millionths, money in the client's currency; NaN where a row does not tell it. */
  readonly amounts: ReadonlyMap<string, Float64Array>;
  /** Values in another currency on days without a rate, by row, in millionths of the account's own. */
  readonly unpriced?: Unpriced;
  readonly unread?: readonly UnreadLine[];
}

export interface Unpriced {
  /** Index into `ClientTables.accounts`. */
  readonly account: number;
  readonly rows: ReadonlyMap<number, number>;
}

export interface AccountInfo {
  readonly id: string;
  /** Whose it is: index into `ClientTables.clients`; absent for the first. */
  readonly client?: number;
  readonly channel: string;
  /** What kind of place its channel is; absent where nobody says. */
  readonly kind?: ChannelKind;
  readonly currency: string;
  /** What one unit of the account's currency is worth in the client's, dated; null where it is the client's own. */
  readonly rates: readonly DatedRate[] | null;
  /** Sales are made in the channel itself, a marketplace: the client's own orders do not know them, which is not 0. */
  readonly sellsItself?: boolean;
  /** Nobody pays for what comes by it: what it does not deliver of bought traffic it has none of. */
  readonly isUnpaid?: boolean;
}

export interface DatedRate {
  readonly from: Day;
  readonly to: Day;
  readonly rate: number;
}

/** Everything a question about one client, or several together, reads. Money of lists is in the currency answered in. */
export interface ClientTables {
  /** What the columns of its feeds mean. */
  readonly vocabulary: Vocabulary;
  readonly accounts: readonly AccountInfo[];
  readonly feeds: readonly FeedTable[];
  readonly orders: readonly OrderTable[];
  /** The outcomes of logs of touches, each shared among the touches before it; absent where there are none. */
  readonly credited?: (as: Credited) => readonly OrderTable[];
  /** What people met before they ordered; absent where it was not asked for. */
  readonly touches?: TouchLog;
  /** Traffic bought in lots; the codes of "lot" are places in this list. */
  readonly lots: readonly Lot[];
  /** Account index of each campaign code. */
  readonly campaignAccount: ReadonlyMap<number, number>;
  /** Whose accounts and lists they are; most questions are about one. */
  readonly clients: readonly ClientInfo[];
}

export interface ClientInfo {
  readonly id: string;
  /** What its numbers are, by their ids; later entries win where they overlap. */
  readonly numbers: ReadonlyMap<string, readonly DatedNumber[]>;
  /** What the client was promised. */
  readonly targets?: readonly Target[];
  /** What its currency is worth in the one answered in; null or absent where it is that. */
  readonly rates?: readonly DatedRate[] | null;
}

/** What an outcome of a list is worth, in millionths; NaN where that is not told. */
export const worthOf = ({ amounts }: OrderTable, row: number): number => amounts.get('value')?.[row] ?? NaN;

/** The lists that somebody counts in. */
export const listsBy = ({ orders, credited }: ClientTables, countedBy: ByList): readonly OrderTable[] =>
  isCredited(countedBy) ? (credited?.(countedBy) ?? []) : orders.filter((table) => table.countedBy === countedBy);

/** Lists of an action by who counts it. */
export const listsOf = (tables: ClientTables, action: string, countedBy: ByList = 'orders'): OrderTable[] =>
  listsBy(tables, countedBy).filter((table) => table.action === action);

/** A number of a client (its index) on a day, or undefined where none is set. */
export function numberOn({ clients }: Pick<ClientTables, 'clients'>, client: number, id: string, day: Day): number | undefined {
  return clients[client]?.numbers.get(id)?.findLast((each) => each.from <= day && day <= each.to)?.value;
}

/** What an account's money is worth in the client's currency on a day, or undefined where no rate is known. Later entries win. */
export function rateOn({ rates }: Pick<AccountInfo, 'rates'>, day: Day): number | undefined {
  return rates === null ? 1 : rates.findLast((each) => each.from <= day && day <= each.to)?.rate;
}
