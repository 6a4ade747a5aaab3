import { TestScheduler } from 'rxjs/testing';
import { ApiError } from '../data/api';
import { loadState } from './load-state';

const scheduler = (): TestScheduler => new TestScheduler((actual, expected) => expect(actual).toEqual(expected));

describe('the state of something waited for', () => {
  const l = { state: 'loading' } as const;

  it('is loading, then ready', () =>
    scheduler().run(({ cold, expectObservable }) =>
      expectObservable(loadState(cold('----v|', { v: 3 }))).toBe('l---v|', { l, v: { state: 'ready', value: 3 } }),
    ));

  it('is loading, then failed with the words of the server, and ends', () =>
    scheduler().run(({ cold, expectObservable }) => {
      const error = new ApiError({ type: 'about:blank', title: 'No', status: 400, detail: 'Choose other days.' });
      expectObservable(loadState(cold('----#', {}, error))).toBe('l---(f|)', { l, f: { state: 'failed', message: error.message } });
      expect(error.message).toContain('Choose other days.');
    }));
});
