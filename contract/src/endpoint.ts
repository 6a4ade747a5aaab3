import { z } from 'zod';

/** One JSON request the server answers. */
export interface Endpoint<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Reply extends z.ZodType = z.ZodType,
> {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** Express path below /api, for example "/clients/:client". */
  readonly path: string;
  readonly summary: string;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly reply: Reply;
}

const nothing = z.object({});
type Nothing = typeof nothing;

/** An endpoint; parts it does not have are empty objects. */
export function endpoint<
  Reply extends z.ZodType,
  Params extends z.ZodType = Nothing,
  Query extends z.ZodType = Nothing,
  Body extends z.ZodType = Nothing,
>(of: {
  method: Endpoint['method'];
  path: string;
  summary: string;
  reply: Reply;
  params?: Params;
  query?: Query;
  body?: Body;
}): Endpoint<Params, Query, Body, Reply> {
  return { params: nothing, query: nothing, body: nothing, ...of } as unknown as Endpoint<Params, Query, Body, Reply>;
}
