import { AUCTION } from './auction';
import { CUSTOMERS } from './customers';
import { DELIVERY } from './delivery';
import { MONEY } from './money';
import { SITE } from './site';
import { VIDEO } from './video';
import type { Measure } from '../measure';

/** What lists of outcomes may tell of each beside its value; reports of channels may deliver it as well. */
export const BESIDE_OUTCOMES: readonly Measure[] = [...MONEY, ...CUSTOMERS];

/** Measures that a feed of any client may deliver. To add one, add a line to its group: storage, intake, comparison and trace read this list (docs/extending.md). */
export const BUILT_IN_MEASURES: readonly Measure[] = [...DELIVERY, ...SITE, ...AUCTION, ...VIDEO, ...BESIDE_OUTCOMES];
