import type { Condition } from '@lens/core';

/** A condition as it is read: "ad with spend above 50", "campaign among the 5 largest by ROAS". */
export function conditionText(
  condition: Condition,
  { level, metric, isShare }: { readonly level: string; readonly metric: string; readonly isShare: boolean },
): string {
  switch (condition.kind) {
    case 'amount': {
      const amount = isShare ? `${Number((condition.than * 100).toPrecision(12))} %` : String(condition.than);
      return `${level} with ${metric} ${condition.test} ${amount}`;
    }
    case 'top':
      return `${level} among the ${condition.count} ${condition.end} by ${metric}`;
    case 'apart':
      return `${level} far from the others in ${metric}`;
  }
}
