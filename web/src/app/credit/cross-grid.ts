import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A row of members set against each other. */
export interface CrossRow {
  readonly name: string;
  /** In the order of the rows; `shade` from 0 to 1 of the darkest. */
  readonly cells: readonly { readonly text: string; readonly spoken: string; readonly shade: number }[];
}

/** Members set against each other, darker for more. */
@Component({
  selector: 'ul-cross-grid',
  template: `
    <table class="plain">
      <caption class="cdk-visually-hidden">
        {{
          caption()
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">{{ corner() }}</th>
          @for (row of rows(); track row.name) {
            <th scope="col" class="number">{{ row.name }}</th>
          }
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.name) {
          <tr>
            <th scope="row">{{ row.name }}</th>
            @for (cell of row.cells; track $index) {
              <td class="number" [title]="cell.spoken" [style.--shade.%]="cell.shade * 55">{{ cell.text }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    table {
      font-size: 14px;
    }
    td,
    th {
      padding: 3px 8px;
    }
    tbody th {
      font-weight: 400;
      color: var(--ink);
      text-align: left;
    }
    td {
      background: color-mix(in srgb, var(--accent) var(--shade, 0%), transparent);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CrossGrid {
  /** What rows and columns are. */
  readonly corner = input.required<string>();
  readonly caption = input.required<string>();
  readonly rows = input.required<readonly CrossRow[]>();
}
