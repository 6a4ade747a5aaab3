import { accountKept } from '../world/account';
import { type ChannelId, CHANNELS } from '../world/spec';
import { claimsReport } from './claims';
import { cutRows, fieldsOf } from './cut';
import { gradesReport } from './grades';
import { journeysReport } from './journeys';
import { lotsReport } from './lots';
import { OFFERS } from './offers';
import { reachReport } from './reach';
import type { Report } from './report';
import { changesReport, settingsReport } from './settings-report';
import { linksReport, visitsReport } from './site';
import type { Source } from './source';
import { subscriptionsReport, tillReport } from './till';

const OUTCOME_NAMES = { purchase: 'Purchase', booking: 'Booking', lead: 'Lead', install: 'Install' } as const;

/** The reports one channel offers of a client; none where the client is not there. */
export function reportsOf(source: Source, channel: string): Report[] {
  const { world, events, settings } = source;
  if (channel === 'till') return [tillReport(source), ...(world.action === 'install' ? [subscriptionsReport(source)] : [])];
  if (channel === 'footpath') {
    const links = world.campaigns.some(({ inLots }) => inLots) ? [linksReport(world, events)] : [];
    return [visitsReport(world, events), ...links, journeysReport(source)];
  }
  const campaigns = world.campaigns.flatMap((campaign, at) => (campaign.channel === channel ? [at] : []));
  if (campaigns.length === 0) return [];
  const cuts = cutReports(source, channel as ChannelId, campaigns);
  const { kind } = CHANNELS[channel as ChannelId];
  if (kind === 'local listing') return cuts;
  const inLots = campaigns.filter((at) => world.campaigns[at]?.inLots);
  return [
    ...cuts,
    ...(kind === 'social' || kind === 'video' ? [reachReport(world, events.touches, campaigns)] : []),
    ...(kind === 'social' ? [gradesReport(world, settings, campaigns)] : []),
    ...(inLots.length > 0 ? [lotsReport(world, events.touches, inLots)] : []),
    // Sales in a marketplace are not the client's own.
    ...(kind === 'marketplace' ? [] : [claimsReport(source, channel, new Set(campaigns))]),
    settingsReport(world, settings, events.touches, campaigns),
    changesReport(world, settings, campaigns),
  ];
}

function cutReports({ world, events, known }: Source, channel: ChannelId, campaigns: readonly number[]): Report[] {
  const account = { channel, zone: accountKept(world, channel).zone };
  return OFFERS[channel].map((offer): Report => {
    const measures = offer.measures.filter(
      (id) => (world.steps.cart > 0 || (id !== 'carts' && id !== 'checkouts')) && (world.price > 0 || id !== 'value'),
    );
    const cut = { dimensions: offer.dimensions, measures, campaigns: new Set(campaigns) };
    return {
      id: offer.id,
      name: offer.name,
      fields: fieldsOf(cut, OUTCOME_NAMES[world.action]),
      restates: 30,
      rows: (days) => cutRows(events.touches, cut, days, { world, known: known(), account }),
    };
  });
}
