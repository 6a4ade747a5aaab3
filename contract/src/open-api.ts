import { z } from 'zod';
import { ENDPOINTS } from './endpoints';

/** The OpenAPI 3.1 description of the JSON requests, made from the same schemas that check them. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const [operationId, endpoint] of Object.entries(ENDPOINTS)) {
    const path = `/api${endpoint.path.replace(/:(\w+)/g, '{$1}')}`;
    const parameters = [...endpoint.path.matchAll(/:(\w+)/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }));
    const hasBody = endpoint.method === 'POST' || endpoint.method === 'PUT';
    (paths[path] ??= {})[endpoint.method.toLowerCase()] = {
      operationId,
      summary: endpoint.summary,
      parameters,
      ...(hasBody ? { requestBody: { content: { 'application/json': { schema: schemaOf(endpoint.body) } } } } : {}),
      responses: {
        200: { description: 'The answer', content: { 'application/json': { schema: schemaOf(endpoint.reply) } } },
        default: { description: 'Problem details (RFC 9457)' },
      },
    };
  }
  return { openapi: '3.1.0', info: { title: 'Unified Lens', version: '0.1.0' }, paths };
}

const schemaOf = (schema: z.ZodType): object => z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
