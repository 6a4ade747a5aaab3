/** A text from people as a cell of a sheet: kept from running as a formula. */
export const safeCell = (text: string): string => (/^\s*[=+\-@\t\r]/.test(text) ? `'${text}` : text);
