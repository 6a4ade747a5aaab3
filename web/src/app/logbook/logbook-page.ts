import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import type { StoredNote } from '@lens/contract';
import { map, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { TakenAway } from '../ui/taken-away';
import { LogbookService } from './logbook';
import { logbookView } from './logbook-view';
import { NoteWriter } from './note-writer';

/** What happened: what people noted, and who changed what at the channels, as their change histories tell it. */
@Component({
  selector: 'ul-logbook-page',
  imports: [
    ...[MatButton, MatFormField, MatIcon, MatIconButton, MatInput, MatLabel],
    ...[MatMenu, MatMenuItem, MatMenuTrigger, NeedClient, TakenAway],
  ],
  templateUrl: './logbook-page.html',
  styleUrl: './logbook-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogbookPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  protected readonly logbook = inject(LogbookService);
  protected readonly writer = inject(NoteWriter);

  protected readonly client = this.focus.client;
  protected readonly sought = signal('');
  private readonly changes = toSignal(
    this.focus.resolved$.pipe(
      switchMap((resolved) => {
        if (!resolved) return of(null);
        const { from, to } = resolved.period;
        const request = this.api.call('changes', { params: { client: resolved.client.id }, body: { period: { from, to } } });
        return loadState(request).pipe(map((reply) => ({ reply, resolved })));
      }),
    ),
  );
  private readonly notes = toSignal(toObservable(this.client).pipe(this.logbook.follow));
  protected readonly state = computed(() => {
    const [changes, notes] = [this.changes()?.reply, this.notes()];
    return changes?.state === 'ready' ? notes : changes;
  });
  protected readonly view = computed(() => {
    const [changes, notes] = [this.changes(), this.notes()];
    if (changes?.reply.state !== 'ready' || notes?.state !== 'ready') return null;
    const { period, style } = changes.resolved;
    return logbookView(
      { changes: changes.reply.value, notes: notes.value.notes, period, today: this.focus.clock()?.today ?? 0 },
      this.sought(),
      style,
    );
  });
  protected readonly gone = computed(() => {
    const notes = this.notes();
    return notes?.state === 'ready' ? notes.value.removed : [];
  });
  protected bringBack(at: number): void {
    const gone = this.gone()[at];
    if (gone) this.logbook.bringBack(this.client()?.id ?? '', gone);
  }

  protected remove(note: StoredNote): void {
    this.logbook.remove(this.client()?.id ?? '', note);
  }
}
