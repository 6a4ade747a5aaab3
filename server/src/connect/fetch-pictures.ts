import type { NamedPicture } from '@lens/contract';
import type { Context } from '../context';
import { NoPicture, storePicture } from '../intake/pictures';
import type { ConnectionRecord } from '../store/connections';
import { keepPictures, missingPictures } from '../store/pictures';
import { type ServiceChannel, ServiceProblem } from './service';

/** So many pictures are fetched with one report; the others come with the next. */
const MOST_AT_ONCE = 500;
/** After so many that could not be had, the others are left for the next time as well. */
const MOST_PROBLEMS = 5;

/**
 * Fetches the pictures that a checked report names and the account does not have yet. Tells in words what
 * could not be fetched; no picture is a reason to do without the report.
 */
export async function fetchPictures(
  { db, dataFolder }: Context,
  service: ServiceChannel,
  { record, staging }: { readonly record: ConnectionRecord; readonly staging: string },
): Promise<string> {
  const pictures: NamedPicture[] = [];
  const problems: string[] = [];
  const missing = missingPictures(db, staging, record.account);
  for (const { address, name } of missing.slice(0, MOST_AT_ONCE)) {
    if (problems.length >= MOST_PROBLEMS) break;
    try {
      pictures.push({ name, hash: await storePicture(dataFolder, await service.picture(record.serviceAccount, address)) });
    } catch (error) {
      if (!(error instanceof NoPicture || error instanceof ServiceProblem)) throw error;
      problems.push(`“${address}” ${error instanceof NoPicture ? error.message : `could not be fetched: ${error.message}`}`);
    }
  }
  keepPictures(db, record.account, pictures);
  const [first] = problems;
  return first === undefined ? '' : `${missing.length - pictures.length} pictures are missing; the first: ${first}`;
}
