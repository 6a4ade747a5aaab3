import { A11yModule } from '@angular/cdk/a11y';
import { CdkConnectedOverlay, CdkOverlayOrigin, type ConnectedPosition } from '@angular/cdk/overlay';
import { NgTemplateOutlet } from '@angular/common';
import { booleanAttribute, ChangeDetectionStrategy, Component, contentChild, input, linkedSignal, TemplateRef } from '@angular/core';

/** A word of a sentence that opens a small panel to change it. The panel is the projected template. */
@Component({
  selector: 'ul-phrase',
  imports: [A11yModule, CdkConnectedOverlay, CdkOverlayOrigin, NgTemplateOutlet],
  template: `
    <button
      type="button"
      cdkOverlayOrigin
      #origin="cdkOverlayOrigin"
      aria-haspopup="dialog"
      [attr.aria-expanded]="open()"
      [attr.aria-label]="label() + ': ' + text()"
      (click)="open.set(!open())"
    >
      {{ text() }}
    </button>
    <ng-template
      cdkConnectedOverlay
      [cdkConnectedOverlayOrigin]="origin"
      [cdkConnectedOverlayOpen]="open()"
      [cdkConnectedOverlayPositions]="beside"
      [cdkConnectedOverlayHasBackdrop]="true"
      cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop"
      (backdropClick)="open.set(false)"
      (detach)="open.set(false)"
    >
      <div class="panel" role="dialog" [attr.aria-label]="label()" cdkTrapFocus [cdkTrapFocusAutoCapture]="true">
        <ng-container [ngTemplateOutlet]="panel()" [ngTemplateOutletContext]="{ $implicit: close }" />
      </div>
    </ng-template>
  `,
  styles: `
    button {
      font: inherit;
      color: var(--ink);
      background: none;
      border: 0;
      border-bottom: 1.5px solid var(--accent);
      padding: 0 1px;
      cursor: pointer;
      border-radius: 0;
    }
    button:hover,
    button[aria-expanded='true'] {
      background: var(--accent-paper);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Phrase {
  /** What the phrase is about, for people who hear it. */
  readonly label = input.required<string>();
  readonly text = input.required<string>();
  protected readonly panel = contentChild.required(TemplateRef);
  /** Whether its panel is open at first: what has just been added is to be said. */
  readonly startsOpen = input(false, { transform: booleanAttribute });
  protected readonly open = linkedSignal(() => this.startsOpen());
  protected readonly close = (): void => this.open.set(false);
  /** Below it, and above where the screen ends. */
  protected readonly beside: ConnectedPosition[] = [
    { originX: 'start', originY: 'bottom', overlayX: 'start', overlayY: 'top', offsetY: 4 },
    { originX: 'end', originY: 'bottom', overlayX: 'end', overlayY: 'top', offsetY: 4 },
    { originX: 'start', originY: 'top', overlayX: 'start', overlayY: 'bottom', offsetY: -4 },
    { originX: 'end', originY: 'top', overlayX: 'end', overlayY: 'bottom', offsetY: -4 },
  ];
}
