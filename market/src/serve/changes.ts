import { z } from 'zod';
import { type Change, CHANGE_FIELDS, type ChangeField, type Settings } from '../people/settings';
import type { ClientWorld } from '../world/spec';

export const changeRequest = z.object({
  campaign: z.string().min(1),
  field: z.enum(CHANGE_FIELDS),
  what: z.string().max(200).default(''),
  value: z.string().min(1).max(200),
  by: z.string().max(60).default('you'),
  /** What it is taken to be now: where it is something else, nothing is changed. */
  was: z.string().max(200).optional(),
  /** The same for the same change asked again: it is made once. */
  key: z.string().max(100).optional(),
});
export type ChangeRequest = z.infer<typeof changeRequest>;

/** Why a channel refuses a change: that cannot be, or it is something else now than whoever asks thinks. */
export interface ChangeRefused {
  readonly status: 409 | 422;
  readonly words: string;
}

/** Makes a change of a request, or says in words why a channel would refuse it. */
export function accept(client: ClientWorld, settings: Settings, request: ChangeRequest, today: number): Change | ChangeRefused {
  const campaign = client.campaigns.find(({ id }) => id === request.campaign);
  if (!campaign || campaign.budget === 0) return { status: 422, words: `There is no campaign ${request.campaign} in this account.` };
  const problem = problemOf(request, campaign);
  if (problem !== undefined) return { status: 422, words: problem };
  const { was, field, what, ...asked } = request;
  const now = settings.now(campaign, field, what, today);
  if (was !== undefined && !isSame(field, was, now)) return { status: 409, words: `${field} is ${now} now, not ${was}.` };
  return { ...asked, field, what, day: today };
}

/** Whether two values of a field say the same: amounts to the hundredth, hours of a day as those of all days. */
function isSame(field: ChangeField, one: string, other: string): boolean {
  const week = (signs: string): string => (signs.length === 24 ? signs.repeat(7) : signs);
  if (field === 'schedule') return week(one) === week(other);
  return one === other || Math.abs(Number(one) - Number(other)) < 0.005;
}

function problemOf({ field, what, value }: ChangeRequest, campaign: ClientWorld['campaigns'][number]): string | undefined {
  const amount = Number(value);
  const places = campaign.groups.flatMap((group) => group.places.map(({ name }) => name));
  const ads = campaign.groups.flatMap((group) => group.ads.map(({ id }) => id));
  const between = (low: number, high: number): string | undefined =>
    amount >= low && amount <= high ? undefined : `${field} must be a number from ${low} to ${high}.`;
  const oneOf = (allowed: readonly string[]): string | undefined =>
    allowed.includes(value) ? undefined : `${field} is one of: ${allowed.join(', ')}.`;
  switch (field) {
    case 'daily budget':
      return between(1, 10_000);
    case 'bid':
      return between(0.01, 100);
    case 'bid adjustment':
      return what === '' ? 'Say which device the adjustment is for.' : between(-0.9, 3);
    case 'status':
      return oneOf(['enabled', 'paused']);
    case 'ad status':
      return ads.includes(what) ? oneOf(['enabled', 'paused']) : `The campaign has no ad ${what}.`;
    case 'schedule':
      return /^(?=.*1)([01]{24}|[01]{168})$/.test(value)
        ? undefined
        : 'A schedule is 24 signs for all days, or 168 from Monday on: 1 for hours that run and 0 for those that do not.';
    case 'block':
      return places.includes(what) ? oneOf(['blocked', 'allowed']) : `The campaign has no place ${what}.`;
    case 'exclude':
      return what === '' ? 'Say which words of searches.' : oneOf(['excluded', 'allowed']);
    case 'ends':
      return /^\d{4}-\d{2}-\d{2}$/.test(value) ? undefined : 'ends is a day, such as 2026-12-31.';
  }
}
