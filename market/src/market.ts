import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CLIENTS, FIRST_TODAY } from './clients/clients';
import { type Events, noEvents, OUTCOME, TOUCH } from './people/events';
import { live, rewind } from './people/history';
import { type Change, Settings } from './people/settings';
import { Columns } from './people/columns';
import type { Account } from './report/report';
import { accountKept } from './world/account';
import { reportsOf } from './report/reports';
import { dayOf, isoDay } from './world/calendar';
import { CHANNELS, type ClientWorld } from './world/spec';

/** The client's own systems are channels like any other to whoever asks. */
const OWN = { footpath: { name: 'Footpath', kind: 'site' }, till: { name: 'Till', kind: 'orders' } } as const;

/** It is always two in the afternoon: so much of today has passed, in each client's own time. */
const PASSED_TODAY = 14 * 60;

export interface Channel {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
}

interface State {
  readonly today: string;
  readonly changes: readonly Change[];
}

/** The world as it is today: what has happened, what is set, what can be asked. Kept in a folder; the same on every machine. */
export class Market {
  private state: State;
  private readonly events = new Map<string, Events>();
  private readonly settings = new Map<string, Settings>();

  private constructor(
    private readonly folder: string | undefined,
    state: State,
    readonly clients: readonly ClientWorld[],
  ) {
    this.state = state;
    for (const client of clients) this.settings.set(client.id, new Settings(client, state.changes));
  }

  /** Opens the market kept in a folder, or lives it through from the beginning; without a folder it is kept in memory only. */
  static open(folder: string | undefined, say: (line: string) => void = () => undefined, clients = CLIENTS): Market {
    const path = folder && join(folder, 'state.json');
    const state: State = path && existsSync(path) ? (JSON.parse(readFileSync(path, 'utf8')) as State) : { today: FIRST_TODAY, changes: [] };
    const market = new Market(folder, state, clients);
    const isKept = path !== undefined && existsSync(path);
    for (const client of clients) {
      if (isKept) market.events.set(client.id, market.read(client));
      else {
        say(`${client.name}: living through ${client.from} to ${client.to}`);
        const events = noEvents();
        live(client, market.settingsOf(client), events, {
          from: dayOf(client.from),
          to: market.today,
          before: market.today,
          passed: PASSED_TODAY,
        });
        market.events.set(client.id, events);
      }
    }
    if (!isKept) market.keep(clients);
    return market;
  }

  get today(): number {
    return dayOf(this.state.today);
  }

  settingsOf(client: ClientWorld): Settings {
    return this.settings.get(client.id) ?? new Settings(client, []);
  }

  eventsOf(client: ClientWorld): Events {
    return this.events.get(client.id) ?? noEvents();
  }

  channels(): Channel[] {
    const paid = Object.entries(CHANNELS).filter(([id]) => id !== 'unpaid');
    return [...paid, ...Object.entries(OWN)].map(([id, { name, kind }]) => ({ id, name, kind }));
  }

  /** The accounts one channel has, with the reports each offers. */
  accounts(channel: string): Account[] {
    return this.clients.flatMap((client) => {
      const reports = reportsOf(
        {
          world: client,
          events: this.eventsOf(client),
          settings: this.settingsOf(client),
          known: () => this.today - 1,
          hasPassed: (day, minute) => day < this.today || (day === this.today && minute < PASSED_TODAY),
        },
        channel,
      );
      if (reports.length === 0) return [];
      return [{ id: `${client.prefix}-${channel}`, name: client.name, client: client.id, ...accountKept(client, channel), reports }];
    });
  }

  /** Whose account it is. */
  clientOf(account: Account): ClientWorld {
    const client = this.clients.find(({ id }) => id === account.client);
    if (!client) throw new RangeError(`No client ${account.client}`);
    return client;
  }

  /** Lets days pass. What was changed before holds from now on. */
  advance(days: number): void {
    const today = this.today;
    for (const client of this.clients) {
      const events = this.eventsOf(client);
      const from = Math.max(dayOf(client.from), rewind(events, today));
      live(client, this.settingsOf(client), events, { from, to: today + days, before: today + days, passed: PASSED_TODAY });
    }
    this.state = { ...this.state, today: isoDay(today + days) };
    this.keep(this.clients);
  }

  get changes(): readonly Change[] {
    return this.state.changes;
  }

  /** Takes a change; it holds from today on. */
  change(change: Change): void {
    this.state = { ...this.state, changes: [...this.state.changes, change] };
    for (const client of this.clients) this.settings.set(client.id, new Settings(client, this.state.changes));
    this.keep([]);
  }

  private read(client: ClientWorld): Events {
    const at = (name: string): string => join(this.folder ?? '', `${client.id}-${name}.bin`);
    return { touches: Columns.read(TOUCH, at('touches')), outcomes: Columns.read(OUTCOME, at('outcomes')) };
  }

  /** Writes events first and the state that speaks of them last, each as a whole. */
  private keep(changed: readonly ClientWorld[]): void {
    if (this.folder === undefined) return;
    mkdirSync(this.folder, { recursive: true });
    for (const client of changed) {
      const { touches, outcomes } = this.eventsOf(client);
      touches.write(join(this.folder, `${client.id}-touches.bin`));
      outcomes.write(join(this.folder, `${client.id}-outcomes.bin`));
    }
    const path = join(this.folder, 'state.json');
    writeFileSync(`${path}.new`, JSON.stringify(this.state));
    renameSync(`${path}.new`, path);
  }
}
