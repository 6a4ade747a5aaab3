import type { Outcome, OutcomeId } from '../measure/outcome';
import type { Vocabulary } from '../measure/vocabulary';
import { DATE_ORDERS, type DateOrder, parseMoment } from './date';
import { possibleOrders } from './span';
import { type FileKind, type Mapping, type Role, roleKey } from './mapping';
import { type Cell, cellText } from '../text/cell';
import { CLAIM_WORDS, dimensionWords, outcomeWords, SHARE_WORDS, TOUCH_WORDS, TRACKED_TIMES, WORDS } from './header-words';
import { dialectOf, type NumberSign, numberSign } from './dialect';
import { type Decimal, isNothing, isShare } from '../text/number';
import { FILE_RATIOS } from './ratio';
import { isYesOrNo } from './read-order';

/** A guessed role with the reason a person can check. */
export interface ColumnGuess {
  readonly role: Role;
  readonly reason: string;
}

/** What samples cannot decide. */
export const DOUBTS = ['date order', 'decimal sign'] as const;
export type Doubt = (typeof DOUBTS)[number];

export interface Guess {
  readonly mapping: Mapping;
  readonly reasons: readonly string[];
  /** Questions the file cannot answer by itself; the mapping holds a first proposal. */
  readonly asks: readonly Doubt[];
  /** By column, how its numbers are written. */
  readonly signs: readonly NumberSign[];
}

/** Whose file it is. */
export interface GuessedFor {
  readonly vocabulary: Vocabulary;
  /** What one row is; guessed as well where it is not said. */
  readonly kind?: FileKind | undefined;
  /** The client's main outcome, which channels call conversions. */
  readonly main?: OutcomeId | undefined;
}

/** Header words of columns that hold the days of a row where no other column says them. */
const DAYS = [
  'week',
  'month',
  'quarter',
  'period',
  'from',
  'start',
  'start date',
  'reporting starts',
  'woche',
  'monat',
  'zeitraum',
  'semaine',
  'mois',
  'semana',
  'mes',
];

/** Ratios are never read: they are computed from their parts, so that totals are right. These are not even compared. */
const OTHER_RATIOS = new Set(['roi', 'conversion rate', 'frequency', 'hold rate', 'bounce rate']);

/**
 * Guesses what the columns of a file mean from their headers and from sample rows.
 * `samples` holds the cells of a column under its header.
 */
export function guessMapping(
  headers: readonly string[],
  samples: readonly (readonly Cell[])[],
  { vocabulary, kind: wanted, main = 'purchase' }: GuessedFor,
): Guess {
  const kind = wanted ?? kindOf(headers);
  const taken = new Set<string>();
  const guesses = headers.map((header) => {
    const guess = guessColumn(header, { vocabulary, kind, isSaid: wanted !== undefined, main });
    const key = roleKey(guess.role);
    if (key !== 'ignore' && taken.has(key)) return { role: { role: 'ignore' } as const, reason: `another column is already ${key}` };
    taken.add(key);
    return guess;
  });
  asListing(guesses, headers);
  momentsAsTime(guesses, samples);
  sharesAside(guesses, samples, vocabulary);
  if (kind === 'orders') wordsAside(guesses, samples);
  const hasDay = guesses.some(({ role }) => role.role === 'day' || role.role === 'time');
  const daysAt = kind === 'orders' || kind === 'claims' || hasDay ? -1 : headers.findIndex((header) => DAYS.includes(words(header)));
  const own = guesses[daysAt];
  if (own)
    guesses[daysAt] = { role: { role: 'day' }, reason: `its header says “${headers[daysAt]?.trim() ?? ''}”, and no column is a day` };
  if (kind === 'report') byCells(guesses, samples);
  const cellsOf = (...roles: string[]): Cell[] => guesses.flatMap(({ role }, at) => (roles.includes(role.role) ? (samples[at] ?? []) : []));
  const orders = possibleOrders(
    cellsOf('day', 'last day', 'time', 'sale time', 'click time', 'touch time', 'change time')
      .map(cellText)
      .filter((cell) => !isNothing(cell)),
  );
  const signs = headers.map((_, at) => numberSign(samples[at] ?? []));
  const { decimal, decimals } = dialectOf(
    guesses.map(({ role }) => role),
    signs,
  );
  const mapping: Mapping = {
    kind,
    action:
      (['subscription', 'lead', 'booking', 'install', 'sign-up'] as const).find((action) =>
        headers.some((header) => words(header).startsWith(action)),
      ) ?? 'purchase',
    // A tracker's list says when it saw a conversion; orders say when they were placed.
    countedBy: kind === 'orders' && headers.some((header) => TRACKED_TIMES.includes(words(header))) ? 'site' : 'orders',
    dateOrder: orders[0] ?? ('year first' satisfies DateOrder),
    decimal: decimal ?? ('.' satisfies Decimal),
    decimals: decimals.some((each) => each !== null) ? decimals : [],
    steps: [],
    columns: guesses.map(({ role }) => role),
  };
  return {
    mapping,
    signs,
    reasons: guesses.map(({ reason }) => reason),
    asks: [...(orders.length > 1 ? ['date order' as const] : []), ...(decimal === null ? ['decimal sign' as const] : [])],
  };
}

