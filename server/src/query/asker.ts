import { AsyncLocalStorage } from 'node:async_hooks';
import { setMaxListeners } from 'node:events';
import type { RequestHandler } from 'express';

/** Whoever waits for what is being done. */
export interface Asker {
  readonly id: string;
  /** Aborted when they have left. */
  readonly signal: AbortSignal;
}

const current = new AsyncLocalStorage<Asker>();

export const currentAsker = (): Asker | undefined => current.getStore();

/** Notes who asks (a tab of the application says so itself, a program is known by its connection) and when they leave. */
export const noteAsker: RequestHandler = (request, response, next) => {
  const left = new AbortController();
  // One request may ask many questions at once, as that of all clients does.
  setMaxListeners(0, left.signal);
  response.once('close', () => {
    if (!response.writableFinished) left.abort();
  });
  const { remoteAddress, remotePort } = request.socket;
  const id = request.get('x-asker')?.slice(0, 60) ?? `${remoteAddress}:${remotePort}`;
  current.run({ id, signal: left.signal }, next);
};
