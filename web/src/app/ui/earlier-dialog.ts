import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { FocusService } from '../data/focus';
import type { EarlierAsked, EarlierChosen } from './earlier';
import { loadState } from './load-state';
import { momentText } from './moment-text';

/** When a document was what, by whom and why; any of it but what it is now can be chosen. */
@Component({
  selector: 'ul-earlier-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  template: `
    <h2 mat-dialog-title>{{ asked.title }}</h2>
    <mat-dialog-content>
      @if (versions(); as all) {
        <p class="quiet">{{ asked.lead }}</p>
        <ol aria-label="Versions, the newest first">
          @for (each of all; track each.version) {
            <li>
              <div>
                <span class="quiet">{{ each.when }}{{ each.by ? ', ' + each.by : '' }}{{ each.note ? ': ' + each.note : '' }}</span>
                <div>{{ each.told }}</div>
              </div>
              @if ($first) {
                <span class="quiet">as it is now</span>
              } @else if (each.chosen; as chosen) {
                <button mat-button type="button" [mat-dialog-close]="chosen">{{ asked.action }}</button>
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
      gap: 12px;
      align-items: center;
      justify-content: space-between;
      border-bottom: 1px solid var(--line);
    }
    button,
    li > span {
      flex: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EarlierDialog {
  private readonly client = inject(FocusService).client;
  protected readonly asked = inject<EarlierAsked<unknown>>(MAT_DIALOG_DATA);
  protected readonly state = toSignal(loadState(this.asked.versions));
  protected readonly versions = computed(() => {
    const [state, client, { tell }] = [this.state(), this.client(), this.asked];
    if (state?.state !== 'ready' || !client) return null;
    return state.value.map(({ body, at, ...each }) => {
      const when = momentText(at, client);
      const chosen: EarlierChosen<unknown> | null = body === null ? null : { body, when };
      return { ...each, when, chosen, told: body === null ? 'taken away' : (tell?.(body) ?? '') };
    });
  });
}
