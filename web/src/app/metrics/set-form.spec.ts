import { BUILT_IN_BOOK } from '@lens/core';
import { copyOfSet, EMPTY_SET, linesOfSet, lookText, setFormOf, setOf, withLook } from './set-form';

const SET = { id: 'own', label: 'Mine', outcome: null, metrics: ['spend', 'cpa'], client: null };

describe('a metric set as it stands on screen', () => {
  it('is stored as what it was read from', () => {
    const looks = { cpa: { decimals: 1 } };
    expect(setFormOf(SET)).toEqual({ label: 'Mine', outcome: null, metrics: ['spend', 'cpa'], looks: {}, isOfAgency: true });
    expect(setOf(setFormOf({ ...SET, looks }), 'own', 'tea')).toEqual({ ...SET, looks });
    expect(setOf({ ...EMPTY_SET, label: 'x' }, 'new', 'tea').client).toBe('tea');
    expect(copyOfSet(setFormOf(SET))).toMatchObject({ label: 'Mine, another', isOfAgency: false });
  });

  it('keeps how a column looks only where that is not as usual', () => {
    const looks = withLook({}, 'cpa', { fill: 'shade', withoutChange: true });
    expect(lookText(looks['cpa'] ?? {})).toBe('darker for more, without its change');
    expect(lookText({ name: 'Cost', decimals: 0, fill: 'bar' })).toBe('headed “Cost”, no decimals, over a bar');
    expect(withLook(withLook(looks, 'spend', { decimals: 2 }), 'cpa', {})).toEqual({ spend: { decimals: 2 } });
  });

  it('says which metrics a client has nothing of', () => {
    expect(linesOfSet({ metrics: ['cpa', 'gone'] }, BUILT_IN_BOOK)).toMatchObject([
      { label: 'CPA', problem: '' },
      { label: 'gone', problem: 'There is no such metric for this client.' },
    ]);
  });
});
