import {
  COMPARISONS,
  type Comparison,
  countedByOf,
  type Counting,
  DATE_BASES,
  formatDay,
  parseDay,
  type Period,
  presetOf,
} from '@lens/core';
import type { z } from 'zod';

/** The focus as the address holds it, before today and the data settle which days it means. */
export interface Focus extends Counting {
  readonly client: string | null;
  readonly period: Period;
  readonly comparison: Comparison;
  /** Data as it was known at the end of this day; null for as it is known now. */
  readonly knownOn: number | null;
}

export type QueryValues = Readonly<Record<string, string | null>>;

/** The query parameters a focus lives in; they go along from screen to screen. */
export const FOCUS_KEYS = ['client', 'period', 'with', 'by', 'on', 'known'] as const;

export const DEFAULT_FOCUS: Focus = {
  client: null,
  period: { preset: 'last-28' },
  comparison: { mode: 'before' },
  knownOn: null,
  countedBy: 'orders',
  basis: 'sale',
};

/** Reads a focus from query parameters. What is missing or unreadable takes its default. */
export function readFocus(get: (key: string) => string | null): Focus {
  const preset = presetOf(get('period') ?? '');
  const mode = COMPARISONS.find((each) => each === get('with'));
  return {
    client: get('client'),
    period: preset ? { preset } : (readRange(get('period')) ?? DEFAULT_FOCUS.period),
    comparison: mode ? { mode } : (readRange(get('with')) ?? DEFAULT_FOCUS.comparison),
    knownOn: parseDay(get('known') ?? '') ?? null,
    countedBy: countedByOf(get('by') ?? '') ?? DEFAULT_FOCUS.countedBy,
    basis: DATE_BASES.find((each) => each === get('on')) ?? DEFAULT_FOCUS.basis,
  };
}

/** Writes the whole focus, defaults too: a link means the same tomorrow when defaults have changed. */
export function writeFocus(focus: Focus): QueryValues {
  return {
    client: focus.client,
    period: 'preset' in focus.period ? focus.period.preset : writeRange(focus.period),
    with: 'mode' in focus.comparison ? focus.comparison.mode : writeRange(focus.comparison),
    known: focus.knownOn === null ? null : formatDay(focus.knownOn),
    by: focus.countedBy,
    on: focus.basis,
  };
}

export const writeRange = ({ from, to }: { from: number; to: number }): string => `${formatDay(from)}_${formatDay(to)}`;

function readRange(text: string | null): { from: number; to: number } | undefined {
  const [from, to] = (text ?? '').split('_').map(parseDay);
  return from !== undefined && to !== undefined && from <= to ? { from, to } : undefined;
}

/** Things of an address that are written as JSON: those that cannot be read are left out. */
export function readThings<T>(schema: z.ZodType<T>, text: string | null): readonly T[] {
  try {
    const things: unknown = JSON.parse(text ?? '[]');
    return (Array.isArray(things) ? things : []).flatMap((each) => schema.safeParse(each).data ?? []);
  } catch {
    return [];
  }
}

export const writeThings = (things: readonly unknown[]): string | null => (things.length === 0 ? null : JSON.stringify(things));
