import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import type { MetricVersions } from '@lens/contract';
import type { Style } from '@lens/core';
import { switchMap } from 'rxjs';
import { Api } from '../data/api';
import { loadState } from '../ui/load-state';
import { momentText } from '../ui/moment-text';

/** What a metric was before, when, by whom and why; any of it can be written again. */
@Component({
  selector: 'ul-metric-versions',
  imports: [MatButton],
  template: `
    @if (versions().length > 1) {
      <h3>What it was before</h3>
      <ol>
        @for (each of versions(); track each.version) {
          <li>
            <span class="when">{{ each.when }}{{ each.by ? ', ' + each.by : '' }}{{ each.note ? ': ' + each.note : '' }}</span>
            @if (each.body; as body) {
              <span class="text">{{ body.text }}</span>
              @if (!$first) {
                <button mat-button type="button" (click)="brought.emit(body)">Write it again</button>
              }
            } @else {
              <span class="quiet">taken away</span>
            }
          </li>
        }
      </ol>
    }
  `,
  styles: `
    h3 {
      font-size: 15px;
      margin: 14px 0 4px;
    }
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      align-items: baseline;
      padding: 3px 0;
      border-bottom: 1px solid var(--line);
      font-size: 14px;
    }
    .when {
      flex: 0 0 15em;
      color: var(--ink-soft);
    }
    .text {
      flex: 1;
      min-width: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MetricVersionsList {
  private readonly api = inject(Api);
  readonly client = input.required<string>();
  readonly style = input.required<Style>();
  readonly id = input.required<string>();
  /** The newest: another one asks for the list again. */
  readonly version = input.required<number>();
  readonly brought = output<NonNullable<MetricVersions['versions'][number]['body']>>();

  private readonly asked = computed(() => ({ client: this.client(), id: this.id(), version: this.version() }));
  private readonly state = toSignal(
    toObservable(this.asked).pipe(switchMap(({ client, id }) => loadState(this.api.call('metricVersions', { params: { client, id } })))),
  );
  protected readonly versions = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? state.value.versions.map((each) => ({ ...each, when: momentText(each.at, this.style()) })) : [];
  });
}
