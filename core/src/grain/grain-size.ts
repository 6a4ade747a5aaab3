import { HOUR_OF_WEEK } from '../measure/dimension';
import { isPartDimension } from '../measure/name-part';
import type { FeedTable } from './tables';

/** What names tell belongs to their members, and the hour of the week to its hour: neither makes a report finer. */
const isDerived = (dimension: string): boolean => isPartDimension(dimension) || dimension === HOUR_OF_WEEK;

/** How many dimensions a report tells by itself: the coarsest report that knows a breakdown answers (calculations, chapter 3). */
export const grainSize = ({ dimensions }: Pick<FeedTable, 'dimensions'>): number =>
  [...dimensions].filter((each) => !isDerived(each)).length;
