import { inject, Injectable, type Signal } from '@angular/core';
import { MediaMatcher } from '@angular/cdk/layout';
import { toSignal } from '@angular/core/rxjs-interop';
import { fromEvent, map } from 'rxjs';

/** Whether the person's screen is set to dark: what draws itself has to know, style sheets do by themselves. */
@Injectable({ providedIn: 'root' })
export class Dark {
  private readonly media = inject(MediaMatcher).matchMedia('(prefers-color-scheme: dark)');
  readonly isDark: Signal<boolean> = toSignal(fromEvent(this.media, 'change').pipe(map(() => this.media.matches)), {
    initialValue: this.media.matches,
  });
}
