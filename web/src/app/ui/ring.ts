import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Sureness } from '@lens/core';
import { ringCentre, TARGET_RING } from '@lens/draw';

const AROUND = 2 * Math.PI * TARGET_RING.radius;
const SPOKEN: Record<Sureness, string> = {
  supported: 'supported by the data',
  undecided: 'not certain',
  'not yet mature': 'too early to say: later sales are still to come',
};

/**
 * How much of a target is met, as an arc with a tick at 100 %. The centre says how sure: filled =
 * supported by the data, open = undecided, dotted = not yet mature or not known. Readable without colour.
 */
@Component({
  selector: 'ul-ring',
  template: `
    <svg viewBox="0 0 52 52" role="img" [attr.aria-label]="spoken()">
      <circle class="track" cx="26" cy="26" r="20" />
      @if (met() !== null) {
        <circle
          class="arc"
          [class.met]="(met() ?? 0) >= 1"
          cx="26"
          cy="26"
          r="20"
          transform="rotate(-90 26 26)"
          [attr.stroke-dasharray]="dash()"
        />
      }
      <line class="tick" x1="26" y1="0.5" x2="26" y2="11" transform="rotate(240 26 26)" />
      <circle [class]="'centre ' + centre()" cx="26" cy="26" r="6" />
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
      width: 56px;
      height: 56px;
    }
    circle,
    line {
      fill: none;
      stroke-width: 5;
    }
    .track {
      stroke: var(--line-strong);
      stroke-width: 1.5;
    }
    .arc {
      stroke: var(--misses);
    }
    .arc.met {
      stroke: var(--beats);
    }
    .tick {
      stroke: var(--ink);
      stroke-width: 2;
    }
    .centre {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .centre.full {
      fill: var(--ink);
    }
    .centre.dotted {
      stroke-dasharray: 2 2.5;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ring {
  /** Share of the target met: 1 is exactly met. Null where it cannot be said. */
  readonly met = input.required<number | null>();
  readonly sureness = input.required<Sureness>();
  /** What it is met by, in words; empty where that goes without saying. */
  readonly of = input('');

  protected readonly dash = computed(() => `${(Math.min(this.met() ?? 0, TARGET_RING.full) / TARGET_RING.full) * AROUND} ${AROUND}`);
  protected readonly centre = computed(() => ringCentre(this.met(), this.sureness()));
  protected readonly spoken = computed(() => {
    const met = this.met();
    if (met === null) return 'Target: not known';
    return [`${Math.round(met * 100)} % of the target met`, this.of(), `, ${SPOKEN[this.sureness()]}`].join(' ').replace(/ +,/, ',');
  });
}
