import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import type { Observable } from 'rxjs';
import { FocusService } from '../data/focus';
import type { Earlier } from './earlier';
import { loadState } from './load-state';
import { momentText } from './moment-text';

/** When a document was what, and by whom; the one that is chosen is looked at before it is stored. */
@Component({
  selector: 'ul-earlier-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  template: `
    <h2 mat-dialog-title>What it was before</h2>
    <mat-dialog-content>
      @if (versions(); as all) {
        <p class="quiet">Put one in, look at it, and save it: until then nothing changes.</p>
        <ol aria-label="Versions, the newest first">
          @for (each of all; track each.version) {
            <li>
              <span>{{ each.when }}{{ each.by === '' ? '' : ', ' + each.by }}</span>
              @if ($first) {
                <span class="quiet">as it is stored now</span>
              } @else {
                <button mat-button type="button" [mat-dialog-close]="each">Put it in</button>
              }
            </li>
          } @empty {
            <li class="quiet">It was never saved.</li>
          }
        </ol>
      } @else if (state()?.state === 'failed') {
        <p class="notice bad" role="alert">{{ $any(state()).message }}</p>
      } @else {
        <p role="status">Reading its versions…</p>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end"><button mat-button mat-dialog-close>Close</button></mat-dialog-actions>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      min-height: 48px;
      gap: 8px;
      align-items: center;
      justify-content: space-between;
      border-bottom: 1px solid var(--line);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EarlierDialog {
  private readonly client = inject(FocusService).client;
  protected readonly state = toSignal(loadState(inject<Observable<readonly Earlier<unknown>[]>>(MAT_DIALOG_DATA)));
  protected readonly versions = computed(() => {
    const [state, client] = [this.state(), this.client()];
    return state?.state === 'ready' && client ? state.value.map((each) => ({ ...each, when: momentText(each.at, client) })) : null;
  });
}
