const known = new Set(Intl.supportedValuesOf('currency'));

/** Whether a code is that of a currency there is (ISO 4217), in capitals. */
export const isCurrency = (code: string): boolean => known.has(code);
