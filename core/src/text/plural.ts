/** The plural of an English word or its last word: “place” → “places”, “sex” → “sexes”, “city” → “cities”. */
export function pluralOf(word: string): string {
  if (/[^aeiou]y$/i.test(word)) return `${word.slice(0, -1)}ies`;
  return `${word}${/(s|x|z|ch|sh)$/i.test(word) ? 'es' : 's'}`;
}
