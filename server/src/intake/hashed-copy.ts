import { cellText, type FileLayout, type Mapping } from '@lens/core';
import { stringify } from 'csv-stringify/sync';
import { Readable } from 'node:stream';
import { personHasher } from '../key';
import { storedPath, storeFile, type StoredContent } from './file-store';
import { readAhead } from './read/read-ahead';

/**
 * Stores a copy of a log of touches, as separated text, that holds the hashes of people instead of their ids. Undefined
 * where steps shape the table first: what of the file says who it is cannot be told then, and only its fingerprint stays.
 */
export async function storeHashed(
  dataFolder: string,
  { hash, layout, mapping }: { readonly hash: string; readonly layout: FileLayout; readonly mapping: Mapping },
): Promise<StoredContent | undefined> {
  if (mapping.steps.length > 0) return undefined;
  const person = mapping.columns.findIndex(({ role }) => role === 'person');
  const hashed = personHasher();
  async function* text(): AsyncGenerator<string> {
    let line = 0;
    for await (const block of readAhead(storedPath(dataFolder, hash), layout)) {
      const rows = block.flatMap(({ cells, problem }) => {
        line += 1;
        if (problem !== undefined) return [];
        const isData = line > layout.titleLines + 1;
        return [cells.map((cell, column) => (isData && column === person ? hashed(cellText(cell)) : cellText(cell)))];
      });
      yield stringify(rows);
    }
  }
  return storeFile(dataFolder, Readable.from(text()));
}
