import type { Better, UNITS } from '@lens/core';

/** What a metric is told in, as lists and fields say it. */
export const UNIT_WORDS: Readonly<Record<(typeof UNITS)[number], string>> = {
  money: 'money',
  count: 'a count',
  share: 'a share, in per cent',
  ratio: 'a ratio',
  number: 'a plain number',
  seconds: 'a length of time',
};

export const BETTER_WORDS: Readonly<Record<Better, string>> = {
  higher: 'more is better',
  lower: 'less is better',
  neither: 'neither way is good',
};
