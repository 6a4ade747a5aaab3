import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';

@Component({
  selector: 'ul-help-sheet',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  template: `
    <h2 mat-dialog-title>Keys and signs</h2>
    <mat-dialog-content tabindex="0" role="region" aria-label="Keys and signs">
      <table class="plain">
        <caption class="cdk-visually-hidden">
          Keys
        </caption>
        <tbody>
          @for (key of keys; track key.does) {
            <tr>
              <th scope="row">
                <kbd>{{ key.key }}</kbd>
              </th>
              <td>{{ key.does }}</td>
            </tr>
          }
        </tbody>
      </table>
      <h2>Beside and instead of numbers</h2>
      <table class="plain">
        <caption class="cdk-visually-hidden">
          Signs
        </caption>
        <tbody>
          @for (sign of signs; track sign.means) {
            <tr>
              <th scope="row">{{ sign.sign }}</th>
              <td>{{ sign.means }}</td>
            </tr>
          }
        </tbody>
      </table>
    </mat-dialog-content>
    <mat-dialog-actions align="end"><button mat-button mat-dialog-close>Close</button></mat-dialog-actions>
  `,
  styles: `
    kbd {
      font: inherit;
      border: 1px solid var(--line-strong);
      border-radius: 3px;
      padding: 0 5px;
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HelpSheet {
  protected readonly keys = [
    { key: '/', does: 'Find anything: a screen, a client, a campaign, a view, a metric, a day' },
    { key: 'n', does: 'Note something of the client: it shows on every time axis and in the logbook' },
    { key: 'd', does: 'In Compare: put the question on a dashboard' },
    { key: 'Ctrl Z', does: 'Undo what was done last on this screen' },
    { key: '?', does: 'This sheet' },
    { key: 'Arrows', does: 'In the comparison: move from cell to cell' },
    { key: 'Enter', does: 'On a figure: how it came about. On a name: open or close it' },
    { key: '+ / −', does: 'On a row: open or close it' },
    { key: 'Space', does: 'On a row: draw it in the chart, or take it out' },
    { key: 'Esc', does: 'Close the panel or the trace' },
    { key: 'Alt ← →', does: 'On a field of the split: move it further out or in' },
    { key: 'Delete', does: 'On a field of the split: take it out' },
    { key: '← →', does: 'On a dashboard on the wall: another one. Esc leaves the wall' },
    { key: 'Ctrl Space', does: 'In a formula: everything that can be said there' },
    { key: 'Alt Enter', does: 'In a formula: write what was probably meant' },
  ];
  protected readonly signs = [
    { sign: '·', means: 'Not measured: nothing delivers it. It is not 0.' },
    { sign: '–', means: 'Nothing to divide by' },
    { sign: '> 135', means: 'More than: spend so far without an outcome, or a part is not measured' },
    { sign: '≤ 120', means: 'At most: two channels may claim the same sale' },
    { sign: '✓ !', means: 'A change for better or worse: at least 3 %, and more than chance would make of the counts behind it' },
    { sign: '≈', means: 'Told from so few clicks or sales that it may lie far away; hover for how far' },
    { sign: 'dashed', means: 'Covers only a part of the spend; hover for how much' },
  ];
}
