import type { Style } from '@lens/core';

/** A moment as people of a client write it, to the minute. */
export const momentText = (moment: string, { locale }: Pick<Style, 'locale'>): string =>
  new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(moment));
