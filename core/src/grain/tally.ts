import type { Adding } from '../measure/measure';
import type { Contribution } from './contribution';
import { mostOf, type Part } from './node';

/** What a term comes to over contributions, in stored units. */
export interface Tally {
  readonly least: number;
  readonly most: number;
  /** Of the account that has most. */
  readonly largest: number;
  /** Accounts that have any. */
  readonly claiming: number;
  /** Whether nothing is known only within limits, and the least is all there is. */
  readonly isExact: boolean;
}

/** Adds up, the way its measure combines, what contributions hold of the term at a place. */
export function tallyOf(contributions: readonly Contribution[], at: number, adding: Adding): Tally {
  switch (adding) {
    case 'adds':
    case 'weighted':
      return added(contributions, at);
    case 'people':
    case 'trailing':
      return overlapping(
        contributions.flatMap(({ parts }) => parts.map((part) => [part])),
        at,
      );
    case 'competing':
      return overlapping(
        contributions.map(({ parts }) => parts),
        at,
      );
    case 'setting':
    case 'ordered':
      return ranged(
        contributions.flatMap(({ parts }) => parts),
        at,
      );
  }
}

/** All of it, apart by account. */
function added(contributions: readonly Contribution[], at: number): Tally {
  const [only, ...others] = contributions;
  // Most members are one row of the tree, of one pattern.
  if (only?.parts.length === 1 && others.length === 0) {
    const [part] = only.parts;
    const sum = part?.sums[at] ?? 0;
    const most = part ? mostOf(part, at) : 0;
    return { least: sum, most, largest: sum, claiming: sum > 0 ? 1 : 0, isExact: most === sum };
  }
  let most = 0;
  let isExact = true;
  const byAccount = new Map<number, number>();
  // Contributions of one account mostly follow one another.
  let current = NaN;
  let own = 0;
  for (const { account, parts } of contributions) {
    if (account !== current) {
      if (!Number.isNaN(current)) byAccount.set(current, own);
      current = account;
      own = byAccount.get(account) ?? 0;
    }
    for (const part of parts) {
      const sum = part.sums[at] ?? 0;
      const limit = part.most ? (part.most[at] ?? 0) : sum;
      own += sum;
      most += limit;
      if (limit !== sum) isExact = false;
    }
  }
  if (!Number.isNaN(current)) byAccount.set(current, own);
  let [least, largest, claiming] = [0, -Infinity, 0];
  for (const own of byAccount.values()) {
    least += own;
    if (own > largest) largest = own;
    if (own > 0) claiming += 1;
  }
  return { least, most, largest, claiming, isExact };
}

/** Groups that may hold the same: parts of one add up, of several at least the largest counts. */
function overlapping(groups: readonly (readonly Part[])[], at: number): Tally {
  let [least, most] = [-Infinity, 0];
  for (const parts of groups) {
    if (parts.length === 0) continue;
    least = Math.max(
      least,
      parts.reduce((sum, part) => sum + (part.sums[at] ?? 0), 0),
    );
    most += parts.reduce((sum, part) => sum + mostOf(part, at), 0);
  }
  return { least, most, largest: least, claiming: least > 0 ? 1 : 0, isExact: false };
}

/** Between which a state lay wherever it was seen; nothing where it was not. */
function ranged(parts: readonly Part[], at: number): Tally {
  const seen = parts.filter((part) => ((part.seen ?? 0) & (1 << at)) !== 0);
  const least = seen.reduce((low, { sums }) => Math.min(low, sums[at] ?? Infinity), Infinity);
  const most = seen.reduce((high, part) => Math.max(high, mostOf(part, at)), -Infinity);
  return { least, most, largest: least, claiming: 0, isExact: false };
}
