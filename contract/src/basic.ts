import {
  countedByOf,
  COUNTERS,
  DATE_BASES,
  formatDay,
  GAPS,
  isCurrency,
  isSensibleDay,
  isTimeZone,
  MOST_LOOKBACK,
  parseDay,
  POSITION_RULES,
} from '@lens/core';
import { z } from 'zod';

export const id = z.string().min(1).max(100);
export const name = z.string().trim().min(1, 'Give it a name').max(200);
export const currency = z.string().refine(isCurrency, 'Use the code of a currency in three capitals, such as GBP');
export const timeZone = z.string().max(60).refine(isTimeZone, 'Use the name of a time zone, such as Europe/London');

/** A calendar day, "2026-10-31" on the wire and a day number inside. */
export const day = z.codec(z.string(), z.number().int(), {
  decode: (text, context) => {
    const parsed = parseDay(text);
    if (parsed !== undefined && isSensibleDay(parsed)) return parsed;
    context.issues.push({ code: 'custom', input: text, message: 'Write the day as 2026-10-31, with a year from 1990 to 2100' });
    return z.NEVER;
  },
  encode: (number) => formatDay(number),
});

export const dayRange = z
  .object({ from: day, to: day })
  .refine((range) => range.from <= range.to, { message: 'The first day comes after the last', path: ['to'] });

const COUNTED_BY = `Say ${COUNTERS.join(', ')}, or credited-, a rule (${POSITION_RULES.join(', ')}) and 1 to ${MOST_LOOKBACK} days: credited-equal-30`;
const credited = z
  .templateLiteral(['credited-', z.enum(POSITION_RULES), '-', z.number(), z.enum(['', '-clicks'])])
  .refine((text) => countedByOf(text) === text, COUNTED_BY);
/** Who counts; credited by a rule over so many days: "credited-equal-30". */
export const countedBy = z.union([z.enum(COUNTERS), credited], { error: COUNTED_BY });
export const basis = z.enum(DATE_BASES);
const gapName = z.enum(GAPS);

const notes = { coverage: z.number().exactOptional() };
export const figure = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('value'), value: z.number(), ...notes }),
  z.object({ kind: z.literal('bounds'), low: z.number().nullable(), high: z.number().nullable(), ...notes }),
  z.object({ kind: z.literal('gap'), gap: gapName, ...notes }),
]);

const row = z.number().int();
const side = z.number().nullable();
export const figureColumn = z.object({
  values: z.array(z.number().nullable()),
  gaps: z.array(z.tuple([row, gapName])),
  bounds: z.array(z.tuple([row, side, side])),
  coverage: z.array(z.tuple([row, z.number()])),
});

/** RFC 9457. `errors` says where in the request, in words for a person. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof problem>;
