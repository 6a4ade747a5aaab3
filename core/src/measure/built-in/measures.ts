import { AUCTION } from './auction';
import { DELIVERY } from './delivery';
import { MONEY } from './money';
import { SITE } from './site';
import { VIDEO } from './video';
import type { Measure } from '../measure';

/** Measures that a feed of any client may deliver. To add one, add a line to its group: storage, intake, comparison and trace read this list (docs/extending.md). */
export const BUILT_IN_MEASURES: readonly Measure[] = [...DELIVERY, ...SITE, ...AUCTION, ...VIDEO, ...MONEY];
