import type { LotUnit } from '../intake/mapping';
import type { Day } from '../time/day';

/** Traffic bought at once from one seller, with the link by which its visits and outcomes are known. */
export interface Lot {
  readonly id: string;
  readonly feedId: number;
  readonly importId: number;
  /** Place of the account among the client's. */
  readonly account: number;
  readonly seller: string;
  readonly day: Day;
  /** In millionths of the account's currency. */
  readonly price: number;
  readonly link: string;
  readonly unit: LotUnit;
  readonly agreed: number | null;
  /** By the seller's own count. */
  readonly delivered: number | null;
}
