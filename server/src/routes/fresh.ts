import { FRESH, type Fresh } from '@lens/contract';
import type { Router } from 'express';
import type { Context } from '../context';
import { DataStates } from '../query/data-state';
import { lastImportOf } from '../store/imports';
import { check } from './answer';
import { clientOr404 } from './clients';

/** Milliseconds between looks. A look costs next to nothing while nobody writes. */
const LOOK_EVERY = 2000;

/** Tells screens that stay open when what they show is no longer all there is. */
export function freshRoutes(router: Router, context: Context): void {
  const states = new DataStates(context.db);
  router.get(FRESH.path, (request, response) => {
    const { id } = clientOr404(context, check(FRESH.params, request.params).client);
    response.set({ 'Content-Type': FRESH.type, 'Cache-Control': 'no-cache' });
    let told: number | undefined;
    const tell = (): void => {
      const state = states.of(id);
      if (state === told) return;
      told = state;
      const line: Fresh = { state, asOf: lastImportOf(context.db, id) };
      response.write(`data: ${JSON.stringify(line)}\n\n`);
    };
    tell();
    const looking = setInterval(tell, LOOK_EVERY);
    response.once('close', () => clearInterval(looking));
  });
}
