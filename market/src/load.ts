import { type Demo, makeDemo, WORLDS } from './demo';
import type { World } from './world';

/** What the product is asked to call each channel. */
const CHANNELS = [
  { name: 'Harbor Search', kind: 'search' },
  { name: 'Wren Social', kind: 'social' },
  { name: 'Till', kind: 'orders' },
] as const;

/** The demonstration's day. */
const TODAY = '2026-10-31';

/** What the clients were promised. */
const PROMISES: Record<string, object> = {
  'Juniper Loft Tea': {
    targets: [{ metric: 'roas', value: 2.6, countedBy: 'orders', basis: 'sale', from: '2025-09-01', to: '2026-12-31' }],
    margins: [{ from: '2025-09-01', to: '2026-12-31', share: 0.46 }],
    budgets: [{ from: '2025-09-01', to: '2026-12-31', amount: 18000 }],
  },
  'Northwall Climbing': {
    targets: [{ metric: 'cost-per-lead', value: 22, countedBy: 'orders', basis: 'sale', from: '2026-05-01', to: '2026-12-31' }],
    margins: [],
    budgets: [{ from: '2026-05-01', to: '2026-12-31', amount: 9500 }],
  },
};

interface Named {
  readonly id: string;
  readonly name: string;
}

/** Brings the demonstration into a running product the way a person would: over HTTP, by dropping files. */
export async function loadDemo(address: string, say: (line: string) => void): Promise<void> {
  const api = new Api(address);
  await api.send('PUT', '/clock', { today: TODAY });
  for (const world of WORLDS) {
    say(`${world.client.name}: living through ${world.from} to ${world.to}`);
    await loadClient(api, makeDemo(world), say);
  }
}

async function loadClient(api: Api, demo: Demo, say: (line: string) => void): Promise<void> {
  const client = await api.ensure('/clients', '/clients', demo.world.client);
  await api.send('PUT', `/clients/${client.id}/promises`, PROMISES[demo.world.client.name] ?? {});
  for (const file of demo.files) {
    const account = await accountOf(api, demo.world, client, file.channel, file.account);
    const stored = await api.upload(file.name, `${file.lines.join('\n')}\n`);
    const preview = await api.send<{ mapping: object; importedBefore: boolean }>('POST', `/clients/${client.id}/previews`, {
      hash: stored.hash,
    });
    if (preview.importedBefore) continue;
    const check = {
      file: stored.hash,
      fileName: file.name,
      account,
      feed: { name: file.feed },
      mapping: preview.mapping,
      covers: { from: demo.world.from, to: demo.world.to },
    };
    const job = await api.finished(await api.send('POST', `/clients/${client.id}/checks`, check));
    const { rows } = await api.finished(await api.send('POST', `/jobs/${job.id}/import`, { absent: null }));
    say(`  ${file.channel}, ${file.feed}: ${rows} rows`);
  }
}

async function accountOf(api: Api, world: World, client: Named, channelName: string, name: string): Promise<string> {
  const kind = CHANNELS.find((channel) => channel.name === channelName)?.kind ?? 'orders';
  const channel = await api.ensure('/channels', '/channels', { name: channelName, kind });
  const { accounts } = await api.send<{ accounts: (Named & { channel: string })[] }>('GET', `/clients/${client.id}`);
  const known = accounts.find((account) => account.channel === channel.id && account.name === name);
  if (known) return known.id;
  const account = { channel: channel.id, name, currency: world.client.currency, timeZone: world.client.timeZone };
  return (await api.send<Named>('POST', `/clients/${client.id}/accounts`, account)).id;
}

interface Job {
  readonly id: string;
  readonly state: string;
  readonly rows: number;
  readonly error: string | null;
}

/** The product's API as an outsider sees it. */
class Api {
  constructor(private readonly address: string) {}

  async send<Reply>(method: string, path: string, body?: object): Promise<Reply> {
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
    });
    return (await this.read(response, `${method} ${path}`)) as Reply;
  }

  async upload(name: string, text: string): Promise<{ hash: string }> {
    const response = await fetch(`${this.address}/api/files?name=${encodeURIComponent(name)}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: text,
    });
    return (await this.read(response, `upload of ${name}`)) as { hash: string };
  }

  /** The named thing, made when it is not there yet. */
  async ensure<Wanted extends { readonly name: string }>(list: string, add: string, wanted: Wanted): Promise<Named> {
    const all = await this.send<Named[]>('GET', list);
    return all.find((each) => each.name === wanted.name) ?? (await this.send<Named>('POST', add, wanted));
  }

  /** Follows a job to its end; throws when it did not end well. */
  async finished(job: Job): Promise<Job> {
    let latest = job;
    while (latest.state === 'running') {
      await new Promise((resolve) => setTimeout(resolve, 100));
      latest = await this.send<Job>('GET', `/jobs/${job.id}`);
    }
    if (latest.state !== 'ready' && latest.state !== 'done') throw new Error(latest.error ?? `The job ended as ${latest.state}`);
    return latest;
  }

  private async read(response: Response, what: string): Promise<unknown> {
    const text = await response.text();
    if (!response.ok) throw new Error(`${what}: ${response.status} ${text}`);
    return JSON.parse(text);
  }
}
