import { ENDPOINTS, type Feed, type Job, type NewCheck } from '@lens/contract';
import { BUILT_IN_BOOK, grainOf, inCurrentWords, mappingProblems } from '@lens/core';
import { existsSync } from 'node:fs';
import type { Router } from 'express';
import { clockOf, type Context, momentOf } from '../context';
import { storedPath } from '../intake/file-store';
import { beginCheck, beginImport } from '../intake/jobs';
import { picturePath } from '../intake/pictures';
import { accountsOf, allChannels } from '../store/clients';
import { clientOfFeed, feedsOf, findFeed } from '../store/feeds';
import { findImport, importsOf, wasImported } from '../store/imports';
import { findJob, updateJob } from '../store/jobs';
import { campaignKeys } from '../store/members';
import { rulesOf } from '../store/rules';
import { vocabularyOf } from '../store/vocabulary';
import { answer } from './answer';
import { clientOr404 } from './clients';
import { HttpProblem, notFound } from '../problem';

export function intakeRoutes(router: Router, context: Context): void {
  const { db, intake } = context;
  answer(router, ENDPOINTS.feeds, ({ params }) => feedList(context, params.client));

  answer(router, ENDPOINTS.health, ({ params }) => {
    const client = clientOr404(context, params.client);
    return context.queries.health(client.id, clockOf(context, client.timeZone).today);
  });

  answer(router, ENDPOINTS.logHealth, ({ params }) => {
    const client = clientOr404(context, params.client);
    return context.queries.logHealth(client.id, clockOf(context, client.timeZone).today);
  });

  answer(router, ENDPOINTS.preview, async ({ params, body }) => {
    const client = clientOr404(context, params.client);
    const path = storedPath(context.dataFolder, body.hash);
    if (!existsSync(path)) throw notFound('file');
    const { feed, sheets, ...preview } = await intake.preview({
      kind: 'preview',
      path,
      feeds: feedsOf(db, params.client).map((each) => ({ ...each, campaigns: campaignKeys(db, each.account) })),
      wanted: { ...body, main: BUILT_IN_BOOK.outcomeOf(client.metricSet)?.id, words: rulesOf(db, client.id, 'words') },
    });
    return {
      ...preview,
      sheets: [...sheets],
      feed: feed && { id: feed.id, name: feed.name, account: feed.account },
      importedBefore: wasImported(db, params.client, body.hash),
    };
  });

  answer(router, ENDPOINTS.check, ({ params, body }) => startCheck(context, params.client, body));

  answer(router, ENDPOINTS.job, ({ params }) => jobOr404(context, params.job));

  answer(router, ENDPOINTS.cancelJob, ({ params }) => {
    const job = jobOr404(context, params.job);
    if (job.state === 'running') intake.cancel(job.id);
    if (job.state === 'ready') {
      updateJob(db, job.id, { state: 'cancelled', error: 'Cancelled. Nothing was stored.' });
      intake.clearStaging((each) => each !== job.id);
    }
    return jobOr404(context, params.job);
  });

  answer(router, ENDPOINTS.import, ({ params, body }) => {
    const job = jobOr404(context, params.job);
    if (job.kind !== 'check' || job.state !== 'ready' || !job.report)
      throw new HttpProblem(409, 'Not ready', 'Only a finished check can be imported. Check the file again.');
    if (!job.report.days || job.report.rows === 0)
      throw new HttpProblem(
        422,
        'Nothing to import',
        'No line of the file could be read with this mapping. Correct the mapping and check again.',
      );
    if (job.report.absentCount > 0 && body.absent === null) {
      throw new HttpProblem(
        409,
        'A question is open',
        `${job.report.absentCount} members had amounts in these days and are not in the file. Say whether they are gone or keep what they had.`,
        [{ path: 'absent', message: 'Choose “gone” or “keep”' }],
      );
    }
    void beginImport(context, job, { ...body, keepAbsent: body.absent === 'keep' });
    return jobOr404(context, params.job);
  });

  importRoutes(router, context);
}

