import type { Client, Job, NewCheck } from '@lens/contract';
import { type FileLayout, grainOf, type Mapping } from '@lens/core';
import { randomUUID } from 'node:crypto';
import { type Context, momentOf } from '../context';
import { accountsOf, findClient } from '../store/clients';
import type { FeedRecord } from '../store/feeds';
import { accountFor } from '../store/make-account';
import { findJob, insertJob, type JobRecord, updateJob } from '../store/jobs';
import { keepPictures } from '../store/pictures';
import { rulesOf } from '../store/rules';
import { HttpProblem } from '../problem';
import { forgetFiles } from './leftovers';

/** What a check has found out about the file, kept with its job for the import that may follow. */
interface CheckRequest {
  readonly file: string;
  readonly fileName: string;
  readonly account: NewCheck['account'];
  readonly feed: { id: number } | { name: string };
  readonly layout: FileLayout;
  readonly mapping: Mapping;
  readonly headers: readonly string[];
  /** None in checks that an earlier version of the program has made. */
  readonly pictures?: NewCheck['pictures'];
}

/** A job that has begun, and the moment its process has ended. */
export interface Begun {
  readonly job: Job;
  readonly ended: Promise<void>;
}

/** Starts reading a whole file into a staging file of its own. */
export function beginCheck(
  { db, dataFolder, intake, now }: Context,
  client: Client,
  request: NewCheck,
  found: { headers: readonly string[]; layout: FileLayout; feed: FeedRecord | null },
): Begun {
  const id = randomUUID();
  const { account } = request;
  const zone = typeof account === 'string' ? accountsOf(db, client.id).find(({ id: own }) => own === account)?.timeZone : account.timeZone;
  const feed = found.feed ? { id: found.feed.id } : request.feed;
  const kept: CheckRequest = { ...request, feed, headers: found.headers };
  insertJob(db, { id, client: client.id, kind: 'check', request: JSON.stringify(kept), createdAt: now().toISOString() });
  const ended = intake.start(id, {
    kind: 'check',
    client: client.id,
    dataFolder,
    staging: intake.stagingPath(id),
    file: request.file,
    layout: found.layout,
    mapping: request.mapping,
    zones: { account: zone ?? client.timeZone, client: client.timeZone },
    feed: found.feed?.id ?? null,
    covers: request.covers,
    words: rulesOf(db, client.id, 'words'),
  });
  const job = findJob(db, id);
  if (!job) throw new HttpProblem(500, 'Something went wrong here', 'The check could not be started.');
  return { job, ended };
}

/** What whoever imports says about it. */
export interface ImportWish {
  /** Keep what members have that the file does not name, instead of counting them as 0. */
  readonly keepAbsent: boolean;
  readonly person: string;
  /** Whether the file stays, or only its fingerprint. */
  readonly keepFile: boolean;
}

/** Imports what a check has read. The job goes on under the same id; resolves when it has ended. */
export async function beginImport(context: Context, job: JobRecord, { keepAbsent, person, keepFile }: ImportWish): Promise<void> {
  const { db, dataFolder, intake } = context;
  const request = JSON.parse(job.request) as CheckRequest;
  const { report } = job;
  if (!report?.days) throw new HttpProblem(409, 'Not ready', 'Only a finished check can be imported.');
  const { headers, mapping } = request;
  const account = typeof request.account === 'string' ? request.account : accountFor(db, job.client, request.account);
  const feed = 'id' in request.feed ? request.feed.id : { account, name: request.feed.name, grain: grainOf(mapping), headers, mapping };
  keepPictures(db, account, request.pictures ?? []);
  updateJob(db, job.id, { kind: 'import', state: 'running', phase: 'importing' });
  await intake.start(job.id, {
    kind: 'commit',
    dataFolder,
    staging: intake.stagingPath(job.id),
    layout: request.layout,
    mapping: request.mapping,
    keepFile,
    input: {
      job: job.id,
      feed,
      fileHash: request.file,
      keptHash: null,
      fileName: request.fileName,
      importedAt: momentOf(context, findClient(db, job.client)?.timeZone),
      person,
      from: report.days.from,
      to: report.days.to,
      firstHour: report.hours?.from ?? null,
      lastHour: report.hours?.to ?? null,
      rows: report.rows,
      badRows: report.badRows,
      mapping: JSON.stringify(request.mapping),
      headers: JSON.stringify(request.headers),
      keepAbsent,
    },
  });
  forgetFiles(context);
}
