/**
 * The same text in memory of its own. A cell may be a slice of the block of a file it was read in; whoever
 * keeps the cell keeps the block with it.
 */
export const ownText = (text: string): string => JSON.parse(JSON.stringify(text)) as string;
