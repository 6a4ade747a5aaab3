import type { ClientWorld } from './spec';

/** The same world with more people in it, and budgets to match: every share and price stays as it is. */
export const scaled = (world: ClientWorld, times: number): ClientWorld => ({
  ...world,
  campaigns: world.campaigns.map((campaign) => ({
    ...campaign,
    market: campaign.market * times,
    budget: campaign.budget * times,
    history: (campaign.history ?? []).map((change) =>
      change.field === 'daily budget' && typeof change.value === 'number' ? { ...change, value: change.value * times } : change,
    ),
  })),
});
