import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { map, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { changesView } from './changes-view';

/** Who changed what at the channels, as their change histories tell it. */
@Component({
  selector: 'ul-changes-page',
  imports: [MatFormField, MatInput, MatLabel, NeedClient],
  templateUrl: './changes-page.html',
  styleUrl: './changes-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChangesPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);

  protected readonly client = this.focus.client;
  protected readonly sought = signal('');
  private readonly answer = toSignal(
    this.focus.resolved$.pipe(
      switchMap((resolved) => {
        if (!resolved) return of(null);
        const { from, to } = resolved.period;
        const request = this.api.call('changes', { params: { client: resolved.client.id }, body: { period: { from, to } } });
        return loadState(request).pipe(map((reply) => ({ reply, style: resolved.style })));
      }),
    ),
  );
  protected readonly state = computed(() => this.answer()?.reply);
  protected readonly view = computed(() => {
    const answer = this.answer();
    return answer?.reply.state === 'ready' ? changesView(answer.reply.value, this.sought(), answer.style) : null;
  });
}
