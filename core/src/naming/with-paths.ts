import type { ClientTables } from '../grain/tables';
import { type CodeOf, withDerived } from '../grain/with-derived';
import { PAGE_PATH } from '../measure/dimension';

/** The path of a page as reports write it: with its site or without, with what is asked of it or without. */
export function pathOfPage(page: string): string {
  const path = page
    .trim()
    .replace(/^[a-z][a-z0-9+.-]*:\/\/[^/?#]*/i, '')
    .replace(/[?#].*$/, '');
  return path === '' ? '/' : path;
}

/** Adds the path of the landing page to every table that knows the page. */
export const withPagePaths = (tables: ClientTables, nameOf: (dimension: string, code: number) => string, codeOf: CodeOf): ClientTables =>
  withDerived(tables, [
    { from: 'landing page', to: PAGE_PATH, codeOf: (page) => codeOf(PAGE_PATH, pathOfPage(nameOf('landing page', page))) },
  ]);
