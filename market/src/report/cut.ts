import { changed } from '../people/columns';
import { rowsOn, type Touch, type Touches } from '../people/events';
import { DIMENSIONS, type Dimension, type DimensionId } from './dimensions';
import { type Given, type Measure, MEASURES, type MeasureId } from './measures';
import { around, minuteIn } from '../world/account';
import { isoDay } from '../world/calendar';
import type { Cell, Days, Field } from './report';

export interface Cut {
  readonly dimensions: readonly DimensionId[];
  readonly measures: readonly MeasureId[];
  /** Positions of the campaigns it is about. */
  readonly campaigns: ReadonlySet<number>;
}

/** The columns of a cut: the day, its dimensions, its measures. */
export function fieldsOf({ dimensions, measures }: Cut, outcomeName: string): Field[] {
  const named = (id: MeasureId): string => MEASURES[id].name.replace('Purchases', `${outcomeName}s`).replace('Purchase', outcomeName);
  return [
    { name: 'Day', kind: 'day', about: 'Day of the click, in the account’s time zone', always: true },
    ...dimensions.flatMap((id) =>
      DIMENSIONS[id].fields.map(([name, kind, about]): Field => ({ name, kind, about, always: kind !== 'text' })),
    ),
    ...measures.map((id): Field => {
      const { kind, about } = MEASURES[id];
      return { name: named(id), kind, about, always: id === 'impressions' || id === 'clicks' || id === 'cost' };
    }),
  ];
}

interface Group {
  readonly example: Touch;
  readonly sums: (number | null)[];
}

/** Sums touches by day and dimensions, in order of day and then of first appearance. Every cut of the same touches adds up to the same. */
export function cutRows(touches: Touches, cut: Cut, days: Days, given: Given): Cell[][] {
  const dimensions: Dimension[] = cut.dimensions.map((id) => DIMENSIONS[id]);
  const measures: Measure[] = cut.measures.map((id) => MEASURES[id]);
  const codes = codesOf(dimensions);
  const move = movedInto(given);
  const campaign = touches.column('campaign');
  const groups = new Map<string, Group>();
  for (const row of rowsOn(touches, move ? around(days) : days)) {
    if (!cut.campaigns.has(campaign[row] ?? 0)) continue;
    const touch = move ? move(touches.row(row)) : touches.row(row);
    if (touch.day < days.from || touch.day > days.to) continue;
    let key = String(touch.day);
    for (const [column, code] of codes) key += `,${code(touch[column])}`;
    const found = groups.get(key);
    if (found) {
      for (let at = 0; at < measures.length; at++) {
        const more = measures[at]?.of(touch, given) ?? null;
        const sum = found.sums[at];
        if (more !== null && sum !== null && sum !== undefined) found.sums[at] = sum + more;
      }
    } else {
      groups.set(key, { example: touch, sums: measures.map((each) => each.of(touch, given)) });
    }
  }
  return [...groups.values()]
    .sort((a, b) => a.example.day - b.example.day)
    .map(({ example, sums }) => [
      isoDay(example.day),
      ...dimensions.flatMap((each) => each.write(given.world, example)),
      ...sums.map((sum, at) => (sum === null ? null : Number(sum.toFixed(measures[at]?.decimals ?? 0)))),
    ]);
}

/** The columns that keep rows of a cut apart, each with what of it counts. */
const codesOf = (dimensions: readonly Dimension[]): ReadonlyMap<keyof Touch, (value: number) => number> =>
  new Map(dimensions.flatMap(({ columns, code = (value) => value }) => columns.map((column) => [column, code] as const)));

/** Moves a touch from the client's day and hour into those of an account kept in another zone; undefined where it is the same. */
function movedInto({ world, account }: Given): ((touch: Touch) => Touch) | undefined {
  if (account.zone === world.zone) return undefined;
  return (touch) => changed(touch, minuteIn(account.zone, world, touch.day, touch.minute));
}
