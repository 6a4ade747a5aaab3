import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** The small picture of an ad; nothing where it has none. Its name stands beside it. */
@Component({
  selector: 'ul-thumb',
  template: `
    @if (address(); as shown) {
      <img [src]="shown" alt="" loading="lazy" [style.height.px]="height()" />
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex: none;
    }
    img {
      max-width: 100%;
      border-radius: 2px;
      outline: 1px solid var(--line);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Thumb {
  /** The fingerprint of the picture. */
  readonly picture = input.required<string | undefined>();
  /** In points. */
  readonly height = input(20);
  protected readonly address = computed(() => {
    const picture = this.picture();
    return picture === undefined ? '' : `/api/pictures/${picture}`;
  });
}