const ADDRESS = /^(?:https?:\/\/)?[\p{L}\d-]+(?:\.[\p{L}\d-]+)+\/\S*$/u;
/** So many cells of a column must have a shape for the column to be taken for it. */
const MOST_CELLS = 0.9;

/** An hour written as the whole moment it begins at tells the day as well, so that a column with the day alone is not needed. */
function momentsAsTime(guesses: ColumnGuess[], samples: readonly (readonly Cell[])[]): void {
  const at = guesses.findIndex(({ role }) => role.role === 'hour');
  if (at < 0 || !mostly(samples[at] ?? [], (cell) => DATE_ORDERS.some((order) => parseMoment(cell, order, 'UTC')?.hour !== undefined)))
    return;
  guesses[at] = { role: { role: 'time' }, reason: 'its cells are moments: they tell day and hour' };
  guesses.forEach(({ role }, column) => {
    if (role.role === 'day') guesses[column] = { role: { role: 'ignore' }, reason: 'the column with the hour tells the day as well' };
  });
}

/** Where a report has calls or ways asked for and no spend, its views are of a listing nobody pays for. */
function asListing(guesses: ColumnGuess[], headers: readonly string[]): void {
  const has = (...ids: string[]): boolean =>
    guesses.some(
      ({ role }) => (role.role === 'measure' && ids.includes(role.measure)) || (role.role === 'outcome' && ids.includes(role.action)),
    );
  if (has('spend', 'clicks') || !has('call', 'directions')) return;
  guesses.forEach(({ role }, column) => {
    if (role.role === 'measure' && role.measure === 'impressions' && words(headers[column] ?? '') === 'views')
      guesses[column] = {
        role: { role: 'measure', measure: 'listing views' },
        reason: 'views of the listing: the report has calls or directions and no spend',
      };
  });
}

/** A share cannot be added up, whatever its header says. */
function sharesAside(guesses: ColumnGuess[], samples: readonly (readonly Cell[])[], vocabulary: Vocabulary): void {
  guesses.forEach(({ role }, column) => {
    if (!['measure', 'outcome', 'order value', 'order count'].includes(role.role) || !mostly(samples[column] ?? [], isShare)) return;
    if (role.role === 'measure' && vocabulary.measure(role.measure).unit === 'share') return;
    guesses[column] = { role: { role: 'ignore' }, reason: 'its cells are shares, which cannot be added up' };
  });
}

/** A column of names is no count, whatever its header says: “Customer” may hold either. */
function wordsAside(guesses: ColumnGuess[], samples: readonly (readonly Cell[])[]): void {
  const isAmount = (cell: string): boolean => isYesOrNo(cell) || /\d/.test(cell);
  guesses.forEach(({ role }, column) => {
    const cells = samples[column] ?? [];
    if (role.role !== 'measure' || !mostly(cells, (cell) => !isAmount(cell))) return;
    guesses[column] = { role: { role: 'ignore' }, reason: 'its cells are words, which cannot be added up' };
  });
}

