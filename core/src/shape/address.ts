import type { AddressPart } from './step';

/**
 * A part of a web address, which may lack its scheme ("shop.example/a?b=c") or its host ("/a?b=c").
 * Empty where the address has no such part. A parameter is looked for behind "?" and, as some sites
 * write them, behind "#"; its name is told apart by capitals only where both are there.
 */
export function partOfAddress(address: string, part: AddressPart, parameter = ''): string {
  const match = /^(?:[a-z][a-z0-9+.-]*:)?(?:\/\/)?([^/?#]*)([^?#]*)(?:\?([^#]*))?(?:#(.*))?$/is.exec(address.trim());
  if (!match) return '';
  const [, host = '', path = '', query = '', fragment = ''] = match;
  if (part === 'path') return path;
  if (part === 'host')
    return host
      .toLowerCase()
      .replace(/^[^@]*@/, '')
      .replace(/:\d+$/, '');
  const pairs = [query, fragment].flatMap((text) => text.split('&')).map((pair) => pair.split(/=(.*)/s));
  const exact = pairs.find(([name]) => decoded(name) === parameter);
  const found = exact ?? pairs.find(([name]) => decoded(name).toLowerCase() === parameter.toLowerCase());
  return parameter === '' ? '' : decoded(found?.[1]);
}

/** As addresses write text; what is written wrongly stays as it is. */
function decoded(text = ''): string {
  const spaced = text.replaceAll('+', ' ');
  try {
    return decodeURIComponent(spaced);
  } catch {
    return spaced;
  }
}
