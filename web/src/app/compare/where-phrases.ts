import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type Filter, needsValue, testProblem, type TextTest } from '@lens/core';
import type { Choice } from '../ui/choices';
import { Phrase } from '../ui/phrase';
import { TextTestFields } from '../ui/text-test-fields';
import { FieldList } from './field-list';

/** What is kept of the data, in words: "device is phone or tablet". */
@Component({
  selector: 'ul-where-phrases',
  imports: [FieldList, MatButton, Phrase, TextTestFields],
  template: `
    @for (filter of value(); track $index; let at = $index) {
      @if (at > 0) {
        <span>and</span>
      }
      <ul-phrase label="Only where" [text]="textOf(filter)" [startsOpen]="added() === at">
        <ng-template let-close>
          <p class="name">{{ labelOf()(filter.dimension) }}</p>
          @for (test of filter.any; track $index; let nth = $index) {
            <div class="test">
              @if (nth > 0) {
                <span class="quiet">or</span>
              }
              <ul-text-test-fields
                [value]="test"
                [label]="labelOf()(filter.dimension) + ' ' + (nth + 1)"
                (changed)="setTest(at, nth, $event)"
              />
            </div>
          }
          @if (problemOf(filter); as problem) {
            <p class="quiet" role="status">{{ problem }}</p>
          }
          <div class="actions">
            <button mat-button type="button" (click)="setTest(at, filter.any.length, blank)">Or…</button>
            <button mat-button type="button" (click)="remove(at); close()">Take out</button>
            <button mat-button type="button" (click)="close()">Done</button>
          </div>
        </ng-template>
      </ul-phrase>
    }
    <ul-phrase label="Keep only where" text="+" [startsOpen]="startsOpen() && value().length === 0">
      <ng-template let-close>
        <ul-field-list label="Keep only where" [fields]="fields()" (chosen)="add($event); close()" />
      </ng-template>
    </ul-phrase>
  `,
  styles: `
    .name {
      margin: 0 0 4px;
      font-weight: 600;
    }
    .test {
      display: flex;
      gap: 8px;
      align-items: baseline;
      justify-content: flex-end;
    }
    .actions {
      display: flex;
      border-top: 1px solid var(--line);
      margin-top: 4px;
    }
  `,
  host: { class: 'phrases' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WherePhrases {
  readonly value = input.required<readonly Filter[]>();
  readonly fields = input.required<readonly Choice<string>[]>();
  readonly labelOf = input.required<(dimension: string) => string>();
  /** Whether the list to add from is open at first. */
  readonly startsOpen = input(false, { transform: booleanAttribute });
  readonly changed = output<readonly Filter[]>();

  /** The filter that was added last: its panel opens. */
  protected readonly added = signal<number | null>(null);
  protected readonly blank: TextTest = { test: 'is', value: '' };
  private readonly texts = computed(() => new Map(this.value().map((filter) => [filter, filterText(filter, this.labelOf())])));

  protected textOf(filter: Filter): string {
    return this.texts().get(filter) ?? '';
  }

  protected problemOf({ any }: Filter): string {
    return any.map(testProblem).find((problem) => problem !== '') ?? '';
  }

  protected add(dimension: string): void {
    this.added.set(this.value().length);
    this.changed.emit([...this.value(), { dimension, any: [this.blank] }]);
  }

  protected remove(at: number): void {
    this.added.set(null);
    this.changed.emit(this.value().filter((_, place) => place !== at));
  }

  protected setTest(at: number, nth: number, test: TextTest): void {
    const filter = this.value()[at];
    if (!filter) return;
    const any = [...filter.any.slice(0, nth), test, ...filter.any.slice(nth + 1)];
    this.changed.emit(this.value().with(at, { ...filter, any }));
  }
}

/** A filter as it is read: "device is phone or is tablet". */
export function filterText({ dimension, any }: Filter, labelOf: (dimension: string) => string): string {
  const tests = any.map(({ test, value }) => (needsValue(test) ? `${test} ${value.trim() === '' ? '…' : value}` : test));
  return `${labelOf(dimension)} ${tests.join(' or ')}`;
}
