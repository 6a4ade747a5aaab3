import type { Endpoint } from '@lens/contract';
import type { Request, Router } from 'express';
import { z } from 'zod';
import { invalid } from '../problem';

export interface Asked<E extends Endpoint> {
  readonly params: z.output<E['params']>;
  readonly query: z.output<E['query']>;
  readonly body: z.output<E['body']>;
}

type Reply<E extends Endpoint> = z.output<E['reply']>;

/** Puts an endpoint on a router: checks what comes in, calls the handler, checks what goes out. */
export function answer<E extends Endpoint>(
  router: Router,
  endpoint: E,
  handler: (asked: Asked<E>, request: Request) => Reply<E> | Promise<Reply<E>>,
): void {
  const method = endpoint.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
  router[method](endpoint.path, async (request, response) => {
    const asked = {
      params: check(endpoint.params, request.params),
      query: check(endpoint.query, request.query),
      body: check(endpoint.body, request.body ?? {}),
    } as Asked<E>;
    const reply = (await handler(asked, request)) as object;
    response.type('json').send(written(endpoint, reply));
  });
}

/** Replies as they were written before: an answer that is kept goes out many times. */
const texts = new WeakMap<object, string>();

function written(endpoint: Endpoint, reply: object): string {
  let text = texts.get(reply);
  if (text === undefined) {
    text = JSON.stringify(z.encode(endpoint.reply, reply));
    texts.set(reply, text);
  }
  return text;
}

/** Decodes a part of a request; throws a problem that names each wrong field. */
export function check<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value);
  if (!result.success) throw invalid(result.error);
  return result.data;
}
