import { termOfKey, termText } from '@lens/core';

/** "purchase.count.claims.click" as the formula language says it; other roles as they are called. */
export const termLabel = (key: string): string => (key.includes('.') ? termText(termOfKey(key)) : key);
