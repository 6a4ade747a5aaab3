import type { ToldChange } from '../settings/told-change';
import type { Setting } from '../settings/settings-of';
import { isOpen, isToDo, stateOfMove } from './move-state';
import { type SettingChange, settingPath } from './setting-change';
import { type SettingNow, SettingsNow } from './setting-now';

const DECIDED = 20;
const LOWER = { field: 'daily budget', from: 60, to: 48 } as const;
const PAUSE = { field: 'status', from: 'running', to: 'paused' } as const;
const OF = { level: 'campaign', member: 7, channelName: 'Harbor' } as const;

function setting(value: number, part: Partial<Setting> = {}): SettingNow | undefined {
  const own = new Map([['campaign 7', { value, asOf: 30, since: 10, changed: false, toldUntil: 30, ...part }]]);
  const isStatus = value === 0 || value === 1;
  return new SettingsNow({ budgets: own, running: own }, [], 30).of(OF, isStatus ? PAUSE : LOWER);
}

describe('how an accepted move stands', () => {
  it('waits while its setting has the old value, of whatever change it came', () => {
    expect(stateOfMove(LOWER, DECIDED, setting(60))).toEqual({ state: 'waits', since: null });
    expect(stateOfMove(LOWER, DECIDED, setting(60, { changed: true, since: 20 }))).toMatchObject({ state: 'waits' });
    expect(stateOfMove(PAUSE, DECIDED, setting(1))).toEqual({ state: 'waits', since: null });
  });

  it('is done since its setting has the new one, to the hundredth', () => {
    expect(stateOfMove(LOWER, DECIDED, setting(48.004, { changed: true, since: 22 }))).toEqual({ state: 'done', since: 22 });
    expect(stateOfMove(PAUSE, DECIDED, setting(0, { changed: true, since: 21 }))).toEqual({ state: 'done', since: 21 });
  });

  it('waits where all that reports tell is of days before the decision, whatever they tell', () =>
    expect(stateOfMove(LOWER, DECIDED, setting(48, { changed: true, since: 18, asOf: 19 }))).toEqual({ state: 'waits', since: null }));

  it('was changed otherwise where it is something else, or was changed back afterwards', () => {
    expect(stateOfMove(LOWER, DECIDED, setting(55, { changed: true, since: 23 }))).toEqual({ state: 'changed otherwise', since: 23 });
    expect(stateOfMove(LOWER, DECIDED, setting(60, { changed: true, since: 21 }))).toEqual({ state: 'changed otherwise', since: 21 });
  });

  it('is not told where no report has the setting', () =>
    expect(stateOfMove(PAUSE, DECIDED, undefined)).toEqual({ state: 'not told', since: null }));
});

describe('what a change history tells of a move', () => {
  const told = (day: number, field: string, part: Partial<ToldChange> = {}): ToldChange => ({
    ...{ day, field, channel: 'Harbor', level: 'campaign', code: 7, oldValue: null, newValue: null, what: null },
    ...part,
  });
  const stateOf = (change: SettingChange, changes: readonly ToldChange[], of: Parameters<SettingsNow['of']>[0] = OF) =>
    stateOfMove(change, DECIDED, new SettingsNow({ budgets: new Map(), running: new Map() }, changes, 30).of(of, change));
  const EXCLUDE = { field: 'searches', what: 'Free', from: 'allowed', to: 'excluded' } as const;
  const BLOCK = { field: 'part', dimension: 'placement', what: 'puzzles.example', from: 'allowed', to: 'excluded' } as const;
  const excluded = (day: number, newValue = 'excluded') => told(day, 'exclude', { what: 'free', newValue });

  it('is done since words or a part are on its list, waits before, and was changed otherwise once they are taken off again', () => {
    expect(stateOf(EXCLUDE, [excluded(22)])).toEqual({ state: 'done', since: 22 });
    expect(stateOf(EXCLUDE, [told(22, 'exclude', { what: 'jobs', newValue: 'excluded' })])).toEqual({ state: 'waits', since: null });
    expect(stateOf(EXCLUDE, [excluded(22), excluded(25, 'allowed')])).toEqual({ state: 'changed otherwise', since: 25 });
    // Long before it was decided they had been allowed again: that is what it is to change.
    expect(stateOf(EXCLUDE, [excluded(3), excluded(9, 'allowed')])).toMatchObject({ state: 'waits' });
    expect(stateOf(BLOCK, [told(21, 'block', { what: 'puzzles.example', newValue: 'blocked' })])).toEqual({ state: 'done', since: 21 });
    expect(stateOf(BLOCK, [told(21, 'exclude', { what: 'puzzles.example', newValue: 'excluded' })])).toMatchObject({ state: 'waits' });
  });

  it('is of its own campaign and channel alone', () => {
    expect(stateOf(EXCLUDE, [excluded(22)], { ...OF, member: 8 })).toMatchObject({ state: 'waits' });
    expect(stateOf(EXCLUDE, [excluded(22)], { ...OF, channelName: 'Wren' })).toMatchObject({ state: 'not told' });
    expect(stateOf(EXCLUDE, [])).toMatchObject({ state: 'not told' });
  });

  it('knows the same hours however they are written', () => {
    const weekdays = [0, 1, 2, 3, 4];
    const change = { field: 'schedule', from: [], to: [{ weekdays, opens: 8, closes: 20 }] } as const;
    const schedule = (day: number, newValue: string) => told(day, 'ad schedule', { newValue });
    expect(stateOf(change, [schedule(22, 'Mon–Wed 08:00–20:00, Thu 8–12, 12–20, Fri 08:00-20:00')])).toEqual({ state: 'done', since: 22 });
    expect(stateOf(change, [excluded(22)])).toMatchObject({ state: 'waits' });
    expect(stateOf(change, [schedule(22, '00:00–24:00')])).toMatchObject({ state: 'changed otherwise' });
    expect(stateOf(change, [schedule(10, '00:00–24:00')])).toMatchObject({ state: 'waits' });
  });
});

describe('what is still to be done', () => {
  const at = (state: 'waits' | 'done' | 'changed otherwise' | 'not told', sent: object | null = null) => ({ standing: { state }, sent });

  it('is what waits or no report tells, as long as nobody sent it', () => {
    expect([at('waits'), at('not told'), at('done'), at('changed otherwise')].map(isToDo)).toEqual([true, true, false, false]);
    expect([isOpen(at('waits', {})), isToDo(at('waits', {}))]).toEqual([true, false]);
    expect(isToDo({ standing: null, sent: null })).toBe(false);
  });

  it('is of one setting only where all of it is the same: a placement and a sub-source of one name are two', () => {
    const part = (dimension: string): SettingChange => ({ field: 'part', dimension, what: 'Fern', from: 'allowed', to: 'excluded' });
    expect(settingPath(part('placement'))).not.toEqual(settingPath(part('sub-source')));
    expect(settingPath(LOWER)).toEqual(settingPath({ ...LOWER, to: 50 }));
  });
});
