/** Whether something runs, as its channel is told. */
export const RUN_STATES = ['running', 'paused'] as const;
export type RunState = (typeof RUN_STATES)[number];

/** What is changed of something at a channel, from what it is now. Money in whole units of its account's currency. */
export type SettingChange =
  | { readonly field: 'daily budget'; readonly from: number; readonly to: number }
  | { readonly field: 'status'; readonly from: RunState; readonly to: RunState };

/** What it is now and what it is to be, as settings and sheets write it: “60.00”, “running”. */
export const writtenValues = ({ field, ...change }: SettingChange): readonly [from: string, to: string] =>
  field === 'daily budget' ? [Number(change.from).toFixed(2), Number(change.to).toFixed(2)] : [String(change.from), String(change.to)];
