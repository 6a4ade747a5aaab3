/** A name for the feed of a file. */
export const nameFromFile = (name: string): string =>
  name
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim() || 'New feed';

export const ENCODING_LABELS = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16, big end first',
  'windows-1252': 'Windows-1252 (western)',
} as const;
export const DELIMITER_LABELS = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'upright strokes' } as const;
