import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatTooltip } from '@angular/material/tooltip';
import { Router, RouterLink } from '@angular/router';
import type { StoredView } from '@lens/contract';
import type { View } from '@lens/core';
import { map } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { Undo } from '../data/undo';
import { KeptFilePicker } from '../kept-files/kept-file-picker';
import { KeptFiles } from '../kept-files/kept-files';
import { EarlierVersions } from '../ui/earlier';
import { NeedClient } from '../ui/need-client';
import { TakenAway } from '../ui/taken-away';
import { asksText } from './asks-text';
import { Keeper } from './keeper';
import { type AnyView, boundTo, isStored, keepsText, queryOfView } from './view-state';
import { type ViewLine, viewGroups } from './views-view';
import { ViewsService } from './views';

/** Questions worth asking again: kept by the agency or for the client, and those that come with the product. */
@Component({
  selector: 'ul-views-page',
  imports: [
    KeptFilePicker,
    ...[MatButton, MatFormField, MatIcon, MatIconButton, MatInput, MatLabel, MatMenu, MatMenuItem, MatMenuTrigger, MatTooltip],
    ...[NeedClient, RouterLink, TakenAway],
  ],
  templateUrl: './views-page.html',
  styleUrl: './views-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ViewsPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly keeper = inject(Keeper);
  private readonly notices = inject(MatSnackBar);
  private readonly earlier = inject(EarlierVersions);
  private readonly undo = inject(Undo);
  private readonly files = inject(KeptFiles);
  private readonly router = inject(Router);
  private readonly views = inject(ViewsService);

  protected readonly client = this.focus.client;
  private readonly clients = toSignal(this.api.call('clients', {}), { initialValue: [] });
  protected readonly state = toSignal(toObservable(this.client).pipe(this.views.follow));
  protected readonly sought = signal('');
  private readonly all = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? state.value : { views: [], removed: [] };
  });
  protected readonly gone = computed(() => this.all().removed.map((view) => ({ ...view, text: view.label })));
  protected readonly groups = computed(() => {
    const client = this.client();
    return client ? viewGroups(this.all().views, client, { starred: this.views.starred(), sought: this.sought() }) : [];
  });
  protected readonly isStarred = (view: AnyView): boolean => this.views.starred().includes(view.id);
  protected readonly isStored = isStored;
  protected readonly next = computed(() => {
    const [all, client] = [this.clients(), this.client()];
    const at = all.findIndex(({ id }) => id === client?.id);
    return at < 0 || all.length < 2 ? null : (all[(at + 1) % all.length] ?? null);
  });

  protected star(view: AnyView): void {
    this.views.star(view.id);
  }

  protected query(view: AnyView) {
    const client = this.client();
    return client ? queryOfView(view, client, this.others(client.id)) : {};
  }

  /** The same question of the next client, in its words. */
  protected openNext(view: AnyView): void {
    const next = this.next();
    if (!next) return;
    this.api.call('client', { params: { client: next.id } }).subscribe((client) => {
      void this.router.navigate(['/compare'], {
        queryParams: queryOfView(view, client, this.others(client.id)),
        queryParamsHandling: 'merge',
      });
    });
  }

  protected rename({ view }: ViewLine): void {
    if (isStored(view)) this.ask(view, { title: 'Change a view', known: view, label: view.label });
  }

  protected versions(view: StoredView): void {
    const client = this.client();
    if (!client) return;
    const { book, labelOf } = boundTo(client);
    const tell = ({ label, asks, keeps }: View): string => {
      const kept = keepsText(keeps, client.locale);
      return `${label}: ${asksText(asks, book, labelOf)}${kept && `, keeps ${kept}`}`;
    };
    const versions = this.api.call('viewVersions', { params: { client: client.id, id: view.id } }).pipe(map((reply) => reply.versions));
    const title = `What “${view.label}” was`;
    this.earlier.choose({ title, lead: 'Any of it can be made so again.', action: 'Make it so again', versions, tell }, ({ body, when }) =>
      this.views.put(client.id, view, body, `as it was at ${when}`).subscribe({
        next: (now) => this.undo.stored(`“${now.label}” is as it was at ${when}.`, () => this.views.put(client.id, now, view, 'undone')),
        error: (problem: ApiError) => this.tell(problem.message),
      }),
    );
  }

  protected copy({ view }: ViewLine): void {
    this.ask(view, { title: 'Make another view', known: null, label: `${view.label}, another` });
  }

  protected saveFile({ view: { label, description, asks, keeps, words } }: ViewLine): void {
    this.files.saveView({ label, description, asks, keeps, words });
  }

  protected remove(view: StoredView): void {
    const client = this.client()?.id ?? '';
    this.views.remove(client, view).subscribe({
      next: ({ removed }) => {
        const gone = removed.find(({ id }) => id === view.id);
        if (gone)
          this.undo.stored(`“${view.label}” is taken away.`, () => this.views.put(client, gone, gone, 'brought back'), 'Bring it back');
      },
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  protected bringBack(at: number): void {
    const gone = this.all().removed[at];
    if (!gone) return;
    this.views.put(this.client()?.id ?? '', gone, gone, 'brought back').subscribe({
      next: ({ label }) => this.tell(`“${label}” is back.`),
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  private others(client: string): string[] {
    return this.clients().flatMap(({ id }) => (id === client ? [] : [id]));
  }

  private ask(
    { asks, words, keeps, description }: AnyView,
    { title, known, label }: { title: string; known: StoredView | null; label: string },
  ): void {
    this.keeper.keep({ title, known, view: { label, description, asks, words, keeps } }).subscribe();
  }

  private tell(text: string): void {
    this.notices.open(text, 'Close', { duration: 5000 });
  }
}
