import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CLIENTS, FIRST_TODAY } from './clients/clients';
import { type Events, noEvents, OUTCOME, TOUCH } from './people/events';
import { live, rewind } from './people/history';
import { type Change, Settings } from './people/settings';
import { Columns } from './people/columns';
import { cutRows, fieldsOf } from './report/cut';
import { OFFERS } from './report/offers';
import { journeysReport, tillReport, visitsReport } from './report/own-systems';
import type { Account, Report } from './report/report';
import { changesReport, settingsReport } from './report/settings-report';
import { dayOf, isoDay } from './world/calendar';
import { type ChannelId, CHANNELS, type ClientWorld } from './world/spec';

/** The client's own systems are channels like any other to whoever asks. */
const OWN = { footpath: { name: 'Footpath', kind: 'site' }, till: { name: 'Till', kind: 'orders' } } as const;

export interface Channel {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
}

interface State {
  readonly today: string;
  readonly changes: readonly Change[];
}

const OUTCOME_NAMES = { purchase: 'Purchase', booking: 'Booking', lead: 'Lead', install: 'Install' } as const;

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
        live(client, market.settingsOf(client), events, { from: dayOf(client.from), to: market.today - 1, before: market.today });
        market.events.set(client.id, events);
      }
    }
    if (!isKept) market.keep(clients);
    return market;
  }

  get today(): number {
    return dayOf(this.state.today);
  }

  get changes(): readonly Change[] {
    return this.state.changes;
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
      const reports = this.reportsOf(client, channel);
      if (reports.length === 0) return [];
      return [
        { id: `${client.prefix}-${channel}`, name: client.name, client: client.id, currency: client.currency, zone: client.zone, reports },
      ];
    });
  }

  /** Lets days pass. What was changed before holds from now on. */
  advance(days: number): void {
    const today = this.today;
    for (const client of this.clients) {
      const events = this.eventsOf(client);
      const from = Math.max(dayOf(client.from), rewind(events, today));
      live(client, this.settingsOf(client), events, { from, to: today + days - 1, before: today + days });
    }
    this.state = { ...this.state, today: isoDay(today + days) };
    this.keep(this.clients);
  }

  /** Takes a change; it holds from today on. */
  change(change: Change): void {
    this.state = { ...this.state, changes: [...this.state.changes, change] };
    for (const client of this.clients) this.settings.set(client.id, new Settings(client, this.state.changes));
    this.keep([]);
  }

  private reportsOf(client: ClientWorld, channel: string): Report[] {
    const events = this.eventsOf(client);
    if (channel === 'till') return [tillReport(client, events)];
    if (channel === 'footpath') return [visitsReport(client, events), journeysReport(client, events)];
    const campaigns = client.campaigns.flatMap((campaign, at) => (campaign.channel === channel ? [at] : []));
    if (campaigns.length === 0) return [];
    const cuts = OFFERS[channel as ChannelId].map((offer): Report => {
      const measures = offer.measures.filter(
        (id) => (client.steps.cart > 0 || (id !== 'carts' && id !== 'checkouts')) && (client.price > 0 || id !== 'value'),
      );
      const cut = { dimensions: offer.dimensions, measures, campaigns: new Set(campaigns) };
      return {
        id: offer.id,
        name: offer.name,
        fields: fieldsOf(cut, OUTCOME_NAMES[client.action]),
        restates: 30,
        rows: (days) => cutRows(events.touches, cut, days, { world: client, known: this.today - 1 }),
      };
    });
    if (CHANNELS[channel as ChannelId].kind === 'local listing') return cuts;
    const settings = this.settingsOf(client);
    return [...cuts, settingsReport(client, settings, events.touches, campaigns), changesReport(client, settings, campaigns)];
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
