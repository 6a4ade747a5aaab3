import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MatIconButton } from '@angular/material/button';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';

const LEAST_WIDTH = 140;
const MOST_WIDTH = 700;
const STEP = 20;

/** The head of the names: sorts by them, opens whole levels, says where the first row in sight lies, and makes them wider or narrower. */
@Component({
  selector: 'ul-name-head',
  imports: [MatIcon, MatIconButton, MatMenu, MatMenuItem, MatMenuTrigger],
  template: `
    <span class="first">
      <button type="button" class="sort" (click)="sorted.emit()">Member</button>
      @if (levels().length > 1) {
        <button mat-icon-button type="button" class="levels" aria-label="Open levels" [matMenuTriggerFor]="menu">
          <mat-icon svgIcon="unfold" />
        </button>
        <mat-menu #menu="matMenu">
          <button mat-menu-item type="button" (click)="opened.emit(0)">Only {{ levels()[0] }}</button>
          @for (level of levels().slice(1); track level; let at = $index) {
            <button mat-menu-item type="button" (click)="opened.emit(at + 1)">Open all down to {{ level }}</button>
          }
        </mat-menu>
      }
    </span>
    <small class="path" [title]="path()">{{ path() }}</small>
    <span
      class="edge"
      role="separator"
      tabindex="0"
      aria-orientation="vertical"
      aria-label="Width of the names"
      [attr.aria-valuenow]="width() ?? usual(edge)"
      [attr.aria-valuemin]="LEAST_WIDTH"
      [attr.aria-valuemax]="MOST_WIDTH"
      #edge
      (pointerdown)="begin($event, edge)"
      (pointermove)="drag($event)"
      (pointerup)="from = null"
      (keydown.arrowleft)="step(-1, edge, $event)"
      (keydown.arrowright)="step(1, edge, $event)"
    ></span>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
    }
    .first {
      display: flex;
      align-items: center;
      gap: 4px;
      height: 26px;
    }
    .sort {
      font: inherit;
      color: inherit;
      background: none;
      border: 0;
      padding: 2px 0;
      cursor: pointer;
    }
    .levels {
      --mat-icon-button-state-layer-size: 24px;
      padding: 2px;
    }
    .path {
      display: block;
      height: 15px;
      font-weight: 400;
      font-size: 11.5px;
      line-height: 15px;
      color: var(--ink-quiet);
      width: var(--name-width, 236px);
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .edge {
      position: absolute;
      right: -8px;
      top: 0;
      bottom: 0;
      width: 10px;
      cursor: col-resize;
      touch-action: none;
    }
    .edge:hover,
    .edge:focus-visible {
      border-right: 2px solid var(--accent);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NameHead {
  readonly levels = input.required<readonly string[]>();
  readonly path = input.required<string>();
  /** In pixels; null for the usual. */
  readonly width = model.required<number | null>();
  readonly sorted = output();
  readonly opened = output<number>();

  protected readonly LEAST_WIDTH = LEAST_WIDTH;
  protected readonly MOST_WIDTH = MOST_WIDTH;
  /** Where a drag began, and how wide the names were. */
  protected from: { readonly x: number; readonly width: number } | null = null;

  protected begin(event: PointerEvent, edge: HTMLElement): void {
    edge.setPointerCapture(event.pointerId);
    this.from = { x: event.clientX, width: this.width() ?? this.usual(edge) };
  }

  protected drag({ clientX }: PointerEvent): void {
    if (this.from) this.set(this.from.width + clientX - this.from.x);
  }

  protected step(by: 1 | -1, edge: HTMLElement, event: Event): void {
    event.preventDefault();
    this.set((this.width() ?? this.usual(edge)) + by * STEP);
  }

  protected usual(edge: HTMLElement): number {
    return edge.parentElement?.querySelector('.path')?.clientWidth ?? LEAST_WIDTH;
  }

  private set(width: number): void {
    this.width.set(Math.round(Math.min(MOST_WIDTH, Math.max(LEAST_WIDTH, width))));
  }
}
