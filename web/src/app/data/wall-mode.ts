import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute } from '@angular/router';
import { map } from 'rxjs';

/** Whether the page hangs on a wall: then it shows what it shows, and nothing to press. */
@Injectable({ providedIn: 'root' })
export class WallMode {
  readonly isOn = toSignal(inject(ActivatedRoute).queryParamMap.pipe(map((params) => params.get('wall') === 'on')), {
    initialValue: false,
  });
}
