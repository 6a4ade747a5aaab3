import type { CheckReport } from '@lens/contract';
import type { DayRange, FileLayout, Mapping, OwnWords, Zones } from '@lens/core';
import type { CommitRequest } from '../store/commit';
import type { FilePreview, KnownFeed, Wanted } from './preview';

/** What looks at a file once, with nothing kept of it. */
export interface PreviewTask {
  readonly kind: 'preview';
  readonly path: string;
  readonly feeds: readonly KnownFeed[];
  readonly wanted: Wanted;
}

/** Reading a file into staging, to see what importing it would change. */
export interface CheckTask {
  readonly kind: 'check';
  readonly client: string;
  readonly dataFolder: string;
  readonly staging: string;
  readonly file: string;
  readonly layout: FileLayout;
  readonly mapping: Mapping;
  readonly zones: Zones;
  /** The client's own words. */
  readonly words: OwnWords;
  /** The feed to compare with; null for a new one. */
  readonly feed: number | null;
  /** Days the file is said to cover; null for those of its rows. */
  readonly covers: DayRange | null;
}

/** Putting staged rows into the record. */
export interface CommitTask {
  readonly kind: 'commit';
  readonly dataFolder: string;
  readonly staging: string;
  readonly layout: FileLayout;
  readonly mapping: Mapping;
  readonly input: CommitRequest;
  /** Whether the file stays, or only its fingerprint. */
  readonly keepFile: boolean;
}

/** Taking an import back, and bringing it back as it was. */
export interface TakeBackTask {
  readonly kind: 'take back' | 'bring back';
  readonly dataFolder: string;
  readonly importId: number;
  readonly now: string;
}

/** What the intake process is asked to do. */
export type IntakeTask = PreviewTask | CheckTask | CommitTask | TakeBackTask;

/** What it says while and after doing it. */
export type IntakeMessage =
  | { readonly kind: 'progress'; readonly phase: string; readonly rows: number }
  | { readonly kind: 'checked'; readonly report: CheckReport }
  | { readonly kind: 'previewed'; readonly preview: FilePreview }
  | { readonly kind: 'imported'; readonly importId: number }
  /** Whether it could be: an import whose feed has changed since cannot be brought back. */
  | { readonly kind: 'taken back'; readonly done: boolean }
  | { readonly kind: 'failed'; readonly error: string; readonly unreadable: boolean };
