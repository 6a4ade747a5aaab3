import type { AddressPart } from './step';

export interface Address {
  readonly host: string;
  readonly path: string;
  /** Those behind "?" and, as some sites write them, behind "#". */
  readonly parameters: (readonly [name: string, text: string])[];
}

/** A web address, which may lack its scheme ("shop.example/a?b=c") or its host ("/a?b=c"). */
export function readAddress(text: string): Address {
  const match = /^(?:[a-z][a-z0-9+.-]*:)?(?:\/\/)?([^/?#]*)([^?#]*)(?:\?([^#]*))?(?:#(.*))?$/is.exec(text.trim());
  const [, host = '', path = '', query = '', fragment = ''] = match ?? [];
  return {
    host: host
      .toLowerCase()
      .replace(/^[^@]*@/, '')
      .replace(/:\d+$/, ''),
    path,
    parameters: [query, fragment.replace(/^[^?]*\?/, '')]
      .flatMap((part) => part.split('&'))
      .flatMap((pair) => (pair === '' ? [] : [[decoded(pair.split('=')[0]), decoded(/=(.*)$/s.exec(pair)?.[1])] as const])),
  };
}

/**
 * A part of a web address, empty where it has no such part. The name of a parameter is told apart by
 * capitals only where both are there.
 */
export function partOfAddress(text: string, part: AddressPart, parameter = ''): string {
  const { host, path, parameters } = readAddress(text);
  if (part !== 'parameter') return part === 'host' ? host : path;
  if (parameter === '') return '';
  const exact = parameters.find(([name]) => name === parameter);
  const found = exact ?? parameters.find(([name]) => name.toLowerCase() === parameter.toLowerCase());
  return found?.[1] ?? '';
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
