import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Thumb } from '../ui/thumb';
import type { FindingView } from './finding-view';

/** One finding: what happened, how sure, what to do about it. */
@Component({
  selector: 'ul-finding-card',
  imports: [MatButton, MatIcon, Thumb],
  template: `
    <article [attr.aria-label]="view().finding.name">
      <div class="who">
        <h3>{{ view().finding.name }}</h3>
        <p class="quiet small">{{ view().finding.level === 'ad' ? 'Ad' : 'Campaign' }} · {{ view().where }}</p>
        @if (view().stake) {
          <p class="stake">{{ view().stake }}</p>
        }
        <ul-thumb [picture]="view().finding.picture" [height]="72" />
      </div>
      <div class="fact">
        <p>
          <strong>{{ view().actual }}</strong>, {{ view().against }}
        </p>
        @if (view().scale; as scale) {
          <div class="scale" aria-hidden="true">
            <span
              class="range"
              [class]="view().finding.verdict.replaceAll(' ', '-')"
              [style.left.%]="scale.low * 100"
              [style.width.%]="(scale.high - scale.low) * 100"
            ></span>
            <span class="bar"></span>
            @if (scale.actual !== null) {
              <span class="dot" [style.left.%]="scale.actual * 100"></span>
            }
          </div>
          <p class="small">{{ view().range }}</p>
        } @else {
          <p class="small">{{ view().unfit }}</p>
        }
        <p class="quiet small">
          {{ view().evidence }}
        </p>
        @if (view().marginal) {
          <p class="small">{{ view().marginal }}</p>
        }
        @if (view().stopLoss) {
          <p class="small">{{ view().stopLoss }}</p>
        }
        @if (view().finding.verdict === 'at the bar') {
          <p class="small">At the bar: more data will not decide.</p>
        } @else if (view().more) {
          <p class="small">{{ view().more }}</p>
        }
      </div>
      <div class="move">
        @if (view().change) {
          <p>
            <strong>{{ view().change }}</strong>
          </p>
          <p class="small">{{ view().effect }}</p>
          <p class="quiet small">{{ view().assumption }}</p>
          @if (view().decided; as decided) {
            <p class="decided">
              {{ decided }}
              <button
                mat-button
                type="button"
                [attr.aria-label]="'Take back the decision on ' + view().finding.name"
                (click)="undone.emit()"
              >
                <mat-icon svgIcon="undo" /> Take back
              </button>
            </p>
          } @else {
            <div class="buttons">
              <button
                mat-flat-button
                type="button"
                [attr.aria-label]="'Accept the move for ' + view().finding.name"
                (click)="accepted.emit()"
              >
                Accept
              </button>
              <button
                mat-stroked-button
                type="button"
                [attr.aria-label]="'Dismiss the move for ' + view().finding.name"
                (click)="dismissed.emit()"
              >
                Dismiss
              </button>
            </div>
          }
        } @else {
          <p class="quiet small">No change proposed. {{ view().noMove }}</p>
        }
      </div>
    </article>
  `,
  styleUrl: './finding-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingCard {
  readonly view = input.required<FindingView>();
  readonly accepted = output();
  readonly dismissed = output();
  readonly undone = output();
}
