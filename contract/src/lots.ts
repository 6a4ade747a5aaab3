import { LOT_LINE_KINDS, LOT_METRICS, LOT_UNITS, VISITS_BY } from '@lens/core';
import { z } from 'zod';
import { day, dayRange, figure } from './basic';
import { wordId } from './words';

export const lotsRequest = z.object({ period: dayRange });

const figures = z.object(
  Object.fromEntries(LOT_METRICS.map(({ id }) => [id, figure])) as Record<(typeof LOT_METRICS)[number]['id'], typeof figure>,
);

const lotLine = z.object({
  kind: z.enum(LOT_LINE_KINDS),
  name: z.string(),
  seller: z.string(),
  /** What was bought; null on lines that sum lots. */
  lot: z
    .object({
      day,
      link: z.string(),
      unit: z.enum(LOT_UNITS),
      agreed: z.number().nullable(),
      delivered: z.number().nullable(),
      channelName: z.string(),
    })
    .nullable(),
  figures,
  /** Share of its sales that has arrived; null where that is not known. */
  arrived: z.number().nullable(),
});
export type WireLotLine = z.infer<typeof lotLine>;

/** Lots of a period with all that came of them since; see core/lots. Money in the client's currency. */
export const lotsReply = z.object({
  lines: z.array(lotLine).readonly(),
  signUp: wordId.nullable(),
  sale: wordId.nullable(),
  visitsBy: z.enum(VISITS_BY),
  strayed: z.object({ count: z.number(), value: z.number() }),
});
export type LotsReply = z.infer<typeof lotsReply>;
