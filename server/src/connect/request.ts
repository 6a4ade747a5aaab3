/** How long a channel may take, in milliseconds: to begin its answer, between two parts of it, and in all. */
const PATIENCE = { begin: 30_000, idle: 30_000, whole: 300_000 };
/** No page of a report is larger. */
const LARGEST_REPLY = 200_000_000;

export interface Reply {
  readonly status: number;
  readonly statusText: string;
  readonly retryAfter: string | null;
  readonly bytes: Buffer;
}

export const textOf = ({ bytes }: Reply): string => bytes.toString('utf8');

/**
 * Asks once, and sends something as JSON where there is something; undefined where there is no answer in time or none that can be read to its end. Redirects are
 * told and not followed: a token belongs to one host. Throws only when the caller has stopped it.
 */
export async function requested(
  address: string,
  { headers = {}, signal, sent }: { readonly headers?: Record<string, string>; readonly signal?: AbortSignal; readonly sent?: object },
  patience = PATIENCE,
): Promise<Reply | undefined> {
  const impatient = new AbortController();
  const end = (): void => impatient.abort();
  const whole = setTimeout(end, patience.whole);
  let turn = setTimeout(end, patience.begin);
  const goOn = (): void => {
    clearTimeout(turn);
    turn = setTimeout(end, patience.idle);
  };
  try {
    const signals = signal ? [signal, impatient.signal] : [impatient.signal];
    const body = sent && { method: 'POST', body: JSON.stringify(sent), headers: { ...headers, 'content-type': 'application/json' } };
    const response = await fetch(address, { headers, ...body, redirect: 'manual', signal: AbortSignal.any(signals) });
    goOn();
    const bytes = await bytesOf(response, goOn);
    return { status: response.status, statusText: response.statusText, retryAfter: response.headers.get('retry-after'), bytes };
  } catch (error) {
    if (signal?.aborted) throw error;
    return undefined;
  } finally {
    clearTimeout(whole);
    clearTimeout(turn);
  }
}

async function bytesOf(response: Response, onPart: () => void): Promise<Buffer> {
  const parts: Uint8Array[] = [];
  let size = 0;
  // Node.js reads its streams piece by piece; the browser's types do not know.
  const body = response.body as unknown as AsyncIterable<Uint8Array> | null;
  if (body)
    for await (const bytes of body) {
      onPart();
      size += bytes.length;
      if (size > LARGEST_REPLY) throw new Error('The reply is too large.');
      parts.push(bytes);
    }
  return Buffer.concat(parts);
}

/** What a text says as JSON; undefined where it is none. */
export function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
