import type { ClientDetail, StoredView } from '@lens/contract';
import { bindView, SHIPPED_VIEWS } from '@lens/core';
import { asksText } from './asks-text';
import { type AnyView, boundTo, isStored, keepsText } from './view-state';

/** A view as a list shows it to a client. */
export interface ViewLine {
  readonly view: AnyView;
  /** What it asks, and what of the focus it keeps. */
  readonly asks: string;
  readonly keeps: string;
  /** What of it this client does not have; empty where it has all. */
  readonly lacks: string;
}

export interface ViewGroup {
  readonly label: string;
  readonly lines: readonly ViewLine[];
}

/** All views of a client by whose they are, starred ones first; those that it can be asked in full before the others. */
export function viewGroups(
  stored: readonly StoredView[],
  client: ClientDetail,
  { starred, sought }: { readonly starred: readonly string[]; readonly sought: string },
): ViewGroup[] {
  const bound = boundTo(client);
  const words = sought.trim().toLowerCase().split(/\s+/);
  const lines = [...stored, ...SHIPPED_VIEWS]
    .map((view): ViewLine => {
      const { asks, lacks } = bindView(view, bound);
      return {
        view,
        asks: asksText(lacks.length > 0 ? view.asks : asks, bound.book, bound.labelOf),
        keeps: keepsText(view.keeps, client.locale),
        lacks: lacks.join(' '),
      };
    })
    .filter(({ view: { label, description }, asks }) => {
      const text = `${label} ${description} ${asks}`.toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .toSorted((a, b) => Number(a.lacks !== '') - Number(b.lacks !== ''));
  const isStarred = ({ view }: ViewLine): boolean => starred.includes(view.id);
  const others = lines.filter((line) => !isStarred(line));
  const of = (label: string, has: (view: AnyView) => boolean): ViewGroup => ({ label, lines: others.filter(({ view }) => has(view)) });
  return [
    { label: 'Starred', lines: lines.filter(isStarred) },
    of(`Kept for ${client.name}`, (view) => isStored(view) && view.client !== null),
    of('Kept for all clients', (view) => isStored(view) && view.client === null),
    of('There for everybody', (view) => !isStored(view)),
  ].filter(({ lines }) => lines.length > 0);
}
