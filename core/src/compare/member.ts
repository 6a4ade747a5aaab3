import type { Contribution } from '../grain/contribution';
import type { Piece } from './piece';

export const ROW_KINDS = ['total', 'matched', 'shown', 'member', 'not matched', 'not broken down'] as const;
export type RowKind = (typeof ROW_KINDS)[number];
export const isTotal = (kind: RowKind): boolean => kind === 'total' || kind === 'matched';

/** What a row is, whatever stands in it. */
export interface RowHead {
  /** Stable within a question; children's keys begin with their parent's. */
  readonly key: string;
  readonly parent: string | null;
  readonly kind: RowKind;
  /** "total", or the dimension the row is a member of. */
  readonly level: string;
  /** The code of the row within its dimension; null for what is no member of one. */
  readonly code: number | string | null;
  readonly name: string;
  /** How much of a week or month the period has, where that is not all: “2 of 7 days”; else empty. */
  readonly note: string;
  /** The channel everything in it lies in; null where there are several, or none. */
  readonly channel: string | null;
  readonly depth: number;
}

/** A row before it has figures: what it is made of. */
export interface Member extends RowHead {
  /** By bucket asked for. */
  readonly contributions: (bucket: number) => Contribution[];
  /** What it sums, for traces. */
  readonly pieces: readonly Piece[];
  /** Clients (by index) whose orders that lead to no campaign it includes. */
  readonly unmatched: readonly number[];
  /** What it takes away again: a remainder is its parent less its siblings. */
  readonly less: readonly Piece[];
}

/** The campaigns that something in it is of. */
export const campaignsOf = ({ pieces }: Pick<Member, 'pieces'>): ReadonlySet<number> =>
  new Set(pieces.flatMap(({ node }) => node.campaigns));

export const member = (of: Pick<Member, 'key' | 'kind' | 'level' | 'name' | 'contributions' | 'pieces'> & Partial<Member>): Member => ({
  parent: null,
  code: null,
  note: '',
  channel: null,
  depth: 0,
  less: [],
  unmatched: [],
  ...of,
});
