import { AUCTION } from './auction';
import { DELIVERY } from './delivery';
import { EARNINGS } from './earnings';
import { LATE_SALES } from './late-sales';
import { LISTING } from './listing';
import { ORDERS_IN_FULL } from './orders-in-full';
import { PEOPLE } from './people';
import { RESULTS } from './results';
import { SHOP } from './shop';
import { SITE } from './site';
import { VIDEO } from './video';
import type { Metric } from '../metric';

/** The ordinary metrics of the trade (calculations, chapter 6). */
export const BUILT_IN_METRICS: readonly Metric[] = [
  ...DELIVERY,
  ...SHOP,
  ...LATE_SALES,
  ...ORDERS_IN_FULL,
  ...RESULTS,
  ...VIDEO,
  ...LISTING,
  ...AUCTION,
  ...SITE,
  ...EARNINGS,
  ...PEOPLE,
];
