/** What a server has not done as it must: a 5xx, no answer in time, something lost. */
export interface Fault {
  readonly where: string;
  readonly what: string;
}

/** Nothing asked here is so large that a healthy server needs as long. */
const PATIENCE = 60_000;

export interface Answer {
  readonly status: number;
  // What comes back is read loosely: only whether it comes is judged.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly body: any;
}

/** Asks, and notes a fault where the answer is a 5xx or does not come. */
export async function ask(faults: Fault[], where: string, address: string, init: RequestInit = {}): Promise<Answer> {
  try {
    const response = await fetch(address, { ...init, signal: AbortSignal.timeout(PATIENCE) });
    const text = await response.text();
    if (response.status >= 500) faults.push({ where, what: `${response.status} ${text.slice(0, 200)}` });
    return { status: response.status, body: parsed(text) };
  } catch (error) {
    faults.push({ where, what: error instanceof Error ? `${error.name}: ${error.message}` : String(error) });
    return { status: 0, body: undefined };
  }
}

export const post = (body: unknown, method = 'POST'): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
