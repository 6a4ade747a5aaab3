import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, contentChild, input, output, TemplateRef, ViewEncapsulation } from '@angular/core';
import type { AbstractControl } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';

/** A table of rows that are added and taken out; a template between its tags has the cells of a row. */
@Component({
  selector: 'ul-row-list',
  imports: [MatButton, MatIcon, MatIconButton, NgTemplateOutlet],
  template: `
    <div class="wide">
      <table class="plain">
        <caption class="cdk-visually-hidden">
          {{
            label()
          }}
        </caption>
        <thead>
          <tr>
            @for (head of heads(); track head) {
              <th scope="col">{{ head }}</th>
            }
            <th scope="col"><span class="cdk-visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows().controls; track row; let at = $index) {
            <tr>
              <ng-container [ngTemplateOutlet]="cells()" [ngTemplateOutletContext]="{ $implicit: row }" />
              <td>
                <button mat-icon-button type="button" [attr.aria-label]="'Remove ' + these()" (click)="removed.emit(at)">
                  <mat-icon svgIcon="remove" />
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td [attr.colspan]="heads().length + 1" class="quiet">{{ none() }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <button mat-button type="button" (click)="added.emit()"><mat-icon svgIcon="add" /> {{ add() }}</button>
  `,
  styles: `
    ul-row-list {
      display: block;
      margin-bottom: 18px;
    }
    ul-row-list .wide {
      overflow-x: auto;
    }
    ul-row-list table.plain {
      max-width: 1000px;
    }
    ul-row-list table.plain td {
      padding: 4px 6px;
      vertical-align: middle;
    }
  `,
  // The cells are written elsewhere.
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RowList {
  readonly label = input.required<string>();
  readonly heads = input.required<readonly string[]>();
  readonly rows = input.required<{ readonly controls: readonly AbstractControl[] }>();
  /** “this balance”, “these hours”. */
  readonly these = input.required<string>();
  /** What is said where there is no row. */
  readonly none = input.required<string>();
  /** “Add a balance”. */
  readonly add = input.required<string>();
  readonly added = output();
  readonly removed = output<number>();
  protected readonly cells = contentChild.required<TemplateRef<unknown>>(TemplateRef);
}
