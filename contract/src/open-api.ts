import { z } from 'zod';
import { ENDPOINTS } from './endpoints';
import { OTHER_REQUESTS } from './other-requests';

interface Described {
  readonly id: string;
  readonly method: string;
  readonly path: string;
  readonly summary: string;
  readonly body: z.ZodType | null;
  /** What it is answered with, by type. */
  readonly content: object;
}

/** The OpenAPI 3.1 description of the requests, made from the same schemas that check them. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const { method, path, ...described } of [...endpoints(), ...others()])
    (paths[`/api${path.replace(/:(\w+)/g, '{$1}')}`] ??= {})[method.toLowerCase()] = operation({ path, ...described });
  return { openapi: '3.1.0', info: { title: 'Unified Lens', version: '0.1.0' }, paths };
}

const endpoints = (): Described[] =>
  Object.entries(ENDPOINTS).map(([id, { method, path, summary, body, reply }]) => ({
    ...{ id, method, path, summary },
    body: method === 'POST' || method === 'PUT' ? body : null,
    content: { 'application/json': { schema: schemaOf(reply) } },
  }));

const others = (): Described[] =>
  Object.entries(OTHER_REQUESTS).map(([id, { types, ...of }]) => ({
    ...{ id, ...of },
    content: Object.fromEntries(types.map((type) => [type, {}])),
  }));

const operation = ({ id, path, summary, body, content }: Omit<Described, 'method'>): object => ({
  operationId: id,
  summary,
  parameters: [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
  ...(body ? { requestBody: { content: { 'application/json': { schema: schemaOf(body) } } } } : {}),
  responses: { 200: { description: 'The answer', content }, default: { description: 'Problem details (RFC 9457)' } },
});

const schemaOf = (schema: z.ZodType): object => z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
