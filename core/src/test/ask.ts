import {
  ADS_BY_CHANNEL,
  BUILT_IN,
  type ClientTables,
  compare,
  type ComparisonRow,
  type ComparisonTable,
  type DatedNumber,
  type Figure,
  isAccountDimension,
  isDayDimension,
  isLevel,
  type Names,
  type Question,
} from '../index';

/** For tests: days 10–19 of one client, as orders count them by sale date, sorted by name. */
export const QUESTION: Question = {
  clients: ['c'],
  currency: null,
  period: { from: 10, to: 19 },
  comparison: null,
  countedBy: 'orders',
  basis: 'sale',
  knownOn: null,
  metricSet: 'shop',
  rows: ADS_BY_CHANNEL,
  columns: null,
  where: [],
  named: '',
  having: [],
  sort: { by: 'name', of: 'now', direction: 'ascending' },
  page: null,
};
/** Ways to split rows that tests take by turns. */
export const SPLITS = {
  ads: ADS_BY_CHANNEL,
  keywords: ['channel', 'campaign', 'group', 'keyword'],
  devices: ['channel', 'campaign', 'device'],
  hours: ['channel', 'campaign', 'hour'],
  stage: ['channel', 'stage in the name', 'campaign', 'group', 'ad'],
} as const;
export const CAMPAIGNS = [1, 2, 3];
/** The last finished day. */
export const LAST = 19;

/** Members are called by their level and code; devices, hours and the like, which stand in keys by their names, by the code alone. */
export const names = (dimension: string, code: number | string): string =>
  isLevel(dimension) || isDayDimension(dimension) || isAccountDimension(dimension) ? `${dimension} ${code}` : `${code}`;

/** One search account with campaigns 1–3. */
export function tablesOf(
  feeds: ClientTables['feeds'],
  { numbers = {}, ...more }: Partial<ClientTables> & { readonly numbers?: Readonly<Record<string, readonly DatedNumber[]>> } = {},
): ClientTables {
  return {
    vocabulary: BUILT_IN,
    accounts: [{ id: 'a', channel: 'search', currency: 'GBP', rates: null }],
    feeds,
    orders: [],
    lots: [],
    campaignAccount: new Map(CAMPAIGNS.map((campaign) => [campaign, 0])),
    clients: [{ id: 'c', numbers: new Map(Object.entries(numbers)) }],
    ...more,
  };
}

export const ask = (tables: ClientTables, question: Partial<Question> = {}, lastDay = LAST, called: Names = names): ComparisonTable =>
  compare(tables, { ...QUESTION, ...question }, called, lastDay);

export const rowOf = (table: ComparisonTable, key: string): ComparisonRow | undefined => table.rows.find((row) => row.key === key);

type Cell = ComparisonRow['cells'][number];

export function cellOf(table: ComparisonTable, row: ComparisonRow | undefined, metric: string): Cell {
  const cell = row?.cells[table.metrics.findIndex((each) => each === metric)];
  if (!cell) throw new Error(`no ${metric}`);
  return cell;
}

export const figureOf = (table: ComparisonTable, key: string, metric: string): Figure => cellOf(table, rowOf(table, key), metric).now;
