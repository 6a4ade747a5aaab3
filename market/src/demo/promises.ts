const ALWAYS = { from: '2025-09-01', to: '2026-12-31' };
const counted = { countedBy: 'orders', basis: 'sale' } as const;

/** What each client was promised: targets, margins and monthly budgets as the agency wrote them down. */
export const PROMISES: Readonly<Record<string, object>> = {
  'juniper-loft-tea': {
    targets: [{ metric: 'roas', value: 2.6, ...counted, ...ALWAYS }],
    margins: [{ share: 0.46, ...ALWAYS }],
    budgets: [{ amount: 18_000, ...ALWAYS }],
  },
  'kelpie-kayak-tours': {
    targets: [{ metric: 'cost-per-booking', value: 34, ...counted, ...ALWAYS }],
    margins: [{ share: 0.38, ...ALWAYS }],
    budgets: [{ amount: 9_800, ...ALWAYS }],
  },
  'northwall-climbing': {
    targets: [{ metric: 'cost-per-lead', value: 22, ...counted, ...ALWAYS }],
    margins: [],
    budgets: [{ amount: 10_000, ...ALWAYS }],
  },
  'pocket-orchard': {
    targets: [{ metric: 'cost-per-install', value: 1.8, ...counted, ...ALWAYS }],
    margins: [],
    budgets: [{ amount: 11_500, ...ALWAYS }],
  },
};
