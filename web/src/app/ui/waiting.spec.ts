import { jest } from '@jest/globals';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { Api } from '../data/api';
import { Waiting } from './waiting';

describe('waiting for an answer', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  it('shows how much is done once it takes long, and stays where that cannot be told', () => {
    const done = [of({ share: null }), of({ share: 0.4 }), throwError(() => new Error('gone')), of({ share: 0.5 })];
    TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: { call: () => done.shift() ?? of({ share: null }) } }] });
    const fixture = TestBed.createComponent(Waiting);
    fixture.componentRef.setInput('text', 'Following…');
    const bar = (): string | null | undefined => {
      fixture.detectChanges();
      return (fixture.nativeElement as HTMLElement).querySelector('mat-progress-bar')?.getAttribute('aria-valuenow');
    };
    const seen = [bar()];
    for (let ask = 0; ask < 5; ask++) {
      jest.advanceTimersByTime(700);
      seen.push(bar());
    }
    expect(seen).toEqual([undefined, undefined, '40', '40', '50', undefined]);
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Following…');
  });
});
