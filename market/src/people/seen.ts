import type { ChannelId } from '../world/spec';

/** Share of the touches of a channel that are views which led somewhere, rather than clicks. */
export const VIEWED: Readonly<Partial<Record<ChannelId, number>>> = { 'cobble-video': 0.35, 'hedgerow-display': 0.12 };

/** Channels in which the same people see the same pictures again and again. */
export const WEARS = new Set<ChannelId>(['wren-social', 'cobble-video', 'hedgerow-display']);

/** What is left of the click rate of an ad shown for so many days: the more often people have seen it, the less they click. */
export const freshness = (days: number): number => 0.78 + 0.22 * Math.exp(-Math.max(0, days) / 40);

/** A channel shows what is liked at a lower price: factor on the price of a click for a quality around 1. */
export const priceOfQuality = (quality: number): number => Math.min(1.15, Math.max(0.88, 1.1 - 0.1 * quality));
