import { fresh, type Fresh } from '@lens/contract';
import { clientForEach, importFile, makeClient, suiteServer } from './harness';

describe('what screens that stay open are told', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Fresh');

  /** The events of a client, one after the other. */
  async function* eventsOf(client: string, signal: AbortSignal): AsyncGenerator<Fresh, undefined> {
    const reply = await fetch(`${server.address}/api/clients/${client}/fresh`, { signal });
    expect(reply.headers.get('content-type')).toContain('text/event-stream');
    const reader = reply.body?.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    for (let part = await reader?.read(); part?.value !== undefined; part = await reader?.read()) {
      text += part.value;
      const lines = text.split('\n\n');
      text = lines.pop() ?? '';
      for (const line of lines) yield fresh.parse(JSON.parse(line.replace(/^data: /, '')));
    }
    return undefined;
  }

  it('is another state, and of when the data is, once data has come in for them and for nobody else', async () => {
    const gone = new AbortController();
    const events = eventsOf(setting.client, gone.signal);
    const first = (await events.next()).value;
    expect(first).toMatchObject({ asOf: null });
    const other = await makeClient(server.address, 'Else');
    await importFile(server.address, other, 'Ads', 'Day,Campaign,Cost\n2026-10-05,Tea,1');
    await importFile(server.address, setting, 'Ads', 'Day,Campaign,Cost\n2026-10-05,Tea,1');
    let next = (await events.next()).value;
    // The account of the client was there before the first look, or came between it and this one.
    while (next?.asOf === null) next = (await events.next()).value;
    expect(next?.state).toBeGreaterThan(first?.state ?? NaN);
    expect(Date.parse(next?.asOf ?? '')).not.toBeNaN();
    gone.abort();
  });

  it('is a problem in words for a client that there is not', async () => {
    expect((await fetch(`${server.address}/api/clients/nobody/fresh`)).status).toBe(404);
  });
});
