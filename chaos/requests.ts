import { ENDPOINTS, OTHER_REQUESTS } from '../contract/src';
import fc from 'fast-check';
import type { Setting } from '../server/test/harness';
import { ask, type Fault, post } from './asked';

const deep = (levels: number): unknown => Array.from({ length: levels }).reduce((inner) => ({ inner }), 1);
/** Values that no field means, or that some field might take for its own. */
const odd = fc.oneof(
  { arbitrary: fc.anything({ maxDepth: 3, withNullPrototype: false }), weight: 3 },
  {
    arbitrary: fc.constantFrom<unknown>(null, [], {}, '', 0, -1, 1e308, '1926-01-01', '9999-12-31', 'x'.repeat(100_000), deep(500)),
    weight: 3,
  },
  { arbitrary: fc.constantFrom<unknown>('__proto__', 'constructor', '../../etc', '%00', "' OR 1=1 --", '^([\\w-]+\\s*)+!$'), weight: 1 },
);

/** Names of fields that requests have, so that odd values reach behind the first check. */
const FIELDS = [
  'name',
  'client',
  'hash',
  'file',
  'question',
  'period',
  'from',
  'to',
  'rules',
  'targets',
  'mapping',
  'layout',
  'today',
  'feed',
  'token',
];
const body = fc.oneof(odd, fc.dictionary(fc.constantFrom(...FIELDS), odd, { maxKeys: 6 }));

/** Asks every endpoint with wrong types, sizes and nesting. `good` are ids that exist, so that more than “not found” is met. */
export async function throwRequests(address: string, { client }: Setting, rounds: number, seed: number): Promise<readonly Fault[]> {
  const faults: Fault[] = [];
  // What tells of changes stays open for as long as one listens.
  const { fresh: _, ...others } = OTHER_REQUESTS;
  for (const [place, [name, endpoint]] of Object.entries({ ...ENDPOINTS, ...others }).entries()) {
    const thrown = fc.sample(fc.record({ body, value: odd }), { numRuns: rounds, seed: seed + place });
    for (const [at, each] of thrown.entries()) {
      const text = textOf(each.value).slice(0, 2000);
      const path = endpoint.path.replace(/:(\w+)/g, (_, param: string) =>
        param === 'client' && at % 2 === 0 ? client : encodeURIComponent(text),
      );
      const query = at % 3 === 0 ? `?${encodeURIComponent(FIELDS[at % FIELDS.length] ?? '')}=${encodeURIComponent(text)}` : '';
      const init = endpoint.method === 'GET' ? {} : post(writable(each.body), endpoint.method);
      await ask(faults, `${endpoint.method} ${name}, request ${at} of seed ${seed + place}`, `${address}/api${path}${query}`, init);
    }
  }
  return faults;
}

const textOf = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(writable(value)));

/** What JSON can say of a value; large whole numbers are none of it. */
function writable(value: unknown): unknown {
  const text = JSON.stringify(value, (_, each: unknown) => (typeof each === 'bigint' ? String(each) : each)) as string | undefined;
  return JSON.parse(text ?? 'null');
}
