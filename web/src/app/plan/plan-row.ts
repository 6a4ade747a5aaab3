import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import type { BudgetView } from './plan-view';
import { ResponseCurve } from './response-curve';

/** One campaign of a plan: its curve, its budget to be drawn or held, and what the change is expected to do. */
@Component({
  selector: 'tr[ulPlanRow]',
  imports: [MatButton, MatCheckbox, MatSlider, MatSliderThumb, ResponseCurve],
  template: `
    <td>
      <mat-checkbox
        [disabled]="view().change === ''"
        [checked]="chosen()"
        [aria-label]="'Accept the change of ' + view().budget.name"
        (change)="choose.emit($event.checked)"
      />
    </td>
    <th scope="row">
      <strong>{{ view().budget.name }}</strong>
      <div class="quiet">{{ view().budget.channelName }}</div>
    </th>
    <td><ul-response-curve [told]="view().budget" [label]="view().curveLabel" /></td>
    <td class="money">
      <div class="figures">{{ view().money }} <span class="quiet">a day</span></div>
      <div class="drawn">
        <mat-slider [min]="low()" [max]="high()" [step]="step()" [disabled]="high() - low() < step()">
          <input
            matSliderThumb
            [value]="view().budget.planned.spend"
            [attr.aria-label]="'Spend a day of ' + view().budget.name"
            [attr.aria-valuetext]="view().money"
            (valueChange)="draw.emit($event)"
          />
        </mat-slider>
        @if (view().isFixed) {
          <button mat-button type="button" [attr.aria-label]="'Plan ' + view().budget.name + ' again'" (click)="draw.emit(null)">
            Plan again
          </button>
        } @else {
          <button
            mat-button
            type="button"
            [attr.aria-label]="'Hold ' + view().budget.name + ' as it is'"
            (click)="draw.emit(view().budget.now.spend)"
          >
            Hold
          </button>
        }
      </div>
      <div class="quiet small">{{ view().limit }}</div>
    </td>
    <td class="last">{{ view().lastMoney }}</td>
    <td>
      {{ view().change }}
      <div>{{ view().effect }}</div>
      <button mat-button type="button" [attr.aria-expanded]="open()" (click)="open.set(!open())">Why, and what more would bring</button>
      @if (open()) {
        <p>{{ view().why }}</p>
        <p>{{ view().more }}</p>
      }
    </td>
  `,
  styles: `
    :host > th {
      font-weight: 400;
      color: var(--ink);
      font-size: 14.5px;
      min-width: 215px;
      max-width: 280px;
      overflow-wrap: anywhere;
      vertical-align: top;
    }
    .drawn {
      display: flex;
      align-items: center;
    }
    .quiet {
      margin-left: 0;
    }
    .money {
      min-width: 190px;
    }
    .last {
      min-width: 110px;
    }
    .figures {
      font-feature-settings: var(--figures);
      white-space: nowrap;
    }
    mat-slider {
      width: 150px;
      min-width: 150px;
      margin: 0 8px;
    }
    button {
      min-width: 0;
      padding: 0 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanRow {
  readonly view = input.required<BudgetView>();
  readonly chosen = input.required<boolean>();
  readonly choose = output<boolean>();
  /** A spend a day that is said; null to let it be planned. */
  readonly draw = output<number | null>();
  protected readonly open = signal(false);
  protected readonly step = computed(() => (this.view().budget.now.spend < 10 ? 0.1 : 1));
  /** What is said may lie anywhere between a tenth and half as much again. */
  protected readonly low = computed(() =>
    this.view().isFixed ? Math.max(this.step(), Math.floor(0.1 * this.view().budget.now.spend)) : this.view().budget.low,
  );
  protected readonly high = computed(() =>
    this.view().isFixed ? Math.max(1.5 * this.view().budget.now.spend, this.view().budget.high) : this.view().budget.high,
  );
}
