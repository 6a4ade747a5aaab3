import { countedChoices, counterNames } from './counted-choices';

describe('who may count', () => {
  it('is offered by every rule, over the days and touches that are looked at now', () => {
    const values = countedChoices({ rule: 'first', lookback: 90, views: false }).map(({ value }) => value);
    expect(values.slice(0, 3)).toEqual(['orders', 'site', 'claims']);
    expect(values.slice(3)).toEqual(['first', 'last', 'equal', 'decay', 'ends'].map((rule) => `credited-${rule}-90-clicks`));
  });

  it('is named for a target with what targets use already, each once', () => {
    const names = counterNames(['orders', 'credited-ends-7-clicks']);
    expect(names.filter(({ value }) => value === 'orders')).toHaveLength(1);
    expect(names.at(-1)).toEqual({ value: 'credited-ends-7-clicks', label: 'credit by both ends over 7 days, clicks only' });
    expect(names.find(({ value }) => value === 'credited-first-30')?.label).toBe('credit by first touch over 30 days');
  });
});
