import { inject, Injectable } from '@angular/core';
import type { ClientDetail, LibraryReply } from '@lens/contract';
import type { Observable } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { Kept } from '../data/kept';
import type { LoadState } from '../ui/load-state';

/** The metrics and sets of the agency and the client, with their versions; read again after each edit. */
@Injectable({ providedIn: 'root' })
export class LibraryService {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly kept = new Kept((client) => this.api.call('library', { params: { client } }));

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<LibraryReply> | null> =>
    this.kept.follow(client$);

  /** What was stored shows on every screen. */
  refresh(): void {
    this.kept.refresh();
    this.focus.refresh();
  }
}