/** What imports have done, and undoing it. */
function importRoutes(router: Router, context: Context): void {
  const { db, intake, dataFolder } = context;
  answer(router, ENDPOINTS.importDetail, async ({ params, query }) => {
    const record = findImport(db, params.import);
    const client = record && clientOfFeed(db, record.feedId);
    const detail = client && (await context.queries.importDetail(client, params.import, query.against ?? null));
    if (!detail) throw notFound(query.against === undefined ? 'import' : 'import of this feed to compare with');
    return detail;
  });

  const takeBack = async (kind: 'take back' | 'bring back', importId: number): Promise<boolean> => {
    if (!findImport(db, importId)) throw notFound('import');
    return intake.takeBack({ kind, dataFolder, importId, now: momentOf(context) });
  };
  answer(router, ENDPOINTS.takeBack, async ({ params }) => {
    if (!(await takeBack('take back', params.import)))
      throw new HttpProblem(409, 'Taken back already', 'This import has been taken back before.');
    return { ok: true as const };
  });
  answer(router, ENDPOINTS.bringBack, async ({ params }) => {
    if (!(await takeBack('bring back', params.import)))
      throw new HttpProblem(
        409,
        'Cannot be brought back',
        'Its feed has changed since, or it was not taken back. Import the file again instead; its kept copy is in the history.',
      );
    return { ok: true as const };
  });
}

async function startCheck(context: Context, clientId: string, asked: NewCheck): Promise<Job> {
  const { db } = context;
  const client = clientOr404(context, clientId);
  const vocabulary = vocabularyOf(db, client.id);
  const request = { ...asked, mapping: inCurrentWords(asked.mapping, vocabulary) };
  const path = storedPath(context.dataFolder, request.file);
  if (!existsSync(path)) throw notFound('file');
  if (asked.pictures.some(({ hash }) => !existsSync(picturePath(context.dataFolder, hash)))) throw notFound('picture');
  const { account } = request;
  if (typeof account === 'string' && !accountsOf(db, client.id).some(({ id }) => id === account)) throw notFound('account');
  if (typeof account !== 'string' && typeof account.channel === 'string' && !allChannels(db).some(({ id }) => id === account.channel))
    throw notFound('channel');
  const existing =
    'id' in request.feed
      ? findFeed(db, request.feed.id)
      : feedsOf(db, client.id).find(
          (feed) => feed.account === request.account && 'name' in request.feed && feed.name === request.feed.name,
        );
  if ('id' in request.feed && existing?.account !== request.account) throw notFound('feed of this account');
  const headers = await context.intake.headers(path, request.layout);
  const problems = mappingProblems(request.mapping, headers, vocabulary);
  const known = (dimensions: readonly string[]): string => dimensions.map(vocabulary.idOf).sort().join();
  const grain = grainOf(request.mapping);
  if (existing && (existing.kind !== request.mapping.kind || known(existing.grain) !== known(grain))) {
    problems.push(
      `“${existing.name}” holds ${existing.grain.join(' × ') || existing.kind} rows; this mapping makes ${grain.join(' × ') || request.mapping.kind} rows. Give it a feed of its own.`,
    );
  }
  if (problems.length > 0)
    throw new HttpProblem(
      400,
      'The mapping cannot be used',
      problems.join(' '),
      problems.map((message) => ({ path: 'mapping', message })),
    );
  return beginCheck(context, client, request, { headers, layout: request.layout, feed: existing ?? null }).job;
}

function jobOr404({ db, intake }: Context, id: string): Job & { client: string; request: string } {
  const job = findJob(db, id);
  if (!job) throw notFound('job');
  if (job.state !== 'running') return job;
  // Its end could not be written down, for example on a full disk.
  if (!intake.isWorkingOn(id))
    return {
      ...job,
      state: 'failed',
      error: 'It has ended, and how could not be written down. Look whether the import is in the history.',
    };
  return { ...job, ...intake.progressOf(id) };
}

async function feedList(context: Context, clientId: string): Promise<Feed[]> {
  const { db } = context;
  const client = clientOr404(context, clientId);
  const accounts = new Map(accountsOf(db, client.id).map((account) => [account.id, account]));
  const listed = await context.queries.feeds(client.id);
  return listed.map(({ feed, ...glance }) => {
    return {
      id: feed.id,
      name: feed.name,
      account: feed.account,
      accountName: accounts.get(feed.account)?.name ?? '',
      channelName: accounts.get(feed.account)?.channelName ?? '',
      kind: feed.kind,
      grain: [...feed.grain],
      days: glance.from === null || glance.to === null ? null : { from: glance.from, to: glance.to },
      daysCovered: glance.daysCovered,
      rows: glance.rows,
      notMatched: glance.notMatched,
      imports: importsOf(db, feed.id).map((each) => ({
        id: each.id,
        fileName: each.fileName,
        importedAt: each.importedAt,
        from: each.from,
        to: each.to,
        rows: each.rows,
        badRows: each.badRows,
        coversAll: each.campaigns === null,
        takenBack: each.takenBackAt !== null,
        person: each.person,
        fileHash: each.fileHash,
        fileKept: each.fileKept,
      })),
    };
  });
}
