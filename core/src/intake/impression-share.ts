import type { Limit } from './limit';
import { type ImpressionShare, IMPRESSION_SHARES, MEASURE_OF_SHARE } from './mapping';
import type { Amount } from './read-amount';

const ends = (amount: number | Limit): Limit => (typeof amount === 'number' ? { least: amount, most: amount } : amount);
const whole = ({ least, most }: Limit): Amount => (least === most ? least : { least, most });

/**
 * Impressions there could have been, from those there were and their share of them ("< 10 %" leaves the upper end
 * open). Shares do not add up, these numbers do. Null where nothing can be said: no impressions, or a share of 0.
 */
function eligibleOf(impressions: number | null, share: Amount): Amount {
  if (impressions === null || share === null) return null;
  const { least, most } = ends(share);
  if (most === null || most === 0 || impressions === 0) return null;
  return whole({ least: impressions / most, most: least === 0 ? null : impressions / least });
}

/** Impressions lost to something, from those there could have been and the share so lost. */
function lostOf(eligible: Amount, share: Amount): Amount {
  if (eligible === null || share === null) return null;
  const [of, lost] = [ends(eligible), ends(share)];
  return whole({ least: of.least * lost.least, most: of.most === null || lost.most === null ? null : of.most * lost.most });
}

/** The numbers that the shares of a row stand for, by measure; `amounts` are what else the row tells, by measure. */
export function countedShares(
  amounts: Readonly<Record<string, number | null>>,
  shares: ReadonlyMap<ImpressionShare, Amount>,
): ReadonlyMap<string, Amount> {
  const counted = new Map<string, Amount>();
  const won = shares.get('won');
  const eligible = won === undefined ? (amounts[MEASURE_OF_SHARE.won] ?? null) : eligibleOf(amounts['impressions'] ?? null, won);
  if (won !== undefined) counted.set(MEASURE_OF_SHARE.won, eligible);
  for (const kind of IMPRESSION_SHARES) {
    const share = shares.get(kind);
    if (kind !== 'won' && share !== undefined) counted.set(MEASURE_OF_SHARE[kind], lostOf(eligible, share));
  }
  return counted;
}
