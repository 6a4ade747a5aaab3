import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { KEPT_FILE, type KeptFile } from '@lens/contract';
import type { Dashboard, View } from '@lens/core';
import { from, switchMap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { download } from '../data/download';
import { Person } from '../data/person';
import { DashboardsService } from '../dashboards/dashboards';
import { ViewsService } from '../views/views';
import { keptFileOf, readKeptFile } from './kept-file';

/** Views and dashboards out into a file, and in from one. */
@Injectable({ providedIn: 'root' })
export class KeptFiles {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly notices = inject(MatSnackBar);
  private readonly views = inject(ViewsService);
  private readonly dashboards = inject(DashboardsService);

  saveView(view: View): void {
    saveJson(view.label, { ...KEPT_FILE, views: [view], dashboards: [] });
  }

  /** With the views that its tiles follow, as they are now. */
  saveDashboard(dashboard: Dashboard, viewOf: (id: string) => View | undefined): void {
    saveJson(dashboard.label, keptFileOf(dashboard, viewOf));
  }

  /** Takes in all that a file holds, for a client; says what came in, or why nothing did. */
  bring(client: string, file: File): void {
    from(file.text())
      .pipe(
        switchMap((text) =>
          this.api.call('bringKept', { params: { client }, body: { file: readKeptFile(text), by: this.person.name(), isOfAgency: false } }),
        ),
      )
      .subscribe({
        next: ({ views, dashboards }) => {
          this.views.refresh();
          this.dashboards.refresh();
          this.tell(`“${file.name}” is in: ${[...dashboards, ...views].map(({ label }) => `“${label}”`).join(', ')}.`);
        },
        error: (problem: ApiError | Error) => this.tell(`Nothing of “${file.name}” came in. ${problem.message}`),
      });
  }

  private tell(text: string): void {
    this.notices.open(text, 'Close', { duration: 10_000 });
  }
}

const saveJson = (label: string, file: KeptFile): void =>
  download(new Blob([JSON.stringify(file, undefined, 2)], { type: 'application/json' }), label, 'json');
