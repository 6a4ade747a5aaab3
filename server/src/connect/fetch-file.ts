import { stringify } from 'csv-stringify/sync';
import { Readable } from 'node:stream';
import { storeFile } from '../intake/file-store';
import type { ServiceChannel } from './service';

export interface Fetched {
  readonly hash: string;
  readonly size: number;
  readonly columns: readonly string[];
  readonly rows: number;
  /** The last day the channel reported, and whether that one has not ended yet. */
  readonly to: string;
  readonly open: boolean;
}

/** The columns are not those the report had before. */
export class ColumnsChanged extends Error {
  constructor(
    readonly gone: string[],
    readonly added: string[],
  ) {
    super(
      `The columns have changed: ${[gone.length > 0 ? `“${gone.join('”, “')}” is gone` : '', added.length > 0 ? `“${added.join('”, “')}” is new` : ''].filter((text) => text !== '').join(', ')}. Look whether they mean the same, then accept them.`,
    );
  }
}

/**
 * Fetches every page of a report into a stored file, as if a person had exported and dropped it:
 * from there it goes the way of every file. `known` are the columns of the last time.
 */
export async function fetchFile(
  dataFolder: string,
  service: ServiceChannel,
  of: { account: string; report: string; from: string; to: string; fields: readonly string[]; known: readonly string[] | null },
  onRows: (rows: number) => void,
): Promise<Fetched> {
  let columns: readonly string[] = [];
  let rows = 0;
  let to = of.to;
  let open = false;
  async function* text(): AsyncGenerator<string> {
    for await (const page of service.rows(of.account, of)) {
      if (columns.length === 0) {
        columns = page.columns;
        refuseChanged(of.known, columns);
        yield stringify([[...columns]]);
      }
      to = page.to;
      open = page.open !== null;
      yield stringify(page.rows);
      rows += page.rows.length;
      onRows(rows);
    }
  }
  const stored = await storeFile(dataFolder, Readable.from(text()));
  return { ...stored, columns, rows, to, open };
}

function refuseChanged(known: readonly string[] | null, columns: readonly string[]): void {
  if (known === null) return;
  const gone = known.filter((name) => !columns.includes(name));
  const added = columns.filter((name) => !known.includes(name));
  if (gone.length > 0 || added.length > 0) throw new ColumnsChanged(gone, added);
}
