import type { GroupingTried } from '@lens/contract';
import { compare, type Grouping, IN_NO_GROUP, withGroupings } from '@lens/core';
import { findClient } from '../store/clients';
import type { ClientData } from './client-data';
import { RECENT_DAYS } from './recent-days';

/** Members of a group that are named. */
const NAMED = 5;

/** What a grouping of a draft makes of the members that the last days have, with what they spent. */
export function groupingTried(data: ClientData, client: string, groupings: readonly Grouping[], id: string, today: number): GroupingTried {
  const loaded = data.load(client);
  const names = data.namesOf(loaded);
  const { groups = [], of = '' } = groupings.find((each) => each.id === id) ?? {};
  const tables = withGroupings(loaded.tables, groupings, names, (dimension, name) => data.codeOf(dimension, name));
  const table = compare(
    tables,
    {
      clients: [client],
      currency: null,
      period: { from: today - RECENT_DAYS, to: today - 1 },
      comparison: null,
      countedBy: 'claims',
      basis: 'sale',
      knownOn: null,
      metricSet: findClient(data.db, client)?.metricSet ?? 'shop',
      rows: [id, of],
      columns: null,
      where: [],
      named: '',
      having: [],
      sort: { by: 'spend', of: 'now', direction: 'descending' },
      page: { open: 1, size: Math.max(NAMED, groups.length + 2) },
    },
    names,
    today - 1,
  );
  const spendAt = table.metrics.indexOf('spend');
  const rows = new Map(table.rows.flatMap((row) => (row.level === id && row.kind === 'member' ? [[row.name, row] as const] : [])));
  return {
    groups: [...groups.map(({ name }) => name), IN_NO_GROUP].map((name) => {
      const row = rows.get(name);
      const inside = row ? table.rows.filter(({ parent, kind }) => parent === row.key && kind === 'member') : [];
      return {
        name,
        members: inside.reduce((sum, { more }) => sum + 1 + more, 0),
        spend: row?.cells[spendAt]?.now ?? null,
        first: inside.slice(0, NAMED).map(({ name: own }) => own),
      };
    }),
  };
}
