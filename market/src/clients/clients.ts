import type { ClientWorld } from '../world/spec';
import { juniperLoftTea } from './juniper-loft-tea';
import { kelpieKayakTours } from './kelpie-kayak-tours';
import { northwallClimbing } from './northwall-climbing';
import { pocketOrchard } from './pocket-orchard';

export const CLIENTS: readonly ClientWorld[] = [juniperLoftTea, kelpieKayakTours, northwallClimbing, pocketOrchard];

/** The market's day when it begins: Saturday 31 October 2026. */
export const FIRST_TODAY = '2026-10-31';
