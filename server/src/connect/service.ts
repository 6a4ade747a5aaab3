import { offeredAccount, offeredChannel } from '@lens/contract';
import { setTimeout as wait } from 'node:timers/promises';
import { z } from 'zod';
import type { ChannelChange } from './channel-change';
import { parsedJson, type Reply, requested, textOf } from './request';

/** What a channel sends, as far as it is needed here. */
const field = z.object({ name: z.string(), about: z.string(), always: z.boolean() });
const report = z.object({ id: z.string(), name: z.string(), restates: z.number().int(), fields: z.array(field) });
export type ServiceReport = z.infer<typeof report>;
const page = z.object({
  columns: z.array(z.string()),
  rows: z.array(z.array(z.union([z.string(), z.number(), z.null()]))),
  next: z.number().int().nullable(),
  to: z.string(),
  /** The day that has not ended, where rows of it are among these. */
  open: z.string().nullable(),
});
export type ServicePage = z.infer<typeof page>;

/** A channel that cannot be read, in words for the person who can do something about it. */
export class ServiceProblem extends Error {}
/** What was asked for cannot be: asking again does not help. */
export class ChannelRefuses extends ServiceProblem {}

const MOST_TRIES = 6;
const LONGEST_WAIT = 60_000;

const pause = (milliseconds: number, signal?: AbortSignal): Promise<void> => wait(milliseconds, undefined, signal ? { signal } : {});

/** One channel of a service over HTTP, with the patience real channels need. */
export class ServiceChannel {
  constructor(
    private readonly base: string,
    private readonly channel: string,
    private readonly token: string,
    private readonly signal?: AbortSignal,
  ) {}

  static async channels(base: string): Promise<z.infer<typeof offeredChannel>[]> {
    const reply = await requested(`${base}/v1/channels`, {});
    const known = reply?.status === 200 ? z.array(offeredChannel).safeParse(parsedJson(textOf(reply))) : undefined;
    if (!known?.success) throw new ServiceProblem('The service that offers the channels does not answer. See whether it runs.');
    return known.data;
  }

  accounts(): Promise<z.infer<typeof offeredAccount>[]> {
    return this.ask('/accounts', z.array(offeredAccount));
  }

  reports(account: string): Promise<ServiceReport[]> {
    return this.ask(`/accounts/${encodeURIComponent(account)}/reports`, z.array(report));
  }

  /** Asks for a change. Asked again with the same key it is made once. */
  async change(account: string, asked: ChannelChange & { readonly key: string; readonly by: string }): Promise<void> {
    await this.answered(`/accounts/${encodeURIComponent(account)}/changes`, asked);
  }

  /** A picture of an ad, by the address the account's report gives it. */
  async picture(account: string, address: string): Promise<Buffer> {
    const own = `/accounts/${encodeURIComponent(account)}/`;
    const { pathname, origin } = new URL(address, `http://own${own}`);
    if (origin !== 'http://own' || !pathname.startsWith(own))
      throw new ServiceProblem('it lies elsewhere, and the token is not sent there.');
    return (await this.answered(pathname)).bytes;
  }

  /** Every page of a report, in order. */
  async *rows(account: string, of: { report: string; from: string; to: string; fields: readonly string[] }): AsyncGenerator<ServicePage> {
    let cursor: number | null = 0;
    while (cursor !== null) {
      const query = new URLSearchParams({ from: of.from, to: of.to, fields: of.fields.join(','), cursor: String(cursor) });
      const path = `/accounts/${encodeURIComponent(account)}/reports/${encodeURIComponent(of.report)}/rows?${query.toString()}`;
      const read: ServicePage = await this.ask(path, page);
      yield read;
      cursor = read.next;
    }
  }

  private async ask<T>(path: string, schema: z.ZodType<T>): Promise<T> {
    return this.read(textOf(await this.answered(path)), schema);
  }

  /** Asks until it is answered: waits as long as it is told to, backs off where it is not, gives up where trying again cannot help. */
  private async answered(path: string, sent?: object): Promise<Reply> {
    let last = '';
    for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
      this.signal?.throwIfAborted();
      const reply = await requested(`${this.base}/v1/${encodeURIComponent(this.channel)}${path}`, {
        headers: { authorization: `Bearer ${this.token}` },
        ...(sent ? { sent } : {}),
        ...(this.signal ? { signal: this.signal } : {}),
      });
      if (reply?.status === 200) return reply;
      if (reply?.status === 401)
        throw new ServiceProblem('The token is wrong or has expired. Make a new one at the channel and paste it here.');
      if (reply && reply.status >= 300 && reply.status < 400)
        throw new ServiceProblem(
          'The channel sends its answers from elsewhere, and the token is not sent there. See whether its address has changed.',
        );
      const said = reply ? this.withoutToken(errorOf(reply)).slice(0, MOST_SAID) : '';
      if (reply && reply.status >= 400 && reply.status < 500 && reply.status !== 429)
        throw new ChannelRefuses(`The channel refuses: ${said}`);
      last = reply ? `${reply.status} ${said}` : 'no answer in time';
      const told = Number(reply?.retryAfter ?? NaN) * 1000;
      await pause(Math.min(LONGEST_WAIT, Number.isNaN(told) ? 250 * 2 ** attempt : told), this.signal);
    }
    throw new ServiceProblem(`The channel did not deliver after ${MOST_TRIES} tries (${last.trim()}). Try again later.`);
  }

  private read<T>(text: string, schema: z.ZodType<T>): T {
    const json = parsedJson(text);
    const known = schema.safeParse(json);
    if (known.success) return known.data;
    const what =
      json === undefined ? (/^\s*</.test(text) ? 'a web page' : 'something that is no JSON') : 'something else than was asked for';
    throw new ServiceProblem(`The channel answers with ${what}. See whether the address is that of its reports, or try again later.`);
  }

  /** Channels repeat what they were sent; a token is shown to nobody. */
  private withoutToken(text: string): string {
    return this.token === '' ? text : text.replaceAll(this.token, '…');
  }
}

const problemReply = z.object({ error: z.string() });

function errorOf(reply: Reply): string {
  const parsed = problemReply.safeParse(parsedJson(textOf(reply)));
  return parsed.success ? parsed.data.error : reply.statusText;
}

/** So much of what a channel says of an error is shown. */
const MOST_SAID = 300;
