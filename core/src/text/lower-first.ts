/** A label within a sentence: “Carts” becomes “carts”; “CPA”, “Harbor Search” and the like stay. */
export const lowerFirst = (label: string): string => (/^[A-Z][^A-Z]*$/.test(label) ? label.toLowerCase() : label);

/** The beginning of a sentence or a title. */
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
