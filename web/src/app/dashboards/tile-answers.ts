import { inject, Injectable } from '@angular/core';
import type { PictureAnswer, PictureAsked } from '@lens/contract';
import { Observable, type Subscriber, type Subscription } from 'rxjs';
import { Api, ApiError } from '../data/api';

interface Waiting {
  readonly asked: PictureAsked;
  readonly subscriber: Subscriber<PictureAnswer>;
}

/**
 * Answers to tiles: whatever they ask in one turn goes to the server in one request, and each has its answer when it
 * is there. The request is given up when nobody waits for it any more.
 */
@Injectable()
export class TileAnswers {
  private readonly api = inject(Api);
  private waiting: Waiting[] = [];

  ask(asked: PictureAsked): Observable<PictureAnswer> {
    return new Observable((subscriber) => {
      if (this.waiting.length === 0) queueMicrotask(() => this.send());
      this.waiting.push({ asked, subscriber });
    });
  }

  private send(): void {
    const waiting = this.waiting.filter(({ subscriber }) => !subscriber.closed);
    this.waiting = [];
    if (waiting.length === 0) return;
    const request: Subscription = this.api.tiles({ asked: waiting.map(({ asked }) => asked) }).subscribe({
      next: ({ nth, answer }) => {
        const subscriber = waiting[nth]?.subscriber;
        if ('status' in answer) subscriber?.error(new ApiError(answer));
        else {
          subscriber?.next(answer);
          subscriber?.complete();
        }
      },
      error: (error: unknown) => waiting.forEach(({ subscriber }) => subscriber.error(error)),
    });
    const giveUp = (): void => {
      if (waiting.every(({ subscriber }) => subscriber.closed)) request.unsubscribe();
    };
    for (const { subscriber } of waiting) subscriber.add(giveUp);
  }
}
