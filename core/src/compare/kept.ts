import { sum } from 'simple-statistics';
import { accumulate, type Ask, type Bucket } from '../grain/accumulate';
import type { Tells } from '../grain/row-filter';
import type { ClientTables } from '../grain/tables';
import { termScale } from '../measure/term';
import type { Kept } from '../question/filter';
import type { DayRange } from '../time/day';

/** What filters do with the money that reports tell of: kept, left out, and what no report says it of. Together they are all of it. */
export interface KeptSpend {
  readonly all: number;
  readonly kept: number;
  readonly leftOut: number;
  readonly cannotTell: number;
}

const known = new WeakMap<ClientTables, Map<string, ReadonlyMap<number, number>>>();
/** Periods whose spend is kept for one client: filters change more often than they do. */
const MOST_KEPT = 20;

function spendOnDays(tables: ClientTables, days: DayRange): ReadonlyMap<number, number> {
  const own = known.get(tables) ?? new Map<string, ReadonlyMap<number, number>>();
  known.set(tables, own);
  const key = `${days.from} ${days.to}`;
  const found = own.get(key) ?? spendByAccount(tables, days);
  if (own.size >= MOST_KEPT) own.clear();
  own.set(key, found);
  return found;
}

/** Spend of some days in the client's currency, in stored units, by account. */
function spendByAccount(tables: ClientTables, days: DayRange, ask: Partial<Ask> = {}): ReadonlyMap<number, number> {
  const spend = tables.vocabulary.measureTerm('spend');
  const { campaigns } = accumulate(tables, { terms: [spend], levels: [], buckets: [days], ...ask });
  const sums = new Map<number, number>();
  for (const node of campaigns.all()) sums.set(node.account, (sums.get(node.account) ?? 0) + node.total(0, 0));
  return sums;
}

const OPPOSITE: Readonly<Record<Tells, Tells>> = { yes: 'no', no: 'yes', unknown: 'unknown' };

/** Where the spend of some days goes under filters, in the client's currency (calculations, chapter 3). */
export function keptSpend(tables: ClientTables, { from, to }: Bucket, { filter, accounts, keepsDay }: Kept): KeptSpend {
  const total = (ask: Partial<Ask>): number => sum([...spendByAccount(tables, { from, to }, ask).values()]);
  const among = { ...(accounts ? { accounts } : {}), ...(keepsDay ? { keepsDay } : {}) };
  const whole = spendOnDays(tables, { from, to });
  const all = sum([...whole.values()]);
  const inside = keepsDay ? total(among) : sum([...whole].flatMap(([account, own]) => (accounts?.has(account) === false ? [] : [own])));
  // What a test that more reports know has left out is out, whatever the others cannot tell of it.
  const knowing = (dimension: string): number => tables.feeds.filter((feed) => feed.dimensions.has(dimension)).length;
  const tests = [...filter].sort((a, b) => knowing(b.dimension) - knowing(a.dimension));
  let [kept, leftOut] = [inside, all - inside];
  for (const [at, test] of tests.entries()) {
    const passed = tests.slice(0, at);
    leftOut += total({ ...among, filter: [...passed, { ...test, passes: (code) => !test.passes(code), empty: OPPOSITE[test.empty] }] });
    kept = total({ ...among, filter: [...passed, test] });
  }
  const scale = termScale(tables.vocabulary.measureTerm('spend'));
  return { all: all / scale, kept: kept / scale, leftOut: leftOut / scale, cannotTell: (all - kept - leftOut) / scale };
}
