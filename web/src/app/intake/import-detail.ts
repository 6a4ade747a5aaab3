import { Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { ImportDetail } from '@lens/contract';
import { formatNumber, quantity, type Style } from '@lens/core';
import { switchMap } from 'rxjs';
import { Api } from '../data/api';
import { loadState } from '../ui/load-state';
import { termLabel } from './term-label';

/** What an import changed on its days, and how it read its file. */
@Component({
  selector: 'ul-import-detail',
  template: `@if (state(); as loaded) {
    @switch (loaded.state) {
      @case ('loading') {
        <p role="status">Comparing…</p>
      }
      @case ('failed') {
        <p class="notice bad" role="alert">{{ $any(loaded).message }}</p>
      }
      @case ('ready') {
        @if (view(); as shown) {
          <p>{{ shown.rows }}</p>
          <table class="plain small">
            <caption class="cdk-visually-hidden">
              What the import changed on its days
            </caption>
            <thead>
              <tr>
                <th scope="col">On its days</th>
                <th scope="col" class="number">Before</th>
                <th scope="col" class="number">After</th>
                <th scope="col" class="number">Change</th>
              </tr>
            </thead>
            <tbody>
              @for (line of shown.lines; track line.term) {
                <tr [class.same]="line.change === ''">
                  <th scope="row">{{ line.term }}</th>
                  <td class="number">{{ line.before }}</td>
                  <td class="number">{{ line.after }}</td>
                  <td class="number">{{ line.change || 'none' }}</td>
                </tr>
              }
            </tbody>
          </table>
          <p class="quiet small">{{ shown.columns }}</p>
          @if (shown.steps) {
            <p class="quiet small">{{ shown.steps }}</p>
          }
        }
      }
    }
  }`,
  styles: `
    table {
      max-width: 520px;
      margin: 4px 0;
    }
    th[scope='row'] {
      font-weight: 400;
    }
    .same {
      color: var(--ink-quiet);
    }
    p {
      margin: 4px 0;
    }
  `,
})
export class ImportDetailView {
  private readonly api = inject(Api);
  readonly importId = input.required<number>();
  readonly client = input.required<Style>();

  protected readonly state = toSignal(
    toObservable(this.importId).pipe(switchMap((id) => loadState(this.api.call('importDetail', { params: { import: id } })))),
  );
  protected readonly view = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? viewOf(state.value, this.client()) : null;
  });
}

function viewOf({ rowsBefore, rowsAfter, terms, columns, steps }: ImportDetail, style: Style) {
  const write = (amount: number | null, unit: 'money' | 'count'): string =>
    amount === null ? 'not measured' : formatNumber(amount, unit, style);
  return {
    rows: `${quantity(rowsBefore, 'row', 'rows', style)} before, ${quantity(rowsAfter, 'row', 'rows', style)} after.`,
    lines: terms.map(({ term, unit, before, after }) => ({
      term: termLabel(term),
      before: write(before, unit),
      after: write(after, unit),
      change: changeOf(before, after, (amount) => write(amount, unit)),
    })),
    columns: columns.length === 0 ? '' : `Read as: ${columns.map(({ header, means }) => `${header} → ${termLabel(means)}`).join(' · ')}`,
    steps: steps.length === 0 ? '' : `Shaped first: ${steps.join(' · ')}`,
  };
}

/** Signed, and empty where nothing changed. */
function changeOf(before: number | null, after: number | null, write: (amount: number) => string): string {
  const difference = (after ?? 0) - (before ?? 0);
  if (Math.abs(difference) < 1e-9) return '';
  return `${difference > 0 ? '+' : '−'}${write(Math.abs(difference))}`;
}
