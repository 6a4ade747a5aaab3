import type { FileKind } from '@lens/core';

/** A name for the feed of a file. */
export const nameFromFile = (name: string): string =>
  name
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim() || 'New feed';

/** What one row of a file is. */
export const KIND_LABELS: Readonly<Record<FileKind, string>> = {
  report: 'a line of a channel’s report',
  orders: 'one order or lead, or a count of them',
  claims: 'one sale or lead that a channel claims',
  lots: 'one lot of bought traffic',
  journeys: 'one touch of a journey',
  changes: 'one change of a setting',
};
export const DECIMAL_LABELS = { '.': 'a point, as in 12.50', ',': 'a comma, as in 12,50' } as const;
export const ENCODING_LABELS = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16, big end first',
  'windows-1252': 'Windows-1252 (western)',
} as const;
export const DELIMITER_LABELS = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'upright strokes' } as const;
