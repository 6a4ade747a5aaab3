import type { RuleRun } from '@lens/contract';
import type { Undecided } from '../moves/keep-move';
import type { Db } from './database';

/** One look of a standing rule at a client, as it is kept. */
export interface KeptRun extends Pick<RuleRun, 'day' | 'at' | 'days' | 'looked' | 'left' | 'outcome' | 'stopped'> {
  /** Of which version of the rule. */
  readonly version: number;
  readonly moves: readonly Omit<Undecided, 'proposedBy' | 'outcome'>[];
}

interface Row {
  readonly content: string;
}

/** Keeps a look in place of one of the same day. */
export function keepRun(db: Db, { client, rule }: { readonly client: string; readonly rule: string }, run: KeptRun): void {
  db.prepare('INSERT OR REPLACE INTO rule_run (client_id, rule_id, day, version, at, content) VALUES (?, ?, ?, ?, ?, ?)').run(
    client,
    rule,
    run.day,
    run.version,
    run.at,
    JSON.stringify(run),
  );
}

/** The last looks of a rule at a client, the newest first. */
export const runsOf = (db: Db, { client, rule }: { readonly client: string; readonly rule: string }, most: number): KeptRun[] =>
  db
    .prepare<[string, string, number], Row>('SELECT content FROM rule_run WHERE client_id = ? AND rule_id = ? ORDER BY day DESC LIMIT ?')
    .all(client, rule, most)
    .map(({ content }) => JSON.parse(content) as KeptRun);

/** The newest look by one version of a rule; undefined where it has not looked yet. */
export const newestRun = (
  db: Db,
  { client, rule, version }: { readonly client: string; readonly rule: string; readonly version: number },
): KeptRun | undefined => runsOf(db, { client, rule }, 1).find((run) => run.version === version);
