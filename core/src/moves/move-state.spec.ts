import type { Setting } from '../settings/settings-of';
import { stateOfMove } from './move-state';

const DECIDED = 20;
const setting = (value: number, part: Partial<Setting> = {}): Setting => ({
  ...{ value, asOf: 30, since: 10, changed: false, toldUntil: 30 },
  ...part,
});
const LOWER = { field: 'daily budget', from: 60, to: 48 } as const;
const PAUSE = { field: 'status', from: 'running', to: 'paused' } as const;

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

  it('was changed otherwise where it is something else, or was changed back afterwards', () => {
    expect(stateOfMove(LOWER, DECIDED, setting(55, { changed: true, since: 23 }))).toEqual({ state: 'changed otherwise', since: 23 });
    expect(stateOfMove(LOWER, DECIDED, setting(60, { changed: true, since: 21 }))).toEqual({ state: 'changed otherwise', since: 21 });
  });

  it('is not told where no report has the setting', () =>
    expect(stateOfMove(PAUSE, DECIDED, undefined)).toEqual({ state: 'not told', since: null }));
});
