import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ChartPicture } from '../ui/chart';
import type { PictureView } from './picture-view';

/** What is drawn beside a finding: days, a grid, signed parts, or a table. */
@Component({
  selector: 'ul-finding-picture',
  imports: [ChartPicture],
  template: `
    @let picture = view();
    <p class="caption">{{ picture.title }}</p>
    @switch (picture.kind) {
      @case ('drawn') {
        <ul-chart [drawn]="picture.drawn" [summary]="picture.title" [height]="picture.height" />
      }
      @case ('bars') {
        <ul class="bars" [attr.aria-label]="picture.title">
          @for (bar of picture.bars; track $index) {
            <li>
              <span>{{ bar.name }}</span>
              <span class="track" aria-hidden="true">
                <span class="bar" [class.down]="bar.isDown" [style.left.%]="bar.left" [style.width.%]="bar.width"></span>
              </span>
              <span class="amount">{{ bar.text }}</span>
            </li>
          }
        </ul>
      }
      @case ('table') {
        <div class="rows">
          <table [attr.aria-label]="picture.title">
            <thead>
              <tr>
                @for (head of picture.heads; track $index) {
                  <th scope="col" [class.words]="head.isWords">{{ head.text }}</th>
                }
              </tr>
            </thead>
            <tbody>
              @for (row of picture.rows; track $index) {
                <tr>
                  @for (cell of row; track $index) {
                    <td [class.words]="cell.isWords">{{ cell.text }}</td>
                  }
                </tr>
              }
            </tbody>
          </table>
        </div>
      }
    }
  `,
  styleUrl: './finding-picture.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingPicture {
  readonly view = input.required<PictureView>();
}
