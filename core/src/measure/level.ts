/** What channels sell is kept in levels, each within the one before; keywords lie in groups beside the ads. */
export const LEVELS = ['campaign', 'group', 'ad', 'keyword'] as const;
export type Level = (typeof LEVELS)[number];
export const isLevel = (dimension: string): dimension is Level => LEVELS.some((level) => level === dimension);

/** Levels that hold others: an ad whose group no report tells lies in its campaign all the same. */
export const HOLDERS: ReadonlySet<string> = new Set<Level>(['campaign', 'group']);
