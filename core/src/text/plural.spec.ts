import { pluralOf } from './plural';

describe('a plural', () => {
  it('is as English has it', () => {
    expect(['place', 'sex', 'city', 'day', 'landing page path', 'search', 'class'].map(pluralOf)).toEqual([
      ...['places', 'sexes', 'cities', 'days', 'landing page paths', 'searches', 'classes'],
    ]);
  });
});
