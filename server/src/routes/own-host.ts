import type { RequestHandler } from 'express';
import { HttpProblem } from '../problem';

const OWN_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

/**
 * Answers only to the machine's own names (a page elsewhere cannot rebind its name to us) and takes
 * changes only from our own pages or from programs that send no origin.
 */
export const ownHostOnly: RequestHandler = (request, _response, next) => {
  // Names of hosts are the same in capitals (RFC 9110, section 4.2.3).
  const host = (request.headers.host ?? '').toLowerCase();
  const name = host.replace(/:\d+$/, '');
  if (!OWN_NAMES.has(name))
    throw new HttpProblem(421, 'Wrong host', 'This server answers only on this machine, as 127.0.0.1 or localhost.');
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    const { origin } = request.headers;
    const site = request.headers['sec-fetch-site'];
    const foreign = (origin !== undefined && origin.toLowerCase() !== `http://${host}`) || (site !== undefined && site !== 'same-origin');
    if (foreign) throw new HttpProblem(403, 'Not from here', 'Changes are taken only from the pages of this program.');
  }
  next();
};
