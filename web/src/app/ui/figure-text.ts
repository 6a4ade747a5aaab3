import { Component, computed, input } from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';
import { type Figure, figureText, type Style, type Unit } from '@lens/core';

/** A figure as text: the value, bounds in words of size, or a quiet sign for a gap with its words on hover. */
@Component({
  selector: 'ul-figure',
  imports: [MatTooltip],
  template: `<span [class.gap]="figure().kind === 'gap'" [class.part]="figure().coverage !== undefined" [matTooltip]="hint()"
    ><span aria-hidden="true">{{ text().text }}</span
    ><span class="cdk-visually-hidden">{{ text().spoken }}</span></span
  >`,
  styles: `
    .gap {
      color: var(--ink-quiet);
    }
    .part {
      border-bottom: 1px dashed var(--ink-quiet);
    }
  `,
})
export class FigureText {
  readonly figure = input.required<Figure>();
  readonly unit = input.required<Unit>();
  readonly style = input.required<Style>();

  protected readonly text = computed(() => figureText(this.figure(), this.unit(), this.style()));
  protected readonly hint = computed(() => (this.text().spoken === this.text().text ? '' : this.text().spoken));
}
