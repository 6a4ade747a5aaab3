import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { StoredView } from '@lens/contract';
import { EMPTY, filter, type Observable, tap } from 'rxjs';
import { FocusService } from '../data/focus';
import { Undo } from '../data/undo';
import { KeepDialog, type Keeping } from './keep-dialog';
import { ViewsService } from './views';

/** Asks for what is missing to keep a view, on the client and the focus that are on screen. */
@Injectable({ providedIn: 'root' })
export class Keeper {
  private readonly dialogs = inject(MatDialog);
  private readonly focus = inject(FocusService);
  private readonly undo = inject(Undo);
  private readonly views = inject(ViewsService);

  /** Tells what was stored; nothing where it was given up. */
  keep(what: Pick<Keeping, 'title' | 'view' | 'known'>): Observable<StoredView> {
    const [client, focus] = [this.focus.client(), this.focus.focus()];
    if (!client || !focus) return EMPTY;
    const { period, comparison, countedBy, basis } = focus;
    const data: Keeping = {
      ...what,
      client: client.id,
      focus: { period, comparison, counting: { countedBy, basis } },
      locale: client.locale,
    };
    return this.dialogs
      .open<KeepDialog, Keeping, StoredView>(KeepDialog, { data })
      .afterClosed()
      .pipe(
        filter((stored) => stored !== undefined),
        tap((stored) => {
          this.views.refresh();
          this.undo.stored(`“${stored.label}” is kept.`, () =>
            what.known ? this.views.put(client.id, stored, what.known, 'undone') : this.views.remove(client.id, stored),
          );
        }),
      );
  }
}
