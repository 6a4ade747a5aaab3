import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Observable } from 'rxjs';

/** What a document was, since when, and by whom. */
export interface Earlier<T> {
  readonly version: number;
  readonly by: string;
  readonly at: string;
  readonly body: T;
}

/** Asks which of the versions there were is to stand on the screen again. */
@Injectable({ providedIn: 'root' })
export class EarlierVersions {
  private readonly dialogs = inject(MatDialog);

  choose<T>(versions: Observable<readonly Earlier<T>[]>, use: (body: T) => void): void {
    void import('./earlier-dialog').then(({ EarlierDialog }) =>
      this.dialogs
        .open<unknown, unknown, Earlier<T>>(EarlierDialog, { data: versions, width: '460px' })
        .afterClosed()
        .subscribe((chosen) => {
          if (chosen) use(chosen.body);
        }),
    );
  }
}
