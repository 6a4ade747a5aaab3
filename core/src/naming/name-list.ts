import { accumulate } from '../grain/accumulate';
import type { SumNode } from '../grain/node';
import { NONE } from '../rows/coding';
import type { ClientTables } from '../grain/tables';
import { termScale } from '../measure/term';
import { BUILT_IN } from '../measure/vocabulary';
import type { DayRange } from '../time/day';
import { NAMED_LEVELS, type NamedLevel, type Naming } from './convention';
import { nameReader, type ReadName } from './read-name';

/** A name of a member with what it tells and what the members of that name spent, in whole units of the client's currency. */
export interface ListedName extends ReadName {
  readonly level: NamedLevel;
  /** Place of the account among the client's. */
  readonly account: number;
  readonly name: string;
  readonly spend: number;
}

const SPEND = BUILT_IN.measureTerm('spend');

/** Every name of the levels that a client's naming speaks of, those that break it first, then by spend in the period. */
export function listNames(tables: ClientTables, naming: Naming, nameOf: (member: number) => string, period: DayRange): ListedName[] {
  const sums = accumulate(tables, { terms: [SPEND], levels: NAMED_LEVELS, buckets: [period] });
  const listed = NAMED_LEVELS.flatMap((level, depth) => {
    const read = nameReader(naming, level);
    const nodes = sums.nodes[depth]?.all() ?? [];
    return read ? named(nodes, nameOf).map((each) => ({ level, ...each, ...read(each.name) })) : [];
  });
  return listed.sort((a, b) => RANK[a.state] - RANK[b.state] || b.spend - a.spend || a.name.localeCompare(b.name, 'en'));
}

const RANK: Readonly<Record<ReadName['state'], number>> = { broken: 0, corrected: 1, follows: 2 };

/** Members of one account with the same name are one line. */
function named(nodes: readonly SumNode[], nameOf: (member: number) => string): { account: number; name: string; spend: number }[] {
  const lines = new Map<string, { account: number; name: string; spend: number }>();
  for (const node of nodes) {
    const member = node.path.at(-1) ?? NONE;
    if (member === NONE) continue;
    const name = nameOf(member);
    const key = `${node.account} ${name}`;
    const before = lines.get(key)?.spend ?? 0;
    lines.set(key, { account: node.account, name, spend: before + node.total(0, 0) / termScale(SPEND) });
  }
  return [...lines.values()];
}
