import type { Problem } from '@lens/contract';
import type { ErrorRequestHandler } from 'express';
import type {} from 'pino-http';
import { FileTooLarge } from '../intake/file-store';
import { UnreadableFile } from '../intake/read/unreadable-file';
import { HttpProblem } from '../problem';
import { Left } from '../query/fair-queue';
import { troubleOf } from '../trouble';

function httpProblemOf(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof UnreadableFile) return new HttpProblem(422, 'The file cannot be read', error.message);
  if (error instanceof FileTooLarge) return new HttpProblem(413, 'The file is too large', error.message);
  const trouble = troubleOf(error);
  if (trouble) return new HttpProblem(503, trouble.title, trouble.detail);
  const status = (error as { status?: unknown }).status;
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new HttpProblem(status, 'The request is not right', (error as Error).message);
  return new HttpProblem(
    500,
    'Something went wrong here',
    'The server could not finish this. Nothing was changed. Try again; if it stays, look at the server log.',
  );
}

/** An error as problem details, in words for a person. */
export function problemOf(error: unknown): Problem {
  const { title, status, message, errors } = httpProblemOf(error);
  return { type: 'about:blank', title, status, detail: message, ...(errors ? { errors } : {}) };
}

/** Answers every error as problem details (RFC 9457). */
export const problemHandler: ErrorRequestHandler = (error, request, response, next) => {
  // Whoever asked is gone: there is nobody to tell.
  if (error instanceof Left) return;
  if (response.headersSent) {
    next(error);
    return;
  }
  const body = problemOf(error);
  if (body.status >= 500) request.log.error({ err: error as Error }, 'request failed');
  response.status(body.status).type('application/problem+json').send(JSON.stringify(body));
};
