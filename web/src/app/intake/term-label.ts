import { type Action, termText } from '@lens/core';

/** "purchase.count.claims.click" as the formula language says it. */
export function termLabel(key: string): string {
  const [action, part, countedBy, basis] = key.split('.');
  if (part === undefined) return key;
  return termText({
    kind: 'outcome',
    action: action as Action,
    part: part as 'count',
    countedBy: countedBy as 'claims',
    basis: basis as 'click',
  });
}
