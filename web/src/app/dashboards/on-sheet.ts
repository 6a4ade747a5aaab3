import type { SheetRequest } from '@lens/contract';

/** What a tile is on paper: but for its place, all that it shows. */
export type OnPaper = Omit<SheetRequest['tiles'][number], 'place'>;

/** A tile that can be taken along as it stands on the screen. */
export abstract class OnSheet {
  abstract onPaper(): OnPaper;
}

/** A tile of words. */
export const wordsOnPaper = (
  heading: string,
  lines: readonly string[],
  ring: Extract<OnPaper['what'], { kind: 'words' }>['ring'] = null,
): OnPaper => ({ heading, note: '', what: { kind: 'words', lines: lines.slice(0, MOST_LINES), ring } });

const MOST_LINES = 40;

/** A tile whose words are not there (yet): nothing is said of what is not known. */
export const unknownOnPaper = (heading: string, problem = ''): OnPaper =>
  wordsOnPaper(heading, [problem === '' ? 'Not known yet when this was drawn.' : problem]);
