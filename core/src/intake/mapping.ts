import { type Level, LEVELS } from '../measure/level';
import type { ListedBy } from '../measure/counted-by';
import type { OutcomeId, DateBasis, ReportedPart } from '../measure/outcome';
import type { DateOrder } from './date';
import type { Decimal } from '../text/number';
import type { FileRatioName } from './ratio';
import type { Step } from '../shape/step';

/** What a column of a file stands for. */
export type Role =
  | { readonly role: 'ignore' }
  /** The day of a row, or the week or month it stands for, or the first of its days. */
  | { readonly role: 'day' }
  | { readonly role: 'last day' }
  | { readonly role: 'hour' }
  /** Day and hour in one cell. */
  | { readonly role: 'time' }
  /** A ratio of other columns: not read, only compared with what they make. */
  | { readonly role: 'ratio'; readonly ratio: FileRatioName }
  | { readonly role: 'level'; readonly level: Level; readonly part: 'id' | 'name' }
  | { readonly role: 'dimension'; readonly dimension: string }
  | { readonly role: 'measure'; readonly measure: string }
  /** A share of the impressions there could have been: turned into their number, which adds. */
  | { readonly role: 'impression share'; readonly of: ImpressionShare }
  /** The picture of an ad: its address at the channel, or its name beside the file. */
  | { readonly role: 'picture' }
  /** An outcome as the channel claims it. */
  | { readonly role: 'outcome'; readonly action: OutcomeId; readonly part: ReportedPart; readonly basis: DateBasis }
  | { readonly role: 'order id' }
  | { readonly role: 'sale time' }
  | { readonly role: 'click time' }
  | { readonly role: 'order value' }
  /** How many a row of a list of outcomes stands for; 1 where there is no such column. */
  | { readonly role: 'order count' }
  /** A tag the order carries: the id or name of the member whose ad was clicked, or the tracked link of a lot. */
  | { readonly role: 'tag'; readonly level: TagLevel }
  | { readonly role: 'lot id' }
  | { readonly role: 'seller' }
  /** How much of what was bought. */
  | { readonly role: 'agreed'; readonly unit: LotUnit }
  | { readonly role: 'delivered' }
  | { readonly role: 'price' }
  | { readonly role: 'lot link' }
  /** Whose touch a row is. */
  | { readonly role: 'person' }
  | { readonly role: 'touch time' }
  /** A click, a view without one, or the outcome that a line itself is. */
  | { readonly role: 'touch kind' }
  | { readonly role: 'touch source' }
  /** How many people it stands for, in a log that keeps a sample. */
  | { readonly role: 'weight' }
  /** When the journey of a touch ended in an outcome, and in which; empty where it did not. */
  | { readonly role: 'outcome time' }
  | { readonly role: 'outcome kind' }
  /** When a setting was changed. */
  | { readonly role: 'change time' }
  | { readonly role: 'changed field' }
  | { readonly role: 'old value' }
  | { readonly role: 'new value' }
  /** What was done, in the channel's words. */
  | { readonly role: 'change note' }
  | { readonly role: 'changed by' };

export const IMPRESSION_SHARES = ['won', 'lost to budget', 'lost to rank'] as const;
export type ImpressionShare = (typeof IMPRESSION_SHARES)[number];
/** The measure each share is turned into. */
export const MEASURE_OF_SHARE: Readonly<Record<ImpressionShare, string>> = {
  won: 'eligible impressions',
  'lost to budget': 'impressions lost to budget',
  'lost to rank': 'impressions lost to rank',
};

export const TAG_LEVELS = ['campaign', 'ad', 'keyword', 'link'] as const;
export type TagLevel = (typeof TAG_LEVELS)[number];
export const LOT_UNITS = ['clicks', 'views'] as const;
export type LotUnit = (typeof LOT_UNITS)[number];

/** What one row of a file is. */
export const FILE_KINDS = ['report', 'orders', 'claims', 'lots', 'journeys', 'changes'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

/** How a file is read: how its table is shaped first, whether a row is then a report line, one order, one claim of a channel, one lot, one touch of a journey or one change of a setting, and what each column means. */
export interface Mapping {
  readonly kind: FileKind;
  /** What one row of a list of outcomes counts as, and who has counted it. */
  readonly action: OutcomeId;
  readonly countedBy: ListedBy;
  readonly dateOrder: DateOrder;
  readonly decimal: Decimal;
  /** By column: the sign of those written otherwise than the rest; empty where none is. */
  readonly decimals: readonly (Decimal | null)[];
  readonly steps: readonly Step[];
  /** Of the shaped table. */
  readonly columns: readonly Role[];
}

/** A stable name for a role; two columns with the same one cannot both be right. */
export function roleKey(role: Role): string {
  switch (role.role) {
    case 'level':
      return `${role.level} ${role.part}`;
    case 'dimension':
      return role.dimension;
    case 'measure':
      return role.measure;
    case 'impression share':
      return MEASURE_OF_SHARE[role.of];
    case 'ratio':
      return `ratio ${role.ratio}`;
    case 'outcome':
      return `${role.action}.${role.part}.claims.${role.basis}`;
    case 'tag':
      return `tag ${role.level}`;
    case 'agreed':
      return `agreed ${role.unit}`;
    default:
      return role.role;
  }
}

/** Whether a role fills an amount column; which one, its key says. */
export const isAmount = ({ role }: Role): boolean => role === 'measure' || role === 'outcome' || role === 'impression share';

/** The closed grain of a report: a row that knows an ad knows its group and campaign. */
export function grainOf(mapping: Mapping): string[] {
  const levels = LEVELS.filter((level) => mapping.columns.some((role) => role.role === 'level' && role.level === level));
  const splits = mapping.columns.flatMap((role) =>
    role.role === 'dimension' ? [role.dimension] : role.role === 'hour' || role.role === 'time' ? ['hour'] : [],
  );
  return [...levels, ...splits.sort()];
}
