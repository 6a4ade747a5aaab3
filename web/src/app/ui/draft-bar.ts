import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Undo } from '../data/undo';
import type { Draft } from './draft';
import { EarlierVersions, PUT_IN } from './earlier';
import { LateNotice } from './late-notice';

/** Below a document that is being changed: saves it, undoes the last change, shows what it was, and says why it could not be saved. */
@Component({
  selector: 'ul-draft-bar',
  imports: [LateNotice, MatButton, MatIcon],
  template: `
    <ul-late-notice [error]="draft().error()" [isLate]="draft().isLate()" (theirs)="draft().takeTheirs()" (mine)="draft().keepMine()" />
    <p>
      <button mat-flat-button type="button" [disabled]="!draft().dirty() || blocked()" (click)="draft().save()">Save</button>
      @if (draft().dirty()) {
        <button mat-button type="button" (click)="undo.last()"><mat-icon svgIcon="undo" /> Undo</button>
      }
      <button mat-button type="button" (click)="before(draft())">What it was before…</button>
    </p>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DraftBar<T> {
  protected readonly undo = inject(Undo);
  private readonly versions = inject(EarlierVersions);
  readonly draft = input.required<Draft<T>>();
  /** Whether what stands there cannot be saved. */
  readonly blocked = input(false);

  protected before({ earlier, change }: Draft<T>): void {
    this.versions.choose({ ...PUT_IN, versions: earlier() }, ({ body }) => change(body));
  }
}
