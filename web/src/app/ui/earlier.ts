import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Observable } from 'rxjs';

/** What a document was, since when, by whom and why. */
export interface Earlier<T> {
  readonly version: number;
  readonly by: string;
  readonly at: string;
  readonly note: string;
  /** Null where this version took it away. */
  readonly body: T | null;
}

export interface EarlierAsked<T> {
  readonly title: string;
  readonly lead: string;
  /** What is done with one that is chosen. */
  readonly action: string;
  readonly versions: Observable<readonly Earlier<T>[]>;
  /** What one of them is, in words; nothing where only looking at it tells. */
  readonly tell?: (body: T) => string;
}

/** One that was chosen, and how its day is written. */
export interface EarlierChosen<T> {
  readonly body: T;
  readonly when: string;
}

/** Asks which of the versions there were is to be again. */
@Injectable({ providedIn: 'root' })
export class EarlierVersions {
  private readonly dialogs = inject(MatDialog);

  choose<T>(asked: EarlierAsked<T>, use: (chosen: EarlierChosen<T>) => void): void {
    void import('./earlier-dialog').then(({ EarlierDialog }) =>
      this.dialogs
        .open<unknown, EarlierAsked<T>, EarlierChosen<T>>(EarlierDialog, { data: asked, width: '560px' })
        .afterClosed()
        .subscribe((chosen) => {
          if (chosen) use(chosen);
        }),
    );
  }
}

/** Of what stands on the screen as a draft: the one that is chosen is looked at before it is stored. */
export const PUT_IN = {
  title: 'What it was before',
  lead: 'Put one in, look at it, and save it: until then nothing changes.',
  action: 'Put it in',
} as const;
