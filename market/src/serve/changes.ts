import { z } from 'zod';
import { type Change, CHANGE_FIELDS } from '../people/settings';
import type { ClientWorld } from '../world/spec';

export const changeRequest = z.object({
  campaign: z.string().min(1),
  field: z.enum(CHANGE_FIELDS),
  what: z.string().max(200).default(''),
  value: z.string().min(1).max(100),
  by: z.string().max(60).default('you'),
});
export type ChangeRequest = z.infer<typeof changeRequest>;

/** Makes a change of a request, or says in words why a channel would refuse it. */
export function accept(client: ClientWorld, request: ChangeRequest, today: number): Change | string {
  const campaign = client.campaigns.find(({ id }) => id === request.campaign);
  if (!campaign || campaign.budget === 0) return `There is no campaign ${request.campaign} in this account.`;
  const problem = problemOf(request, campaign);
  return problem ?? { ...request, day: today };
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
      return /^[01]{24}$/.test(value) ? undefined : 'A schedule is 24 signs, 1 for hours that run and 0 for those that do not.';
    case 'block':
      return places.includes(what) ? oneOf(['blocked', 'allowed']) : `The campaign has no place ${what}.`;
    case 'exclude':
      return what === '' ? 'Say which words of searches.' : oneOf(['excluded', 'allowed']);
    case 'ends':
      return /^\d{4}-\d{2}-\d{2}$/.test(value) ? undefined : 'ends is a day, such as 2026-12-31.';
  }
}
