import { ChangeDetectionStrategy, Component, computed, forwardRef, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService, type Resolved } from '../data/focus';
import { LogbookService } from '../logbook/logbook';
import { logbookView } from '../logbook/logbook-view';
import { loadState } from '../ui/load-state';
import { type OnPaper, OnSheet, unknownOnPaper, wordsOnPaper } from './on-sheet';

const MOST_DAYS = 4;
const MOST_LINES = 3;

/** What was noted, and changed at the channels, on the days that are looked at: the newest first. */
@Component({
  selector: 'ul-logbook-tile',
  imports: [RouterLink],
  template: `
    <h2><a routerLink="/intake/logbook" queryParamsHandling="merge">Logbook</a></h2>
    @if (days(); as days) {
      <dl>
        @for (day of days; track day.dayText) {
          <dt>{{ day.dayText }}</dt>
          @for (line of day.lines; track $index) {
            <dd>
              <span class="quiet">{{ line.of }}</span> {{ line.what }} {{ line.value }}
            </dd>
          }
        } @empty {
          <dd class="quiet">Nothing was noted or changed on these days. Press n to note something.</dd>
        }
      </dl>
    } @else {
      <p class="quiet" role="status">Looking…</p>
    }
  `,
  styleUrl: './tile.scss',
  styles: `
    dl,
    dd {
      margin: 0;
      font-size: 13.5px;
    }
    dt {
      color: var(--ink-soft);
      font-size: 13px;
      margin-top: 6px;
    }
  `,
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => LogbookTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogbookTile extends OnSheet {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  readonly resolved = input.required<Resolved>();
  private readonly notes = toSignal(toObservable(computed(() => this.resolved().client)).pipe(inject(LogbookService).follow));
  private readonly asked = computed(
    () => {
      const { client, period } = this.resolved();
      return { params: { client: client.id }, body: { period: { from: period.from, to: period.to } } };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly changes = toSignal(toObservable(this.asked).pipe(switchMap((asked) => loadState(this.api.call('changes', asked)))));
  protected readonly days = computed(() => {
    const [changes, notes] = [this.changes(), this.notes()];
    if (changes?.state !== 'ready' || notes?.state !== 'ready') return null;
    const { period, style } = this.resolved();
    const today = this.focus.clock()?.today ?? 0;
    const { days } = logbookView({ changes: changes.value, notes: notes.value.notes, period, today }, '', style);
    return days.slice(0, MOST_DAYS).map((day) => ({ ...day, lines: day.lines.slice(0, MOST_LINES) }));
  });

  onPaper(): OnPaper {
    const days = this.days();
    if (!days) return unknownOnPaper('Logbook');
    const told = days.flatMap(({ dayText, lines }) =>
      lines.map(({ of, what, value }) => [`${dayText}:`, of, what, value].filter((part) => part !== '').join(' ')),
    );
    return wordsOnPaper('Logbook', told.length > 0 ? told : ['Nothing was noted or changed on these days.']);
  }
}
