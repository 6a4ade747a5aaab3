import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Market } from '../../market/src/market';
import { createMarketServer } from '../../market/src/serve/server';
import type { ClientWorld } from '../../market/src/world/spec';

export interface SuiteMarket {
  readonly address: string;
  readonly market: Market;
  /** Sets how it behaves; nothing for well. */
  behave(manners: object): Promise<void>;
  token(channel: string): Promise<string>;
}

/** A market of a few clients for all tests of a suite, in this process. */
export function suiteMarket(clients: readonly ClientWorld[]): SuiteMarket {
  let market: Market;
  let server: Server;
  beforeAll(async () => {
    market = Market.open(undefined, undefined, clients);
    server = createMarketServer(market).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });
  const address = (): string => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    get address() {
      return address();
    },
    get market() {
      return market;
    },
    behave: async (manners) => {
      await fetch(`${address()}/manners`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(manners),
      });
    },
    token: async (channel) => ((await (await fetch(`${address()}/tokens/${channel}`)).json()) as { token: string }).token,
  };
}
