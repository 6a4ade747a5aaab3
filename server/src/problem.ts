import type { Problem } from '@lens/contract';
import type { ZodError } from 'zod';

/** An error with a status and words for the person who can do something about it. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly errors?: Problem['errors'],
  ) {
    super(detail);
  }
}

export const notFound = (what: string): HttpProblem =>
  new HttpProblem(404, 'Not found', `There is no such ${what}. It may have been removed; reload the page.`);

/** Turns a failed check of a request into a problem that names each field. */
export const invalid = (error: ZodError): HttpProblem =>
  new HttpProblem(
    400,
    'The request is not right',
    error.issues.map((issue) => `${issue.path.join('.') || 'request'}: ${issue.message}`).join('; '),
    error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
  );
