import type { Events } from '../people/events';
import type { Settings } from '../people/settings';
import { type ChannelId, CHANNELS, type ClientWorld } from '../world/spec';
import { cutRows, fieldsOf } from './cut';
import { OFFERS } from './offers';
import { journeysReport, tillReport, visitsReport } from './own-systems';
import type { Report } from './report';
import { changesReport, settingsReport } from './settings-report';

/** What the reports of a client are made from. */
export interface Source {
  readonly world: ClientWorld;
  readonly events: Events;
  readonly settings: Settings;
  /** The last day anything is known about, when rows are asked for. */
  readonly known: () => number;
}

const OUTCOME_NAMES = { purchase: 'Purchase', booking: 'Booking', lead: 'Lead', install: 'Install' } as const;

/** The reports one channel offers of a client; none where the client is not there. */
export function reportsOf({ world, events, settings, known }: Source, channel: string): Report[] {
  if (channel === 'till') return [tillReport(world, events)];
  if (channel === 'footpath') return [visitsReport(world, events), journeysReport(world, events)];
  const campaigns = world.campaigns.flatMap((campaign, at) => (campaign.channel === channel ? [at] : []));
  if (campaigns.length === 0) return [];
  const cuts = OFFERS[channel as ChannelId].map((offer): Report => {
    const measures = offer.measures.filter(
      (id) => (world.steps.cart > 0 || (id !== 'carts' && id !== 'checkouts')) && (world.price > 0 || id !== 'value'),
    );
    const cut = { dimensions: offer.dimensions, measures, campaigns: new Set(campaigns) };
    return {
      id: offer.id,
      name: offer.name,
      fields: fieldsOf(cut, OUTCOME_NAMES[world.action]),
      restates: 30,
      rows: (days) => cutRows(events.touches, cut, days, { world, known: known() }),
    };
  });
  if (CHANNELS[channel as ChannelId].kind === 'local listing') return cuts;
  return [...cuts, settingsReport(world, settings, events.touches, campaigns), changesReport(world, settings, campaigns)];
}
