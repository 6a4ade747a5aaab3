import { BUILT_IN_BOOK, closedFormula, type ClosedTerm, type Counting, type MetricId, termKey } from '../index';
import type { Contribution } from '../grain/contribution';
import { Measured } from '../grain/measured';
import { TermIndex } from '../grain/term-index';
import { termsOf } from '../formula/formula';
import { partKey } from '../measure/outcome';
import { termScale } from '../measure/term';
import { countOf } from './chance';
import { doubtOf } from './doubt';

/** A metric of sums that are given in whole units, by the words of their terms. */
function doubt(metric: MetricId, sums: Record<string, number>, counting: Counting = { countedBy: 'claims', basis: 'click' }) {
  const formula = closedFormula(BUILT_IN_BOOK, metric, counting);
  const named = termsOf(formula) as ClosedTerm[];
  const counts = named.flatMap((term) => (term.kind === 'outcome' ? [countOf(term)] : []));
  const terms = [...new Map([...named, ...counts].map((term) => [termKey(term), term])).values()];
  const amounts = terms.map((term) => (sums[term.kind === 'measure' ? term.measure.id : partKey(term.part)] ?? 0) * termScale(term));
  const parts: Contribution['parts'] = [{ mask: 2 ** terms.length - 1, sums: Float64Array.from(amounts) }];
  return doubtOf(formula, new Measured(new TermIndex(terms), [{ account: 0, noRate: false, parts }]));
}

describe('how far a figure may lie from where it is told', () => {
  it('is by Wilson for a share of what was counted', () => {
    // 3 of 8 clicks → 38 %, 14–69 % (calculations, chapter 10).
    const found = doubt('lead-rate', { clicks: 8, count: 3 });
    expect([found?.low.toFixed(2), found?.high.toFixed(2)]).toEqual(['0.14', '0.69']);
    expect(doubt('lead-rate', { clicks: 8, count: 0 })?.high).toBeCloseTo(0.324, 3);
    expect(doubt('lead-rate', { clicks: 8000, count: 3000 })).toBeNull();
  });

  it('is by the count behind it for a cost, and by sale date', () => {
    // Poisson: 4 lies between 1.09 and 10.24.
    const cost = doubt('cost-per-lead', { spend: 100, count: 4 });
    expect([cost?.low.toFixed(1), cost?.high.toFixed(1)]).toEqual(['9.8', '91.8']);
    const rate = doubt('lead-rate', { clicks: 40, count: 4 }, { countedBy: 'orders', basis: 'sale' });
    expect([rate?.low.toFixed(3), rate?.high.toFixed(3)]).toEqual(['0.027', '0.256']);
    expect(doubt('cost-per-lead', { spend: 100, count: 400 })).toBeNull();
  });

  it('is wider where values spread as well as counts', () => {
    const [roas, cost] = [doubt('roas', { spend: 100, value: 400, count: 4 }), doubt('cpa', { spend: 100, value: 400, count: 4 })];
    expect((roas?.high ?? 0) / 4).toBeGreaterThan(25 / (cost?.low ?? 0));
  });

  it('is nothing of sums, and where nothing is left to chance', () => {
    expect(doubt('leads', { count: 3 })).toBeNull();
    expect(doubt('profit', { margin: 30, spend: 10, count: 2 })).toBeNull();
    expect(doubt('cpm', { spend: 3, impressions: 9 })).toBeNull();
    expect(doubt('cpc', { spend: 30, clicks: 9 })).not.toBeNull();
  });
});
