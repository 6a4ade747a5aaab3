import type { Outcome } from '../outcome';

/** Counted actions of people that any client may have, in the order of a funnel. To add one, add a line. */
export const BUILT_IN_OUTCOMES: readonly Outcome[] = [
  { id: 'cart', name: 'cart', label: 'Carts', headers: ['carts', 'add to cart', 'adds to cart', 'warenkorb', 'panier'] },
  {
    id: 'checkout',
    name: 'checkout',
    label: 'Checkouts',
    headers: ['checkouts', 'checkout started', 'checkouts started', 'initiated checkouts'],
  },
  { id: 'purchase', name: 'purchase', label: 'Purchases', headers: ['purchases', 'orders', 'sales', 'käufe', 'achats', 'compras'] },
  { id: 'booking', name: 'booking', label: 'Bookings', headers: ['bookings', 'reservations', 'buchungen', 'réservations', 'reservas'] },
  { id: 'install', name: 'install', label: 'Installs', headers: ['installs', 'app installs', 'installations'] },
  {
    id: 'subscription',
    name: 'subscription',
    label: 'Subscriptions',
    headers: ['subscriptions', 'subscribers', 'abonnements', 'suscripciones', 'assinaturas'],
  },
  {
    id: 'sign-up',
    name: 'sign-up',
    label: 'Sign-ups',
    headers: ['sign-ups', 'signups', 'registrations', 'anmeldungen', 'inscriptions', 'registros'],
  },
  { id: 'lead', name: 'lead', label: 'Leads', headers: ['leads', 'form leads', 'enquiries', 'anfragen', 'prospects'] },
  { id: 'call', name: 'call', label: 'Calls', headers: ['calls', 'phone calls', 'anrufe', 'appels', 'llamadas', 'chamadas'] },
  { id: 'message', name: 'message', label: 'Messages', headers: ['messages', 'chats', 'nachrichten', 'mensajes', 'mensagens'] },
  {
    id: 'directions',
    name: 'request for directions',
    label: 'Directions',
    headers: ['directions', 'ways asked for', 'requests for directions', 'direction requests', 'route requests', 'wegbeschreibungen'],
  },
];
