import { FILES, question, upload } from '@lens/contract';
import { bookOf } from '@lens/core';
import type { Router } from 'express';
import { createReadStream, existsSync } from 'node:fs';
import { pipeline } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { z } from 'zod';
import { clockOf, type Context } from '../context';
import { changeSheet, changeText, changeWorkbook } from '../export/change-sheet';
import { movesStanding } from '../moves/keep-move';
import { tableCsv } from '../export/table-csv';
import { tableJson } from '../export/table-json';
import { tableWorkbook } from '../export/table-workbook';
import { storeUpload } from '../intake/unpack';
import { storedPath } from '../intake/file-store';
import { picturePath } from '../intake/pictures';
import { findImport, insertFile } from '../store/imports';
import { vocabularyOf } from '../store/vocabulary';
import { check } from './answer';
import { askedOf } from './asked-question';
import { clientOr404 } from './clients';
import { HttpProblem } from '../problem';

const CSV = 'text/csv; charset=utf-8';

/** Requests whose body or reply is a file: uploads, the exported table, the change sheet. */
export function fileRoutes(router: Router, context: Context): void {
  router.post(FILES.upload.path, async (request, response) => {
    const { name } = check(FILES.upload.query, request.query);
    if (!request.is('application/octet-stream')) throw new HttpProblem(415, 'Not a file', 'Send the file as application/octet-stream.');
    context.intake.expectWork();
    const { files, pictures, leftOut } = await storeUpload(context.dataFolder, name, request);
    for (const { hash, size } of files) insertFile(context.db, { hash, size, receivedAt: context.now().toISOString() });
    response.json(z.encode(upload, { files: [...files], pictures: [...pictures], leftOut }));
  });

  router.get(FILES.exportTable.path, async (request, response) => {
    const { format } = check(FILES.exportTable.params, request.params);
    const { question: text, limits } = check(FILES.exportTable.query, request.query);
    const asked = check(question, parsed(text));
    const { client, today } = askedOf(context, asked);
    const table = await context.queries.compare(asked, today);
    const exported = { client, question: asked, table, book: bookOf(vocabularyOf(context.db, asked.clients)), limitsIn: limits };
    const { type, write } = EXPORTS[format];
    response
      .type(type)
      .attachment(`${client.id}-compare.${format}`)
      .send(await write(exported));
  });

  router.get(FILES.picture.path, (request, response) => {
    const path = picturePath(context.dataFolder, check(FILES.picture.params, request.params).hash);
    if (!existsSync(path)) throw new HttpProblem(404, 'No picture', 'There is no picture of this fingerprint.');
    // Named by what it is made from, it never changes.
    response.type('image/png').set('Cache-Control', 'private, max-age=31536000, immutable');
    pipeline(createReadStream(path), response, () => response.end());
  });

  router.get(FILES.importedFile.path, (request, response) => {
    const record = findImport(context.db, check(FILES.importedFile.params, request.params).import);
    const path = record && storedPath(context.dataFolder, record.keptHash ?? record.fileHash);
    if (!record?.fileKept || !path || !existsSync(path))
      throw new HttpProblem(404, 'No file', 'Only the fingerprint of this file was kept. Whoever exported it may have it still.');
    response
      .type('application/octet-stream')
      .attachment(record.keptHash === null ? record.fileName : `${record.fileName.replace(/\.[^.]*$/, '')}.csv`);
    pipeline(createReadStream(path), createGunzip(), response, () => response.end());
  });

  router.get(FILES.changeSheet.path, async (request, response) => {
    const { client: id, format } = check(FILES.changeSheet.params, request.params);
    const client = clientOr404(context, id);
    const moves = await movesStanding(context, client);
    response.attachment(`${client.id}-change-sheet.${format}`);
    if (format === 'csv') response.type(CSV).send(changeSheet(moves));
    else if (format === 'xlsx') response.type(EXPORTS.xlsx.type).send(await changeWorkbook(moves));
    else response.type('text/plain; charset=utf-8').send(changeText(moves, client, clockOf(context, client.timeZone).today));
  });
}

const EXPORTS = {
  csv: { type: CSV, write: tableCsv },
  xlsx: { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', write: tableWorkbook },
  json: { type: 'application/json; charset=utf-8', write: tableJson },
} as const;

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new HttpProblem(
      400,
      'The request is not right',
      'The question in the address is not readable. Open the comparison again and export from there.',
    );
  }
}