/** What no header told, cells may: days where no column is one, addresses. */
function byCells(guesses: ColumnGuess[], samples: readonly (readonly Cell[])[]): void {
  const guess = (role: Role, has: (cell: string) => boolean, reason: string): void => {
    if (guesses.some((each) => roleKey(each.role) === roleKey(role))) return;
    const at = guesses.findIndex(({ reason: own }, column) => own === UNKNOWN && mostly(samples[column] ?? [], has));
    if (at >= 0) guesses[at] = { role, reason };
  };
  if (!guesses.some(({ role }) => role.role === 'time'))
    guess({ role: 'day' }, (cell) => possibleOrders([cell]).length > 0, 'no header says “day”, and its cells are days');
  guess({ role: 'dimension', dimension: 'landing page' }, (cell) => ADDRESS.test(cell), 'its cells are addresses');
}

function mostly(cells: readonly Cell[], has: (cell: string) => boolean): boolean {
  const filled = cells.map(cellText).filter((cell) => !isNothing(cell));
  return filled.length > 0 && filled.filter(has).length >= MOST_CELLS * filled.length;
}

const words = (header: string): string => header.trim().toLowerCase().replace(/\s+/g, ' ').replace(/\.$/, '');
const UNKNOWN = 'not recognised: choose what it is, or leave it out';
const matches = (header: string, role: Role['role']): boolean =>
  WORDS.some(([each, list]) => each.role === role && list.includes(words(header)));

/** Roles that columns of things can have; columns of reports have the others. */
const ROLES_OF: Readonly<Record<Exclude<FileKind, 'report'>, ReadonlySet<Role['role']>>> = {
  orders: new Set(['order id', 'sale time', 'click time', 'order value', 'order count', 'tag']),
  claims: new Set(['order id', 'sale time', 'click time', 'order value', 'order count', 'tag']),
  lots: new Set(['lot id', 'seller', 'day', 'agreed', 'delivered', 'price', 'lot link']),
  journeys: new Set([
    ...(['person', 'touch time', 'touch kind', 'touch source', 'weight', 'outcome time', 'outcome kind'] as const),
    ...(['order id', 'order value', 'tag', 'dimension'] as const),
  ]),
  changes: new Set(['change time', 'changed field', 'old value', 'new value', 'change note', 'changed by', 'level']),
};
/** Roles of a report that things have as well. */
const SHARED: ReadonlySet<Role['role']> = new Set(['day', 'level', 'dimension']);

/** Only a channel’s own list says of an outcome that it is claimed. */
const CLAIMED = /^claim/;

function kindOf(headers: readonly string[]): FileKind {
  const has = (role: Role['role']): boolean => headers.some((header) => matches(header, role));
  if (has('person') && has('touch time') && (has('touch kind') || has('touch source'))) return 'journeys';
  if (has('order id') && headers.some((header) => CLAIMED.test(words(header)))) return 'claims';
  if (has('order id') && has('sale time')) return 'orders';
  if (has('lot id') && has('seller') && has('lot link')) return 'lots';
  if (has('changed field') && has('new value')) return 'changes';
  return 'report';
}

const fits = (role: Role['role'], kind: FileKind): boolean =>
  kind === 'report' ? SHARED.has(role) || !Object.values(ROLES_OF).some((roles) => roles.has(role)) : ROLES_OF[kind].has(role);

const NOT_NEEDED = {
  orders: 'not needed for counting orders',
  claims: 'not needed to find claims among the orders',
  lots: 'not needed for what lots brought',
  journeys: 'not needed for the order of touches',
  changes: 'not needed to say what was changed',
} as const;

interface ColumnOf {
  readonly vocabulary: Vocabulary;
  readonly kind: FileKind;
  readonly isSaid: boolean;
  readonly main: OutcomeId;
}

