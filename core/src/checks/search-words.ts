/** The words of a search or a keyword, in small letters. */
export const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];

/** Whether words name a client: by the first word of its name, which others seldom have. */
export function isOfName(words: readonly string[], clientName: string): boolean {
  const [ofName] = wordsOf(clientName);
  return ofName !== undefined && words.includes(ofName);
}
