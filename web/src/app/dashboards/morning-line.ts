import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import type { Resolved } from '../data/focus';
import { HealthService } from '../data/health';
import { noteView } from '../intake/health-view';
import { morningSentences } from './morning-words';
import { OwnGlance } from './own-glance';

/** A paragraph at the head of a dashboard: what moved beyond chance, what misses, what is missing, what waits. Nothing where there is nothing. */
@Component({
  selector: 'ul-morning-line',
  imports: [RouterLink],
  template: `
    @if (sentences().length > 0) {
      <p>
        @for (sentence of sentences(); track sentence.text) {
          <a [routerLink]="sentence.path" [queryParams]="sentence.query" queryParamsHandling="merge">{{ sentence.text }}</a>{{ ' ' }}
        }
      </p>
    }
  `,
  styles: `
    p {
      max-width: 120ch;
      margin: 2px 0 12px;
      font-size: 16px;
      line-height: 1.5;
    }
    a {
      color: inherit;
      text-decoration: none;
    }
    a:hover,
    a:focus-visible {
      text-decoration: underline;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MorningLine {
  private readonly api = inject(Api);
  private readonly health = inject(HealthService).health;
  readonly resolved = input.required<Resolved>();
  /** Another one when what is known of the client has changed. */
  readonly data = input.required<number>();

  private readonly glance = inject(OwnGlance).told;
  /** The morning after the last day that is looked at. */
  private readonly asked = computed(
    () => {
      const { client, countedBy, basis, knownOn, period } = this.resolved();
      return { client: client.id, counting: { countedBy, basis, knownOn, day: period.to }, data: this.data() };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly facts = toSignal(
    toObservable(this.asked).pipe(
      switchMap(({ client, counting }) =>
        this.api.call('morning', { params: { client }, body: counting }).pipe(
          map(({ facts }) => facts),
          catchError(() => of([])),
        ),
      ),
    ),
    { initialValue: [] },
  );
  readonly sentences = computed(() => {
    const resolved = this.resolved();
    const { client } = resolved;
    const serious = (this.health()?.notes ?? []).filter((note) => note.serious).map((note) => noteView(note, client));
    const glance = this.glance();
    return morningSentences({ facts: this.facts(), glance: glance?.client.id === client.id ? glance : undefined, serious }, resolved);
  });
}
