import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { map } from 'rxjs';
import { FocusService } from '../data/focus';
import { NeedClient } from '../ui/need-client';
import { TakenAway } from '../ui/taken-away';
import { FunnelLine } from './funnel-line';
import { LibraryService } from './library';
import { metricGroups } from './metric-lines';
import { formOf } from './metric-form';
import { OpenMetric } from './open-metric';

/** All metrics of a client in plain words, and the one that is open. */
@Component({
  selector: 'ul-metrics-page',
  imports: [FunnelLine, MatButton, MatFormField, MatIcon, MatInput, MatLabel, MatTooltip, NeedClient, OpenMetric, RouterLink, TakenAway],
  templateUrl: './metrics-page.html',
  styleUrls: ['./library-list.scss', './metrics-page.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MetricsPage {
  private readonly focus = inject(FocusService);
  protected readonly library = inject(LibraryService);
  private readonly route = inject(ActivatedRoute);

  protected readonly client = this.focus.client;
  protected readonly resolved = this.focus.resolved;
  protected readonly sought = signal('');
  protected readonly open = toSignal(this.route.queryParamMap.pipe(map((params) => params.get('metric'))), { initialValue: null });
  protected readonly isNew = computed(() => this.open() === 'new');
  protected readonly stored = toSignal(toObservable(this.client).pipe(this.library.follow));
  private readonly removed = computed(() => {
    const stored = this.stored();
    return stored?.state === 'ready' ? stored.value.removed.metrics : [];
  });
  protected readonly gone = computed(() => this.removed().map((metric) => ({ ...metric, text: metric.label })));
  protected readonly groups = computed(() => {
    const [resolved, stored] = [this.resolved(), this.stored()];
    return resolved && stored?.state === 'ready' ? metricGroups(resolved.book, stored.value, resolved.client.name, this.sought()) : [];
  });

  protected bringBack(at: number): void {
    const [client, gone] = [this.client(), this.removed()[at]];
    if (client && gone) this.library.bringBack(this.library.putMetric(client.id, gone.id, formOf(gone), gone.version, 'brought back'));
  }
}
