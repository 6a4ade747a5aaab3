import type { Figure } from './figure';

/**
 * Of a list of figures how large each is beside the largest of its kind (an equal `kindOf`), from 0 to 1: what a bar or a
 * shade of it shows. Of bounds what is certain; null where that is nothing, and for what is below 0.
 */
export function fillShares(figures: readonly Figure[], kindOf: (at: number) => unknown): (number | null)[] {
  const amounts = figures.map((figure) => (figure.kind === 'gap' ? null : figure.kind === 'value' ? figure.value : figure.low));
  const largest = new Map<unknown, number>();
  for (const [at, amount] of amounts.entries())
    if (amount !== null) largest.set(kindOf(at), Math.max(largest.get(kindOf(at)) ?? 0, amount));
  return amounts.map((amount, at) => {
    const most = largest.get(kindOf(at)) ?? 0;
    return amount === null || amount < 0 || most === 0 ? null : amount / most;
  });
}
