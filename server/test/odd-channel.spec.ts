import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { requested } from '../src/connect/request';
import { ServiceChannel } from '../src/connect/service';
import { send, suiteServer } from './harness';

type Answer = (request: IncomingMessage, response: ServerResponse) => void;

/** A channel that behaves as no channel should. */
function oddChannel(): { address: () => string; answer: (by: Answer) => void } {
  let by: Answer = (_, response) => response.end();
  let server: Server;
  beforeAll(async () => {
    server = createServer((request, response) => by(request, response)).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });
  return {
    address: () => `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    answer: (next) => (by = next),
  };
}

describe('a channel that', () => {
  const channel = oddChannel();
  const elsewhere = oddChannel();
  const TOKEN = 'secret-token-of-this-test';
  const accounts = () => new ServiceChannel(channel.address(), 'odd', TOKEN).accounts();
  const patience = { begin: 60, idle: 60, whole: 400 };

  it('never answers, or stops in the middle, is given up in time', async () => {
    channel.answer(() => undefined);
    expect(await requested(channel.address(), {}, patience)).toBeUndefined();
    channel.answer((_, response) => void response.write('['));
    expect(await requested(channel.address(), {}, patience)).toBeUndefined();
  });

  it('answers drop by drop is given up when it has had its whole time', async () => {
    let timer: NodeJS.Timeout | undefined;
    channel.answer((_, response) => void (timer = setInterval(() => response.write(' '), 20)));
    expect(await requested(channel.address(), {}, patience)).toBeUndefined();
    clearInterval(timer);
  });

  it('is slow but goes on is waited for', async () => {
    channel.answer((_, response) => {
      let left = 5;
      const timer = setInterval(() => {
        if (left-- > 0) return void response.write('.');
        clearInterval(timer);
        response.end('!');
      }, 20);
    });
    const reply = await requested(channel.address(), {}, { begin: 5000, idle: 5000, whole: 10_000 });
    expect(reply?.bytes.toString()).toBe('.....!');
  });

  it('sends elsewhere is told, and the token goes nowhere', async () => {
    const came: (string | undefined)[] = [];
    elsewhere.answer((request, response) => {
      came.push(request.headers.authorization);
      response.end('[]');
    });
    channel.answer((_, response) => response.writeHead(302, { location: `${elsewhere.address()}/v1/odd/accounts` }).end());
    await expect(accounts()).rejects.toThrow(/from elsewhere, and the token is not sent there/);
    expect(came).toEqual([]);
  });

  it('answers with a page is told as that', async () => {
    channel.answer((_, response) => response.setHeader('content-type', 'text/html').end('<!doctype html><p>Sign in'));
    await expect(accounts()).rejects.toThrow(/web page/);
    channel.answer((_, response) => response.end('{"not":"a list"}'));
    await expect(accounts()).rejects.toThrow();
  });

  it('repeats the token in its refusal shows it to nobody', async () => {
    channel.answer((request, response) =>
      // Once at the start, and once where what is shown is cut.
      response.writeHead(403).end(JSON.stringify({ error: `may not: ${request.headers.authorization ?? ''} ${'x'.repeat(262)} ${TOKEN}` })),
    );
    const said = await accounts().catch((error: unknown) => (error instanceof Error ? error.message : ''));
    expect(said).toMatch(/The channel refuses: may not/);
    expect(said).not.toContain(TOKEN.slice(0, 6));
  });
});

describe('without a market', () => {
  const server = suiteServer();
  it('no channel is offered, which the page says at once', async () =>
    expect((await send(server.address, 'GET', '/offers')).body).toEqual([]));
});
