import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatProgressBar } from '@angular/material/progress-bar';
import { catchError, EMPTY, exhaustMap, map, timer } from 'rxjs';
import { Api } from '../data/api';

const EVERY = 700;

/** Says that an answer is waited for and, once it takes long, how much of the work the server has done. */
@Component({
  selector: 'ul-waiting',
  imports: [MatProgressBar],
  template: `
    <p role="status">{{ text() }}</p>
    @if (share(); as share) {
      <mat-progress-bar [value]="100 * share" [aria-label]="text()" />
    }
  `,
  styles: `
    mat-progress-bar {
      max-width: 420px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Waiting {
  private readonly api = inject(Api);
  readonly text = input.required<string>();

  /** From 0 to 1; null while nothing is told. */
  protected readonly share = toSignal(
    timer(EVERY, EVERY).pipe(
      // What is done matters less than the answer, which says itself why it does not come.
      exhaustMap(() => this.api.call('done', {}).pipe(catchError(() => EMPTY))),
      map(({ share }) => share),
    ),
    { initialValue: null },
  );
}
