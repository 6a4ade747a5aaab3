import { CdkDrag, type CdkDragDrop, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Choice } from '../ui/choices';
import { Phrase } from '../ui/phrase';
import { FieldList } from './field-list';

/** What rows are split by, outermost first: each a phrase that is changed, taken out, or dragged to another place. */
@Component({
  selector: 'ul-split-phrases',
  imports: [CdkDrag, CdkDropList, FieldList, MatButton, Phrase],
  template: `
    <span class="fields" cdkDropList cdkDropListOrientation="mixed" (cdkDropListDropped)="drop($event)">
      @for (dimension of value(); track dimension; let at = $index; let last = $last) {
        <span class="field" cdkDrag [attr.data-at]="at">
          <ul-phrase [label]="at === 0 ? 'Split by' : 'Then by'" [text]="labelOf()(dimension)">
            <ng-template let-close>
              <ul-field-list
                label="Split by"
                [fields]="choicesFor(dimension)"
                [value]="dimension"
                (chosen)="replace(at, $event); close()"
              />
              <div class="actions">
                @if (at > 0) {
                  <button mat-button type="button" (click)="move(at, at - 1); close()">Further out</button>
                }
                @if (!last) {
                  <button mat-button type="button" (click)="move(at, at + 1); close()">Further in</button>
                }
                @if (value().length > 1) {
                  <button mat-button type="button" (click)="remove(at); close()">Take out</button>
                }
              </div>
            </ng-template>
          </ul-phrase>
          @if (!last) {
            <span class="then" aria-hidden="true">›</span>
          }
        </span>
      }
    </span>
    @if (value().length < most) {
      <ul-phrase label="Split further by" text="+">
        <ng-template let-close>
          <ul-field-list label="Split further by" [fields]="choicesFor(null)" (chosen)="add($event); close()" />
        </ng-template>
      </ul-phrase>
    }
  `,
  styles: `
    :host,
    .fields {
      display: inline-flex;
      flex-wrap: wrap;
      gap: 4px 6px;
      align-items: baseline;
    }
    .field {
      display: inline-flex;
      gap: 6px;
      align-items: baseline;
      cursor: grab;
    }
    .then {
      color: var(--ink-quiet);
    }
    .actions {
      display: flex;
      border-top: 1px solid var(--line);
      margin-top: 4px;
    }
  `,
  host: { '(keydown)': 'onKey($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SplitPhrases {
  readonly value = input.required<readonly string[]>();
  readonly fields = input.required<readonly Choice<string>[]>();
  readonly labelOf = input.required<(dimension: string) => string>();
  readonly changed = output<readonly string[]>();

  protected readonly most = 8;

  /** Fields not yet used, and the one that stands there. */
  protected choicesFor(own: string | null): readonly Choice<string>[] {
    return this.fields().filter(({ value }) => value === own || !this.value().includes(value));
  }

  protected replace(at: number, dimension: string): void {
    this.changed.emit(this.value().with(at, dimension));
  }

  protected add(dimension: string): void {
    this.changed.emit([...this.value(), dimension]);
  }

  protected remove(at: number): void {
    this.changed.emit(this.value().filter((_, place) => place !== at));
  }

  protected move(from: number, to: number): void {
    const moved = [...this.value()];
    moveItemInArray(moved, from, to);
    this.changed.emit(moved);
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.move(previousIndex, currentIndex);
  }

  /** On a phrase, Alt and an arrow move it, Delete takes it out. */
  protected onKey(event: KeyboardEvent): void {
    const field = event.target instanceof Element ? event.target.closest('[data-at]') : null;
    if (!field) return;
    const at = Number(field.getAttribute('data-at'));
    const last = this.value().length - 1;
    if (event.altKey && event.key === 'ArrowLeft' && at > 0) this.move(at, at - 1);
    else if (event.altKey && event.key === 'ArrowRight' && at < last) this.move(at, at + 1);
    else if (event.key === 'Delete' && last > 0) this.remove(at);
    else return;
    event.preventDefault();
  }
}
