import type { PictureKind } from '@lens/core';
import type { Choice } from '../ui/choices';

/** What an answer can be drawn as, in words. */
export const PICTURE_CHOICES: readonly Choice<PictureKind>[] = [
  { value: 'line', label: 'lines', note: 'each member over the days' },
  { value: 'stacked', label: 'stacked bars', note: 'members on top of each other, day by day' },
  { value: 'multiples', label: 'small lines', note: 'one small picture a member' },
  { value: 'figure', label: 'one figure', note: 'the total, with its trend' },
  { value: 'bars', label: 'bars', note: 'members beside each other' },
  { value: 'shares', label: 'a ring of shares', note: 'parts of a whole' },
  { value: 'scatter', label: 'points', note: 'spend against a metric' },
  { value: 'heat', label: 'a grid', note: 'rows by columns, darker for more' },
  { value: 'funnel', label: 'the way to a result', note: 'from seen to sold, with the rate of each step' },
  { value: 'cards', label: 'cards', note: 'with the picture of each ad' },
  { value: 'none', label: 'nothing', note: 'the table alone' },
];

export const pictureLabel = (kind: PictureKind): string => PICTURE_CHOICES.find(({ value }) => value === kind)?.label ?? kind;
