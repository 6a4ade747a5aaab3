import { closeSync, mkdirSync, openSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { noEvents } from '../people/events';
import { live } from '../people/history';
import { Settings } from '../people/settings';
import { reportsOf } from '../report/reports';
import { csvLines } from '../serve/formats';
import { dayOf } from '../world/calendar';
import { type ClientWorld, CHANNELS } from '../world/spec';

/**
 * Writes every report of a client as CSV files, day by day: a day is complete when the people born
 * on it have been lived through, and is forgotten once it is written. So a world ten or a hundred
 * times larger needs only the memory of the weeks people look ahead. Returns rows by file name.
 */
export function writeFiles(world: ClientWorld, folder: string): Map<string, number> {
  mkdirSync(folder, { recursive: true });
  const events = noEvents();
  const settings = new Settings(world, []);
  const known = dayOf(world.to);
  const source = { world, events, settings, known: () => known, hasPassed: (day: number) => day <= known };
  const channels = [...Object.keys(CHANNELS).filter((id) => id !== 'unpaid'), 'till'];
  const open = channels.flatMap((channel) =>
    reportsOf(source, channel).map((report) => {
      const name = `${world.id}_${channel}_${report.id}.csv`;
      const file = openSync(join(folder, name), 'w');
      writeSync(file, csvLines([report.fields.map((field) => field.name)]));
      return { name, file, report };
    }),
  );
  const rows = new Map(open.map(({ name }) => [name, 0]));
  for (let day = dayOf(world.from); day <= dayOf(world.to); day++) {
    live(world, settings, events, { from: day, to: day, before: Infinity });
    for (const { name, file, report } of open) {
      const lines = report.rows({ from: day, to: day });
      if (lines.length > 0) writeSync(file, csvLines(lines));
      rows.set(name, (rows.get(name) ?? 0) + lines.length);
    }
    events.touches.keep((row) => events.touches.get('day', row) > day);
    events.outcomes.keep((row) => events.outcomes.get('day', row) > day);
  }
  for (const { file } of open) closeSync(file);
  return rows;
}
