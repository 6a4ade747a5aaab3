import { rateOn } from '../world/account';
import { isoDay, momentOf } from '../world/calendar';
import { DID, LONGEST_INTEREST, type Outcome, rowsOn } from '../people/events';
import { claimsOf } from './measures';
import { always, type Cell, type Days, type Report } from './report';
import type { Source } from './source';
import { idOf, ONE } from './till';

/**
 * What one channel claims, one by one, on the day of the outcome: each claim that it counts, so a tag that fires twice
 * makes two. Of an outcome after a view alone the channel does not know the number.
 */
export function claimsReport(source: Source, channel: string, campaigns: ReadonlySet<number>): Report {
  const { world, events, known, hasPassed } = source;
  const outcomesBy = ({ from, to }: Days): ReadonlyMap<number, Outcome> => {
    const day = events.outcomes.column('day');
    const found = new Map<number, Outcome>();
    for (let row = 0; row < events.outcomes.length; row++)
      if ((day[row] ?? 0) >= from && (day[row] ?? 0) <= to) found.set(events.outcomes.get('person', row), events.outcomes.row(row));
    return found;
  };
  return {
    id: 'claims',
    name: 'Claims one by one',
    restates: 0,
    fields: [
      always('Day', 'day', 'Day of the outcome that is claimed'),
      always(ONE[world.action], 'member', 'The number that its tag has read; none after a view'),
      always('Clicked at', 'text', 'The click or the view before it'),
      always('Claimed at', 'text', 'When the outcome came'),
      always('Claimed value', 'text', 'What it was worth, in the account’s currency'),
      always('Campaign ID', 'text', 'The campaign that claims it'),
    ],
    rows: (days) => {
      const outcomes = outcomesBy(days);
      const claimDay = events.touches.column('claimDay');
      const rows: Cell[][] = [];
      for (const at of rowsOn(events.touches, { from: days.from - LONGEST_INTEREST, to: days.to })) {
        const day = claimDay[at] ?? 0;
        if (day < days.from || day > days.to || !campaigns.has(events.touches.get('campaign', at))) continue;
        const touch = events.touches.row(at);
        const of = outcomes.get(touch.person);
        if (!of || !hasPassed(of.day, of.minute)) continue;
        const isView = (touch.flags & DID.viewed) !== 0;
        const value = world.price > 0 ? Number(((touch.claimValue * rateOn(world, channel, day)) / 100).toFixed(2)) : null;
        const row = [
          isoDay(day),
          isView ? null : idOf(world, of),
          momentOf(world.zone, touch.day, touch.minute),
          momentOf(world.zone, of.day, of.minute),
          value,
          world.campaigns[touch.campaign]?.id ?? null,
        ];
        for (let times = claimsOf(touch, { world, known: known() }); times > 0; times--) rows.push(row);
      }
      return rows.sort(([, , , a], [, , , b]) => (String(a) < String(b) ? -1 : Number(a !== b)));
    },
  };
}
