import { stringify } from 'csv-stringify/sync';
import { Readable } from 'node:stream';
import { storeFile } from '../intake/file-store';
import type { ServiceChannel } from './service';

export interface Fetched {
  readonly hash: string;
  readonly size: number;
  readonly columns: readonly string[];
  readonly rows: number;
  /** The last finished day the channel reported. */
  readonly to: string;
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
  async function* text(): AsyncGenerator<string> {
    for await (const page of service.rows(of.account, of)) {
      if (columns.length === 0) {
        columns = page.columns;
        refuseChanged(of.known, columns);
        yield stringify([[...columns]]);
      }
      to = page.to;
      yield stringify(page.rows);
      rows += page.rows.length;
      onRows(rows);
    }
  }
  const stored = await storeFile(dataFolder, Readable.from(text()));
  return { ...stored, columns, rows, to };
}

function refuseChanged(known: readonly string[] | null, columns: readonly string[]): void {
  if (known === null) return;
  const gone = known.filter((name) => !columns.includes(name));
  const added = columns.filter((name) => !known.includes(name));
  if (gone.length > 0 || added.length > 0) throw new ColumnsChanged(gone, added);
}
