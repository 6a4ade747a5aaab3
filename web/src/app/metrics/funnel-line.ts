import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { type Figure, figureText } from '@lens/core';
import { switchMap } from 'rxjs';
import { Api } from '../data/api';
import type { Resolved } from '../data/focus';
import { loadState } from '../ui/load-state';
import { questionOf } from './question-of';

/** The way from seen to sold on the days in focus: its stations, and how many of each came to the next. */
@Component({
  selector: 'ul-funnel-line',
  template: `
    @if (stations().length > 1) {
      <ol aria-label="From seen to sold">
        @for (station of stations(); track station.label) {
          <li>
            @if (station.step; as step) {
              <span class="step" [class.more]="step.isMore" [attr.title]="step.spoken" aria-hidden="true">{{ step.text }} →</span>
              <span class="cdk-visually-hidden">{{ step.spoken }}</span>
            }
            <span class="station">
              <span class="label">{{ station.label }}</span>
              <strong [attr.title]="station.spoken">{{ station.text }}</strong>
            </span>
          </li>
        }
      </ol>
      @for (note of notes(); track note) {
        <p class="quiet">{{ note }}</p>
      }
    }
  `,
  styles: `
    ol {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      list-style: none;
      margin: 2px 0 6px;
      padding: 0;
    }
    li {
      display: flex;
      gap: 10px;
      align-items: center;
    }
    .station {
      display: flex;
      flex-direction: column;
      padding: 3px 10px;
      border: 1px solid var(--line-strong);
      border-radius: 4px;
      background: var(--sheet);
    }
    .label {
      font-size: 12.5px;
      color: var(--ink-soft);
    }
    strong,
    .step {
      font-feature-settings: var(--figures);
    }
    .step {
      color: var(--ink-soft);
    }
    .step.more {
      color: var(--misses);
    }
    p {
      margin: 0 0 6px;
      font-size: 13.5px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FunnelLine {
  private readonly api = inject(Api);
  readonly focus = input.required<Resolved>();

  private readonly asked = computed(() => questionOf(this.focus()), { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) });
  private readonly state = toSignal(
    toObservable(this.asked).pipe(
      switchMap((question) => loadState(this.api.call('funnel', { params: { client: question.clients[0] ?? '' }, body: { question } }))),
    ),
  );
  protected readonly stations = computed(() => {
    const state = this.state();
    if (state?.state !== 'ready') return [];
    const { style } = this.focus();
    return state.value.stations.map(({ label, isClaimed, count, step }) => ({
      label: isClaimed ? `${label}, as claimed` : label,
      ...figureText(count, 'count', style),
      step: step && {
        // Where nobody counts both, an arrow says enough.
        text: step.rate.kind === 'gap' ? '' : `${figureText(step.rate, 'share', style).text} of ${step.of.toLocaleLowerCase()}`,
        spoken: `${label} for each of ${step.of.toLocaleLowerCase()}: ${figureText(step.rate, 'share', style).spoken}`,
        isMore: isMore(step.rate),
        of: step.of,
      },
    }));
  });
  /** A later station may be larger than the one before. */
  protected readonly notes = computed(() =>
    this.stations().flatMap(({ label, step }) =>
      step?.isMore === true
        ? [
            `More ${label.toLocaleLowerCase()} than ${step.of.toLocaleLowerCase()}: people come to them another way as well, or others count them.`,
          ]
        : [],
    ),
  );
}

const isMore = (rate: Figure): boolean => (rate.kind === 'value' && rate.value > 1) || (rate.kind === 'bounds' && (rate.low ?? 0) > 1);
