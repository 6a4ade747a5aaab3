import { tidyHours } from '../dayparts/tidy-hours';
import { listsOn, type ListedAs } from '../settings/lists';
import { readSchedule } from '../settings/schedule';
import { type Setting, settingKey } from '../settings/settings-of';
import { changesOfField, type ToldChange } from '../settings/told-change';
import type { Day } from '../time/day';
import type { Entity } from './finding';
import { changedPart, type SettingChange, writtenValues } from './setting-change';

/** What a setting is by what reports tell of it last, as changes write it. */
export interface SettingNow {
  readonly written: string;
  /** The first day of it. */
  readonly since: Day;
  /** Whether it is known to have been something else before. */
  readonly changed: boolean;
  /** The last day of which a report tells it. */
  readonly asOf: Day;
}

/** Settings that reports tell as a figure a day, by settingKey. */
export interface FigureSettings {
  readonly budgets: ReadonlyMap<string, Setting>;
  readonly running: ReadonlyMap<string, Setting>;
}

/** What a change was of, and where its channel's history is. */
export type Changed = Entity & { readonly channelName: string };

const LISTS = { searches: 'excluded term', part: 'blocked source' } as const satisfies Record<string, ListedAs>;

/** What settings are on the last day that is known: by figures of each day, and by what change histories tell. */
export class SettingsNow {
  constructor(
    private readonly figures: FigureSettings,
    private readonly changes: readonly ToldChange[],
    private readonly lastDay: Day,
  ) {}

  /** What the setting of a change is; undefined where no report tells it. */
  of(entity: Changed, change: SettingChange): SettingNow | undefined {
    if (isFigure(change)) return figureNow(entity, change, this.figures);
    if (!this.changes.some(({ channel }) => channel === entity.channelName)) return undefined;
    return change.field === 'schedule' ? this.scheduleOf(entity) : this.listOf(entity, change);
  }

  /** A history that tells of no schedule of a campaign says that it has none. */
  private scheduleOf(entity: Changed): SettingNow {
    const own = changesOfField(this.changes, 'schedule', this.lastDay).filter((each) => isOf(each, entity));
    const last = own.at(-1);
    const hours = tidyHours(last?.newValue == null ? [] : (readSchedule(last.newValue) ?? []));
    const [written] = writtenValues({ field: 'schedule', from: hours, to: [] });
    return { written, since: last?.day ?? 0, changed: last !== undefined, asOf: this.lastDay };
  }

  private listOf(entity: Changed, change: Extract<SettingChange, { field: keyof typeof LISTS }>): SettingNow {
    const what = changedPart(change).toLowerCase();
    const listed = listsOn(this.changes, LISTS[change.field], this.lastDay).find(
      (each) => each.text.toLowerCase() === what && isOf(each, entity),
    );
    const written = listed?.isShut === true ? 'excluded' : 'allowed';
    return { written, since: listed?.since ?? 0, changed: listed !== undefined, asOf: this.lastDay };
  }
}

const isOf = ({ level, code }: Pick<ToldChange, 'level' | 'code'>, entity: Entity): boolean =>
  level === entity.level && code === entity.member;

export type FigureChange = Extract<SettingChange, { field: 'daily budget' | 'status' }>;

/** Whether reports tell its setting as a figure a day. */
export const isFigure = (change: SettingChange): change is FigureChange => change.field === 'daily budget' || change.field === 'status';

export function figureNow(
  { level, member }: Entity,
  { field }: FigureChange,
  { budgets, running }: FigureSettings,
): SettingNow | undefined {
  const setting = (field === 'status' ? running : budgets).get(settingKey(level, member));
  if (!setting) return undefined;
  const { value, since, changed, asOf } = setting;
  return { written: field === 'status' ? (value === 1 ? 'running' : 'paused') : value.toFixed(2), since, changed, asOf };
}
