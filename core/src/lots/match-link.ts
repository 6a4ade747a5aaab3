import { NONE } from '../rows/coding';
import { readAddress } from '../shape/address';
import { foldText } from '../text/text-test';

interface Candidate {
  readonly at: number;
  readonly parameters: readonly (readonly [string, string])[];
}

/**
 * Finds the lot a link leads to: the one with that host and path whose parameters are all in the
 * link, which may have more; or the one whose number it is. NONE where none or more than one fits.
 */
export function linkMatcher(lots: readonly { readonly id: string; readonly link: string }[]): (link: string) => number {
  const byPage = new Map<string, Candidate[]>();
  const byId = new Map<string, number>();
  lots.forEach(({ id, link }, at) => {
    const { page, parameters } = partsOf(link);
    byPage.set(page, [...(byPage.get(page) ?? []), { at, parameters }]);
    byId.set(foldText(id), byId.has(foldText(id)) ? NONE : at);
  });
  const known = new Map<string, number>();
  return (link) => {
    const found = known.get(link) ?? find(link);
    known.set(link, found);
    return found;
  };

  function find(link: string): number {
    const own = byId.get(foldText(link));
    if (own !== undefined) return own;
    const { page, parameters } = partsOf(link);
    const has = new Set(parameters.map(([name, text]) => `${name}=${text}`));
    const fitting = (byPage.get(page) ?? []).filter((each) => each.parameters.every(([name, text]) => has.has(`${name}=${text}`)));
    // The lot that says most is meant: another may be sent with the bare page.
    const most = Math.max(...fitting.map((each) => each.parameters.length));
    const [best, another] = fitting.filter((each) => each.parameters.length === most);
    return best && !another ? best.at : NONE;
  }
}

function partsOf(link: string): { page: string; parameters: (readonly [string, string])[] } {
  const { host, path, parameters } = readAddress(link);
  return { page: `${host}${path.replace(/\/$/, '')}`, parameters };
}
