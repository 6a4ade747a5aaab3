import { isDerived } from '../measure/derived';
import type { FeedTable } from './tables';

/** How many dimensions a report tells by itself: the coarsest report that knows a breakdown answers (calculations, chapter 3). */
export const grainSize = ({ dimensions }: Pick<FeedTable, 'dimensions'>): number =>
  [...dimensions].filter((each) => !isDerived(each)).length;
