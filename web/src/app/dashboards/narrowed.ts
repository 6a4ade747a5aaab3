import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import { filterDraft } from '@lens/contract';
import type { Filter } from '@lens/core';
import { map } from 'rxjs';
import { z } from 'zod';
import { filterText } from '../compare/where-phrases';
import { readThings, writeThings } from '../data/address';
import { FocusService } from '../data/focus';

const narrowedTo = z.object({ client: z.string(), to: filterDraft });

/** What the tiles of a dashboard are narrowed to, as the address holds it: of the client it was chosen for alone. */
@Injectable()
export class Narrowed {
  private readonly focus = inject(FocusService);
  private readonly router = inject(Router);
  private readonly held = toSignal(inject(ActivatedRoute).queryParamMap.pipe(map((params) => readThings(narrowedTo, params.get('only')))), {
    initialValue: [],
  });

  readonly to = computed(() => this.held().find(({ client }) => client === this.focus.client()?.id)?.to ?? null);
  readonly text = computed(() => {
    const to = this.to();
    return to ? filterText(to, (dimension) => dimension) : '';
  });

  narrow(to: Filter | null): void {
    const client = this.focus.client()?.id ?? '';
    const only = writeThings(to ? [{ client, to }] : []);
    void this.router.navigate([], { queryParams: { only }, queryParamsHandling: 'merge' });
  }
}
