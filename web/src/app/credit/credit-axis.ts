import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CreditMark } from './credit-view';
import { FILLED, RULE_WORDS } from './rule-words';

/** An open ring for what a channel claims itself, a beam for what would be missing. */
const MORE: Readonly<Record<string, string>> = { claims: 'M6 2 a4 4 0 1 0 0.01 0', lost: 'M6 0 V12' };

const markPath = (mark: CreditMark['rule']): string => MORE[mark] ?? RULE_WORDS[mark as keyof typeof RULE_WORDS].mark;
const isFilled = (mark: CreditMark['rule']): boolean => mark !== 'claims' && mark !== 'lost' && FILLED.has(mark);

/** The shape that stands for a rule. */
@Component({
  selector: 'ul-rule-mark',
  template: `<svg viewBox="0 0 12 12" aria-hidden="true" [class]="mark()">
    <path [attr.d]="path()" [class.filled]="filled()" />
  </svg>`,
  styles: `
    :host {
      display: inline-block;
      line-height: 0;
    }
    svg {
      width: 11px;
      height: 11px;
      overflow: visible;
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.8;
    }
    path.filled {
      fill: var(--ink);
      stroke: none;
    }
    .claims path {
      stroke: var(--open);
    }
    .removal path {
      stroke: var(--accent);
    }
    .shapley path.filled {
      fill: var(--accent);
    }
    .lost path {
      stroke: var(--misses);
      stroke-width: 3;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleMark {
  readonly mark = input.required<CreditMark['rule']>();
  protected readonly path = computed(() => markPath(this.mark()));
  protected readonly filled = computed(() => isFilled(this.mark()));
}

/** One axis a row: a mark a rule, each in a lane of its own with its limits as a line. Where marks stand above each other the rules agree. */
@Component({
  selector: 'ul-credit-axis',
  imports: [RuleMark],
  template: `<div class="axis" role="img" [attr.aria-label]="spoken()" [style.height.px]="marks().length * lane + 6">
    <span class="zero" [style.left.%]="zero() * 100"></span>
    @for (mark of marks(); track mark.rule; let at = $index) {
      <span
        class="line"
        [style.top.px]="at * lane + 6"
        [style.left.%]="mark.low * 100"
        [style.width.%]="(mark.high - mark.low) * 100"
      ></span>
      <ul-rule-mark [mark]="mark.rule" [style.top.px]="at * lane + 1" [style.left.%]="mark.at * 100" [title]="mark.spoken" />
    }
  </div>`,
  styles: `
    .axis {
      position: relative;
      margin: 0 8px;
    }
    .zero {
      position: absolute;
      top: 0;
      bottom: 0;
      width: 1px;
      background: var(--line-strong);
    }
    .line {
      position: absolute;
      height: 1.5px;
      background: var(--ink-quiet);
      opacity: 0.55;
    }
    ul-rule-mark {
      position: absolute;
      margin-left: -5.5px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CreditAxis {
  readonly marks = input.required<readonly CreditMark[]>();
  readonly zero = input.required<number>();
  protected readonly lane = 6;
  protected readonly spoken = computed(() =>
    this.marks()
      .map(({ spoken }) => spoken)
      .join('; '),
  );
}