function guessColumn(header: string, { vocabulary, kind, isSaid, main }: ColumnOf): ColumnGuess {
  const text = words(header);
  // A unit in brackets says nothing of what is measured.
  const plain = text
    .replace(/\s*(?:\([^)]*\)|\[[^\]]*\])\s*/g, ' ')
    .trim()
    .replace(/\.(?=\s|$)/g, '');
  const more =
    kind === 'journeys' ? TOUCH_WORDS : kind === 'claims' ? CLAIM_WORDS : kind === 'orders' && isSaid ? outcomeWords(vocabulary) : [];
  const all = [...WORDS, ...dimensionWords(vocabulary), ...more];
  const known = all.find(([role, list]) => fits(role.role, kind) && (list.includes(text) || list.includes(plain)));
  const reason = `its header says “${header.trim()}”`;
  const measure = vocabulary.measures.find(({ headers, name }) => headers.includes(plain) || name.toLowerCase() === plain);
  if (kind !== 'report') {
    if (known) return { role: known[0], reason };
    if (kind === 'orders' && measure && vocabulary.besideOutcomes.includes(measure))
      return { role: { role: 'measure', measure: measure.id }, reason };
    return { role: { role: 'ignore' }, reason: NOT_NEEDED[kind] };
  }
  const share = SHARE_WORDS.find(([, list]) => list.includes(plain));
  if (share) return { role: share[0], reason: 'a share: kept as the number of impressions there could have been, which adds up' };
  const ratio = FILE_RATIOS.find(({ headers }) => (headers as readonly string[]).includes(plain));
  if (ratio) return { role: { role: 'ratio', ratio: ratio.name }, reason: 'a ratio: computed here from its parts, and compared' };
  if (OTHER_RATIOS.has(plain)) return { role: { role: 'ignore' }, reason: 'a ratio: computed here from its parts' };
  if (known) return { role: known[0], reason };
  if (measure) return { role: { role: 'measure', measure: measure.id }, reason };
  return (
    guessOutcome(text, plain, vocabulary.outcomes) ??
    guessConversions(text, plain, vocabulary.outcome(main)) ?? { role: { role: 'ignore' }, reason: UNKNOWN }
  );
}

const COUNTS = [
  'conversions',
  'conv',
  'results',
  'total conversions',
  'all conversions',
  'konversionen',
  'conversiones',
  'conversões',
  'conversioni',
];
const VALUES = [
  ...['conversion value', 'conversions value', 'conv value', 'total conversion value', 'value', 'total value', 'results value'],
  ...[
    'revenue',
    'total revenue',
    'income',
    'sales value',
    'umsatz',
    'einnahmen',
    'chiffre d’affaires',
    'ingresos',
    'receita',
    'ricavi',
    'omzet',
  ],
];

/** What channels call conversions is the client's main outcome; a value or an income beside it is what that was worth. */
function guessConversions(text: string, plain: string, main: Outcome): ColumnGuess | undefined {
  const part = COUNTS.includes(plain) ? 'count' : VALUES.includes(plain) ? 'value' : undefined;
  if (!part) return undefined;
  const basis = /by (?:sale|conversion|purchase|order)/.test(text) ? 'sale' : 'click';
  return {
    role: { role: 'outcome', action: main.id, part, basis },
    reason: `taken for the client’s ${main.label.toLowerCase()}: choose another outcome if it is one`,
  };
}

function guessOutcome(text: string, plain: string, outcomes: readonly Outcome[]): ColumnGuess | undefined {
  const isValue = /\bvalue\b|\brevenue\b/.test(plain);
  const isPeople = /\bpeople\b|\bunique\b/.test(plain);
  const bare = plain
    .replace(/\b(?:value|revenue|of|count|people|unique|with)\b/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const outcome = outcomes.find(({ headers, name }) => headers.includes(bare) || name.toLowerCase() === bare);
  if (!outcome) return undefined;
  const basis = /by (?:sale|conversion|purchase|order)/.test(text) ? 'sale' : 'click';
  return {
    role: { role: 'outcome', action: outcome.id, part: isValue ? 'value' : isPeople ? 'people' : 'count', basis },
    reason: basis === 'sale' ? 'its header says it is counted by sale date' : 'counted by click date unless its header says otherwise',
  };
}
