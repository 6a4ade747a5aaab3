import type { ClientDetail } from '@lens/contract';
import type { Mapping } from '@lens/core';
import type { Resolved } from '../data/focus';
import { hiddenParts } from './hidden-import';

const client = { locale: 'en-GB' } as ClientDetail;
const focus = (part: Partial<Resolved> = {}): Resolved =>
  ({ period: { from: 100, to: 127, unfinished: undefined }, countedBy: 'orders', basis: 'sale', ...part }) as Resolved;
const mapping = (part: Partial<Mapping>): Mapping => ({ kind: 'report', countedBy: 'orders', columns: [], ...part }) as unknown as Mapping;
const claims = mapping({ columns: [{ role: 'outcome', action: 'purchase', part: 'count', basis: 'click' }] });

describe('what the focus hides of an import', () => {
  it('is nothing where its days are looked at and it claims nothing', () => {
    expect(hiddenParts({ days: { from: 120, to: 140 }, mapping: mapping({}) }, focus(), client)).toEqual([]);
  });

  it('is its days where others are looked at: the last 28 of them are one click away', () => {
    const [hidden] = hiddenParts({ days: { from: 10, to: 90 }, mapping: mapping({}) }, focus(), client);
    expect(hidden?.change).toEqual({ period: { from: 63, to: 90 } });
    expect(hiddenParts({ days: { from: 10, to: 12 }, mapping: mapping({}) }, null, client)).toHaveLength(1);
  });

  it('is what a channel claims where the orders count, or the other day', () => {
    const days = { from: 100, to: 110 };
    expect(hiddenParts({ days, mapping: claims }, focus(), client)[0]?.change).toEqual({ countedBy: 'claims', basis: 'click' });
    expect(hiddenParts({ days, mapping: claims }, focus({ countedBy: 'claims' }), client)[0]?.change).toEqual({ basis: 'click' });
    expect(hiddenParts({ days, mapping: claims }, focus({ countedBy: 'claims', basis: 'click' }), client)).toEqual([]);
  });

  it('is a list that somebody else counts', () => {
    const list = mapping({ kind: 'orders', countedBy: 'site' });
    expect(hiddenParts({ days: { from: 100, to: 110 }, mapping: list }, focus(), client)[0]?.change).toEqual({ countedBy: 'site' });
  });
});
