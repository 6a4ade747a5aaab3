import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { ImportDetail } from '@lens/contract';
import { formatNumber, quantity, type Style, type Vocabulary } from '@lens/core';
import { switchMap } from 'rxjs';
import { Api } from '../data/api';
import type { Choice } from '../ui/choices';
import { loadState } from '../ui/load-state';
import { PickField } from '../ui/pick-field';
import { termLabel } from './term-label';

/** What an import changed on its days, and how it read its file. */
@Component({
  selector: 'ul-import-detail',
  imports: [PickField],
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
          <p class="head">
            @if (others().length > 0) {
              Compared with
              <ul-pick-field bare label="Compared with" [choices]="choices()" [value]="against()" (chosen)="against.set($event)" />
            }
            {{ shown.rows }}
          </p>
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
          @if (shown.members.length > 0) {
            <table class="plain small">
              <caption>
                Campaigns whose spend on these days changed most
              </caption>
              <tbody>
                @for (line of shown.members; track $index) {
                  <tr>
                    <th scope="row">{{ line.name }}</th>
                    <td class="number">{{ line.before }}</td>
                    <td class="number">{{ line.after }}</td>
                    <td class="number">{{ line.change }}</td>
                  </tr>
                }
              </tbody>
            </table>
          }
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
    caption {
      text-align: left;
      font-weight: 600;
      padding: 2px 8px;
    }
    .same {
      color: var(--ink-quiet);
    }
    p {
      margin: 4px 0;
    }
    .head {
      display: flex;
      gap: 8px;
      align-items: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ImportDetailView {
  private readonly api = inject(Api);
  readonly importId = input.required<number>();
  readonly client = input.required<Style>();
  readonly vocabulary = input.required<Vocabulary>();
  /** Other imports of its feed that it can be compared with. */
  readonly others = input.required<readonly { readonly id: number; readonly label: string }[]>();

  protected readonly against = signal<number | null>(null);
  protected readonly choices = computed((): Choice<number | null>[] => [
    { value: null, label: 'what was there just before it' },
    ...this.others().map(({ id: value, label }) => ({ value, label })),
  ]);
  private readonly asked = computed(() => ({ id: this.importId(), against: this.against() }));
  protected readonly state = toSignal(
    toObservable(this.asked).pipe(
      switchMap(({ id, against }) =>
        loadState(this.api.call('importDetail', { params: { import: id }, query: against === null ? {} : { against } })),
      ),
    ),
  );
  protected readonly view = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? viewOf(state.value, this.client(), this.vocabulary()) : null;
  });
}

function viewOf({ rowsBefore, rowsAfter, terms, columns, steps, members }: ImportDetail, style: Style, vocabulary: Vocabulary) {
  const write = (amount: number | null, unit: 'money' | 'count'): string =>
    amount === null ? 'not measured' : formatNumber(amount, unit, style);
  return {
    rows: `${quantity(rowsBefore, 'row', 'rows', style)} before, ${quantity(rowsAfter, 'row', 'rows', style)} after.`,
    lines: terms.map(({ term, unit, before, after }) => ({
      term: termLabel(term, vocabulary),
      before: write(before, unit),
      after: write(after, unit),
      change: changeOf(before, after, (amount) => write(amount, unit)),
    })),
    members: members.map(({ name, before, after }) => ({
      name,
      before: write(before, 'money'),
      after: write(after, 'money'),
      change: changeOf(before, after, (amount) => write(amount, 'money')),
    })),
    columns:
      columns.length === 0
        ? ''
        : `Read as: ${columns.map(({ header, means }) => `${header} → ${termLabel(means, vocabulary)}`).join(' · ')}`,
    steps: steps.length === 0 ? '' : `Shaped first: ${steps.join(' · ')}`,
  };
}

/** Signed, and empty where nothing changed. */
function changeOf(before: number | null, after: number | null, write: (amount: number) => string): string {
  const difference = (after ?? 0) - (before ?? 0);
  if (Math.abs(difference) < 1e-9) return '';
  return `${difference > 0 ? '+' : '−'}${write(Math.abs(difference))}`;
}
