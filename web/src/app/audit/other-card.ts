import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { ChartPicture } from '../ui/chart';
import type { OtherView } from './other-view';

/** A finding beside the target: the sentence, what it rests on, what can be done, and the way to its rows. */
@Component({
  selector: 'ul-other-card',
  imports: [ChartPicture, MatButton, RouterLink],
  template: `
    <article [attr.aria-label]="view().finding.says">
      <div class="who">
        <h3>{{ view().finding.about.name }}</h3>
        <p class="quiet small">{{ view().where }}</p>
        @if (view().stake) {
          <p class="stake">{{ view().stake }}</p>
        }
      </div>
      <div class="fact">
        <p class="says">{{ view().finding.says }}</p>
        @for (line of view().finding.evidence; track line) {
          <p class="quiet small">{{ line }}</p>
        }
        @if (isOpen()) {
          @if (view().drawn; as drawn) {
            <p class="small caption">{{ view().finding.picture!.title }}</p>
            <ul-chart [drawn]="drawn" [summary]="$any(view().finding.picture).title" [height]="150" />
          } @else if (view().bars; as bars) {
            <ul class="bars" [attr.aria-label]="view().finding.picture!.title">
              @for (bar of bars; track $index) {
                <li>
                  <span>{{ bar.name }}</span>
                  <span class="track" aria-hidden="true">
                    <span class="bar" [class.down]="bar.isDown" [style.left.%]="bar.left" [style.width.%]="bar.width"></span>
                  </span>
                  <span class="amount">{{ bar.text }}</span>
                </li>
              }
            </ul>
          } @else if (view().finding.picture?.kind === 'table') {
            <div class="rows">
              <table [attr.aria-label]="view().finding.picture!.title">
                <thead>
                  <tr>
                    @for (head of $any(view().finding.picture).heads; track $index) {
                      <th scope="col">{{ head }}</th>
                    }
                  </tr>
                </thead>
                <tbody>
                  @for (row of $any(view().finding.picture).rows; track $index) {
                    <tr>
                      @for (cell of row; track $index) {
                        <td>{{ cell }}</td>
                      }
                    </tr>
                  }
                </tbody>
              </table>
            </div>
          }
        }
      </div>
      <div class="move">
        <p>{{ view().finding.advice }}</p>
        @for (line of view().finding.happened; track line) {
          <p class="small happened">{{ line }}</p>
        }
        <p class="small ways">
          <a [routerLink]="view().link.path" [queryParams]="view().link.query" queryParamsHandling="merge">{{ view().link.label }}</a>
          @if (view().finding.picture) {
            <button mat-button type="button" [attr.aria-expanded]="isOpen()" (click)="opened.emit()">
              {{ isOpen() ? 'Less' : 'Show ' + shown() }}
            </button>
          }
          @if (view().finding.since && view().finding.happened.length === 0) {
            <button mat-button type="button" (click)="noted.emit()">Note what it was</button>
          }
        </p>
      </div>
    </article>
  `,
  styleUrl: './finding-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherCard {
  readonly view = input.required<OtherView>();
  readonly isOpen = input(false);
  readonly opened = output();
  readonly noted = output();

  protected shown(): string {
    const kind = this.view().finding.picture?.kind;
    return kind === 'days' ? 'the days' : kind === 'parts' ? 'the parts' : 'which';
  }
}
