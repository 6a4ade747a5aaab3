/** Counted actions of people. A main one counts as a result, a side one is only watched. */
export const ACTIONS = [
  { name: 'cart', label: 'Carts', one: 'cart', headers: ['carts', 'add to cart', 'adds to cart', 'warenkorb', 'panier'] },
  {
    name: 'checkout',
    label: 'Checkouts',
    one: 'checkout',
    headers: ['checkouts', 'checkout started', 'checkouts started', 'initiated checkouts'],
  },
  { name: 'purchase', label: 'Purchases', one: 'purchase', headers: ['purchases', 'orders', 'sales', 'käufe', 'achats', 'compras'] },
  { name: 'booking', label: 'Bookings', one: 'booking', headers: ['bookings', 'reservations', 'buchungen', 'réservations', 'reservas'] },
  { name: 'install', label: 'Installs', one: 'install', headers: ['installs', 'app installs', 'installations'] },
  {
    name: 'subscription',
    label: 'Subscriptions',
    one: 'subscription',
    headers: ['subscriptions', 'subscribers', 'abonnements', 'suscripciones', 'assinaturas'],
  },
  {
    name: 'sign-up',
    label: 'Sign-ups',
    one: 'sign-up',
    headers: ['sign-ups', 'signups', 'registrations', 'anmeldungen', 'inscriptions', 'registros'],
  },
  { name: 'lead', label: 'Leads', one: 'lead', headers: ['leads', 'form leads', 'enquiries', 'anfragen', 'prospects'] },
] as const;

export type Action = (typeof ACTIONS)[number]['name'];

export const ACTION_NAMES = ACTIONS.map((action) => action.name) as readonly Action[];

/** Whose count it is. Never mixed in one column (calculations, chapter 4). */
export const COUNTED_BY = ['claims', 'site', 'orders'] as const;
export type CountedBy = (typeof COUNTED_BY)[number];
/** Who counts outcomes in a list of their own, instead of in the report of a channel. */
export const LISTED_BY = ['orders', 'site'] as const satisfies readonly CountedBy[];
export type ListedBy = (typeof LISTED_BY)[number];

/** Who counts, as sentences say it. */
export const COUNTED_WORDS: Readonly<Record<CountedBy, { readonly who: string; readonly as: string; readonly text: string }>> = {
  claims: { who: 'the channels’ claims', as: 'the channels claim them', text: 'as claimed' },
  site: { who: 'the site or a tracker', as: 'the site counts them', text: 'as the site counts' },
  orders: { who: 'the orders', as: 'the orders count them', text: 'as ordered' },
};

/** On which day an outcome counts: that of the click before it, or that of the sale itself. */
export const DATE_BASES = ['click', 'sale'] as const;
export type DateBasis = (typeof DATE_BASES)[number];

/** What a report can say of an outcome: how many, how many different people, what they were worth. */
export const REPORTED_PARTS = ['count', 'people', 'value'] as const;
/** What is asked of an outcome. "margin" is value × the client's margin of that day. */
export const OUTCOME_PARTS = [...REPORTED_PARTS, 'margin'] as const;
export type ReportedPart = (typeof REPORTED_PARTS)[number];
export type OutcomePart = (typeof OUTCOME_PARTS)[number];

export const actionLabel = (action: Action): string => ACTIONS.find((each) => each.name === action)?.label ?? action;
