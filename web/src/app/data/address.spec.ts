import { parseDay } from '@lens/core';
import { DEFAULT_FOCUS, type Focus, readFocus, writeFocus } from './address';

const through = (focus: Focus): Focus => {
  const written = writeFocus(focus);
  return readFocus((key) => written[key] ?? null);
};

describe('the focus in the address', () => {
  it('comes back as it was written', () => {
    const days = { from: parseDay('2026-10-01') ?? 0, to: parseDay('2026-10-09') ?? 0 };
    const focuses: Focus[] = [
      { ...DEFAULT_FOCUS, client: 'juniper-loft-tea' },
      { client: 'a', period: days, comparison: days, knownOn: 20000, countedBy: 'claims', basis: 'click' },
      { ...DEFAULT_FOCUS, countedBy: 'credited-ends-90-clicks' },
      { client: 'a', period: { preset: 'all' }, comparison: { mode: 'none' }, knownOn: null, countedBy: 'orders', basis: 'sale' },
    ];
    for (const focus of focuses) expect(through(focus)).toEqual(focus);
  });

  it('takes defaults for what is missing or nonsense', () => {
    expect(readFocus(() => null)).toEqual(DEFAULT_FOCUS);
    expect(readFocus(() => '2026-10-09_2026-10-01').period).toEqual(DEFAULT_FOCUS.period);
    for (const by of ['credited-luck-30', 'credited-first-0', 'credited-first-366', 'credited-first-30-views', 'nobody'])
      expect(readFocus((key) => (key === 'by' ? by : null)).countedBy).toBe('orders');
  });
});
