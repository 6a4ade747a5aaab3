import { POSITION_RULES } from '../credit/rules';
import { type Credited, creditedBy, type Crediting, MOST_LOOKBACK, RULE_PHRASES, USUAL_CREDITING } from '../measure/counted-by';
import type { Counting } from '../measure/term';
import type { Cursor } from './cursor';
import { refuse } from './problem';

const SUFFIXES: readonly (readonly [words: readonly string[], counting: Partial<Counting>])[] = [
  [['by', 'click', 'date'], { basis: 'click' }],
  [['by', 'sale', 'date'], { basis: 'sale' }],
  [['as', 'claimed'], { countedBy: 'claims' }],
  [['as', 'ordered'], { countedBy: 'orders' }],
  [['as', 'the', 'site', 'counts'], { countedBy: 'site' }],
];

/** Who counts, or by which day, as a suffix says it; undefined where none comes next. Refuses half of one. */
export function countingAt(cursor: Cursor): Partial<Counting> | undefined {
  const found = SUFFIXES.find(([words]) => cursor.tookWords(words));
  if (found) return found[1];
  if (cursor.tookWords(['as', 'credited'])) return { countedBy: creditedAt(cursor) };
  if (cursor.isAt(['by'])) refuse('“by” is followed by “click date” or “sale date”.', cursor.next);
  if (cursor.isAt(['as'])) refuse('“as” is followed by “claimed”, “ordered”, “the site counts” or “credited”.', cursor.next);
  return undefined;
}

/** What follows “as credited”, as far as it is said: by first touch over 30 days clicks only. */
function creditedAt(cursor: Cursor): Credited {
  const rule = POSITION_RULES.find((each) => cursor.tookWords(['by', ...RULE_PHRASES[each].split(' ')]));
  const lookback = lookbackAt(cursor);
  const views = !cursor.tookWords(['clicks', 'only']);
  return creditedBy({ ...USUAL_CREDITING, ...(rule ? { rule } : {}), ...lookback, views });
}

function lookbackAt(cursor: Cursor): Partial<Crediting> {
  if (!cursor.tookWords(['over'])) return {};
  const { next } = cursor;
  if (next.kind !== 'number' || !Number.isInteger(next.value) || next.value < 1 || next.value > MOST_LOOKBACK)
    return refuse(`“over” is followed by a whole number of days, 1 to ${MOST_LOOKBACK}.`, next);
  cursor.take();
  if (!cursor.tookWords(['days']) && !cursor.tookWords(['day'])) refuse('“days” is missing here: over 30 days.', cursor.next);
  return { lookback: next.value };
}
