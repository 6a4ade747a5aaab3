import type { Level } from '@lens/core';

/** What levels are called on screen. */
export const LEVEL_WORDS: Readonly<Record<Level, string>> = { campaign: 'campaign', group: 'ad group', ad: 'ad', keyword: 'keyword' };
