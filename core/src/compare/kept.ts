import { accumulate, type Ask, type Bucket } from '../grain/accumulate';
import type { Tells } from '../grain/row-filter';
import type { ClientTables } from '../grain/tables';
import { termScale } from '../measure/term';
import type { Kept } from '../question/filter';

/** What filters do with the money that reports tell of: kept, left out, and what no report says it of. Together they are all of it. */
export interface KeptSpend {
  readonly all: number;
  readonly kept: number;
  readonly leftOut: number;
  readonly cannotTell: number;
}

const OPPOSITE: Readonly<Record<Tells, Tells>> = { yes: 'no', no: 'yes', unknown: 'unknown' };

/** Where the spend of some days goes under filters, in the client's currency (calculations, chapter 3). */
export function keptSpend(tables: ClientTables, { from, to }: Bucket, { filter, accounts, keepsDay }: Kept): KeptSpend {
  const spend = tables.vocabulary.measureTerm('spend');
  const total = (ask: Partial<Ask>): number => {
    const { campaigns } = accumulate(tables, { terms: [spend], levels: [], buckets: [{ from, to }], ...ask });
    return campaigns.all().reduce((sum, node) => sum + node.total(0, 0), 0) / termScale(spend);
  };
  const among = { ...(accounts ? { accounts } : {}), ...(keepsDay ? { keepsDay } : {}) };
  const all = total({});
  const inside = accounts || keepsDay ? total(among) : all;
  // What a test that more reports know has left out is out, whatever the others cannot tell of it.
  const knowing = (dimension: string): number => tables.feeds.filter((feed) => feed.dimensions.has(dimension)).length;
  const tests = [...filter].sort((a, b) => knowing(b.dimension) - knowing(a.dimension));
  let [kept, leftOut] = [inside, all - inside];
  for (const [at, test] of tests.entries()) {
    const passed = tests.slice(0, at);
    leftOut += total({ ...among, filter: [...passed, { ...test, passes: (code) => !test.passes(code), empty: OPPOSITE[test.empty] }] });
    kept = total({ ...among, filter: [...passed, test] });
  }
  return { all, kept, leftOut, cannotTell: all - kept - leftOut };
}
