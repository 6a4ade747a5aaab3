import { TestBed } from '@angular/core/testing';
import type { Job } from '@lens/contract';
import { of } from 'rxjs';
import { TestScheduler } from 'rxjs/testing';
import { Api } from './api';
import { Jobs } from './jobs';

const job = (state: Job['state'], rows: number) => ({ id: 'a', state, rows }) as Job;

describe('following a job', () => {
  const following = (replies: readonly Job[]) => {
    let asked = 0;
    TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: { call: () => of(replies[asked++]) } }] });
    return TestBed.inject(Jobs);
  };

  it('asks every quarter of a second until it has ended', () =>
    new TestScheduler((actual, expected) => expect(actual).toEqual(expected)).run(({ expectObservable }) => {
      const [r, s, d] = [job('running', 0), job('running', 1000), job('done', 2000)];
      expectObservable(following([s, d]).follow(r)).toBe('r 249ms s 249ms (d|)', { r, s, d });
    }));

  it('asks nothing of one that has ended', () =>
    new TestScheduler((actual, expected) => expect(actual).toEqual(expected)).run(({ expectObservable }) => {
      const f = job('failed', 0);
      expectObservable(following([]).follow(f)).toBe('(f|)', { f });
    }));
});
