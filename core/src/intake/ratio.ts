import { type Cell, cellText } from '../text/cell';
import { parseLimit } from './limit';
import { type Decimal, parseNumber } from '../text/number';

/** A ratio that exports carry beside its parts. It is never read as a measure, only compared with ours. */
export interface FileRatio {
  readonly name: string;
  readonly label: string;
  readonly headers: readonly string[];
  /** Keys of the parts: top / bottom × factor. */
  readonly top: string;
  readonly bottom: string;
  readonly factor: number;
}

const claimed = (action: string, part: 'count' | 'value'): string => `${action}.${part}.claims.click`;

export const FILE_RATIOS = [
  {
    name: 'ctr',
    label: 'CTR',
    headers: ['ctr', 'click rate', 'klickrate', 'click-through rate', 'taux de clics'],
    top: 'clicks',
    bottom: 'impressions',
    factor: 1,
  },
  { name: 'cpc', label: 'CPC', headers: ['cpc', 'avg. cpc', 'average cpc', 'cost per click'], top: 'spend', bottom: 'clicks', factor: 1 },
  {
    name: 'cpm',
    label: 'CPM',
    headers: ['cpm', 'avg. cpm', 'average cpm', 'cost per thousand'],
    top: 'spend',
    bottom: 'impressions',
    factor: 1000,
  },
  {
    name: 'cost per lead',
    label: 'Cost per lead',
    headers: ['cost per lead', 'cpl'],
    top: 'spend',
    bottom: claimed('lead', 'count'),
    factor: 1,
  },
  {
    name: 'cpa',
    label: 'CPA',
    headers: ['cpa', 'cost per purchase', 'cost per order'],
    top: 'spend',
    bottom: claimed('purchase', 'count'),
    factor: 1,
  },
  { name: 'roas', label: 'ROAS', headers: ['roas', 'return on ad spend'], top: claimed('purchase', 'value'), bottom: 'spend', factor: 1 },
  {
    name: 'aov',
    label: 'AOV',
    headers: ['aov', 'average order value'],
    top: claimed('purchase', 'value'),
    bottom: claimed('purchase', 'count'),
    factor: 1,
  },
] as const satisfies readonly FileRatio[];

export type FileRatioName = (typeof FILE_RATIOS)[number]['name'];
export const FILE_RATIO_NAMES = FILE_RATIOS.map(({ name }) => name) as readonly FileRatioName[];

const byName = new Map<string, FileRatio>(FILE_RATIOS.map((ratio) => [ratio.name, ratio]));

/**
 * Whether a ratio in a file says what its parts make: to the digits it is written with, and half a per
 * cent. Undefined where either is not there or there is nothing to divide by. `whole` are the row's
 * amounts in whole units by key.
 */
export function ratioAgrees(name: FileRatioName, cell: Cell, decimal: Decimal, whole: (key: string) => number | null): boolean | undefined {
  const ratio = byName.get(name);
  const said = parseNumber(cell, decimal);
  if (!ratio || said === null) return undefined;
  const [top, bottom] = [whole(ratio.top), whole(ratio.bottom)];
  if (top === null || bottom === null || bottom === 0) return undefined;
  const ours = (top / bottom) * ratio.factor;
  if (said === undefined) {
    const limit = parseLimit(cell, decimal);
    return limit && ours >= limit.least && ours <= (limit.most ?? Infinity);
  }
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= precisionOf(cell, decimal) + 0.005 * Math.abs(b);
  // A share may be written as 2.8 without its sign.
  return near(said, ours) || (ratio.factor === 1 && near(said / 100, ours));
}

/** Half a unit of the last written digit. */
function precisionOf(cell: Cell, decimal: Decimal): number {
  const text = cellText(cell);
  const decimals = text.replace(/[^\d.,]/g, '').split(typeof cell === 'number' ? '.' : decimal)[1]?.length ?? 0;
  return (0.5 / 10 ** decimals) * (text.includes('%') ? 0.01 : 1);
}
