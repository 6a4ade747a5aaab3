import type { StatedRule } from '@lens/contract';
import type { Context } from '../context';
import { documentsOf } from '../store/documents';
import { newestRun } from '../store/rule-runs';
import { decisionsOn } from './decide';
import { subjectOf } from './keep-move';

/** How many moves the rules that are on propose for a client that nobody has decided on. */
export function undecidedByRules(context: Context, client: string): number {
  const on = decisionsOn(context, client);
  return documentsOf<StatedRule>(context.db, 'standing rule', client)
    .filter(({ body }) => body.state === 'on')
    .flatMap(({ id: rule, version }) => newestRun(context.db, { client, rule, version })?.moves ?? [])
    .filter((move) => on(subjectOf(move.entity, move.change)) === null).length;
}
