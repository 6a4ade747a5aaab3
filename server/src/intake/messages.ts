import type { CheckReport } from '@lens/contract';
import type { DayRange, Mapping } from '@lens/core';
import type { CommitInput } from '../store/commit';
import type { Delimiter } from './read-table';

/** What the intake process is asked to do. */
export type IntakeTask =
  | {
      readonly kind: 'check';
      readonly dataFolder: string;
      readonly staging: string;
      readonly file: string;
      readonly delimiter: Delimiter;
      readonly mapping: Mapping;
      /** The client's time zone. */
      readonly zone: string;
      /** The feed to compare with; null for a new one. */
      readonly feed: number | null;
      /** Days the file is said to cover; null for those of its rows. */
      readonly covers: DayRange | null;
    }
  | {
      readonly kind: 'commit';
      readonly dataFolder: string;
      readonly staging: string;
      readonly mapping: Mapping;
      readonly input: CommitInput;
    };

/** What it says while and after doing it. */
export type IntakeMessage =
  | { readonly kind: 'progress'; readonly phase: string; readonly rows: number }
  | { readonly kind: 'checked'; readonly report: CheckReport }
  | { readonly kind: 'imported'; readonly importId: number }
  | { readonly kind: 'failed'; readonly error: string };
