import { HttpClient, HttpErrorResponse, type HttpEvent, HttpEventType, type HttpParams } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  ENDPOINTS,
  type EndpointName,
  FILES,
  type Problem,
  problem,
  type SheetRequest,
  sheetRequest,
  SHEETS,
  TILES,
  tileLine,
  type TileLine,
  tilesRequest,
  type TilesRequest,
  upload,
  type Upload,
} from '@lens/contract';
import { catchError, concatMap, from, map, type Observable, switchMap, throwError } from 'rxjs';
import { z } from 'zod';

type Of<N extends EndpointName> = (typeof ENDPOINTS)[N];
// An empty object schema infers as a record of never.
type Optional<Name extends string, Value> = string extends keyof Value ? { readonly [K in Name]?: Value } : { readonly [K in Name]: Value };

/** What a request carries; parts an endpoint does not have are left out. */
export type Asked<N extends EndpointName> = Optional<'params', z.output<Of<N>['params']>> &
  Optional<'query', z.output<Of<N>['query']>> &
  Optional<'body', z.output<Of<N>['body']>>;
export type Reply<N extends EndpointName> = z.output<Of<N>['reply']>;

/** A failed request in words for a person. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** By this the server knows what one tab asks from what others ask, so that all get their turn. */
const ASKER = { 'x-asker': crypto.randomUUID() };

/** The server's API, typed by the contract: requests are encoded and replies checked with its schemas. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  call<N extends EndpointName>(name: N, asked: Asked<N>): Observable<Reply<N>> {
    const endpoint = ENDPOINTS[name];
    const params = (asked.params ?? {}) as Record<string, string | number>;
    const path = endpoint.path.replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(String(params[key])));
    const writes = endpoint.method === 'POST' || endpoint.method === 'PUT';
    const body = writes ? z.safeEncode(endpoint.body as z.ZodType, asked.body ?? {}) : undefined;
    // What a person typed and the server would refuse is not sent: whoever waits is told as if it had been.
    if (body?.error) return throwError(() => local('Not possible', body.error.issues.map(({ message }) => message).join('. ')));
    const query = (asked.query ?? {}) as Record<string, string | number>;
    return this.http.request(endpoint.method, `/api${path}`, { body: body?.data, params: query, headers: ASKER }).pipe(
      map((reply) => endpoint.reply.parse(reply) as Reply<N>),
      catchError((error: unknown) => throwError(() => apiError(error))),
    );
  }

  /** Answers to the tiles of a dashboard, each as soon as it is there, in whatever order. */
  tiles(request: TilesRequest): Observable<TileLine> {
    const sent = {
      body: z.encode(tilesRequest, request),
      headers: ASKER,
      responseType: 'text',
      observe: 'events',
      reportProgress: true,
    } as const;
    let read = 0;
    return this.http.request(TILES.method, `/api${TILES.path}`, sent).pipe(
      concatMap((event) => {
        const text = textSoFar(event);
        const whole = text.slice(read, text.lastIndexOf('\n') + 1);
        read += whole.length;
        return whole.split('\n').flatMap((line) => (line === '' ? [] : [tileLine.parse(JSON.parse(line))]));
      }),
      catchError((error: unknown) => throwError(() => apiError(error))),
    );
  }

  /** Pictures on paper, as a file. */
  sheet(request: SheetRequest): Observable<Blob> {
    const sent = { body: z.encode(sheetRequest, request), headers: ASKER, responseType: 'blob' } as const;
    return this.http.request(SHEETS.method, `/api${SHEETS.path}`, sent).pipe(
      catchError((error: HttpErrorResponse) =>
        // What is wrong comes as bytes too.
        from(error.error instanceof Blob ? error.error.text() : Promise.resolve('')).pipe(
          switchMap((text) => throwError(() => apiError(new HttpErrorResponse({ error: text, status: error.status })))),
        ),
      ),
    );
  }

  /** Sends a file; an archive comes back as the files in it. */
  upload(file: File): Observable<Upload> {
    const params = { name: file.name } as unknown as HttpParams;
    return this.http.post(`/api${FILES.upload.path}`, file, { params, headers: { 'content-type': 'application/octet-stream' } }).pipe(
      map((reply) => upload.parse(reply)),
      catchError((error: unknown) => throwError(() => apiError(error))),
    );
  }
}

/** What has arrived of a reply. */
function textSoFar(event: HttpEvent<string>): string {
  if (event.type === HttpEventType.DownloadProgress) return event.partialText ?? '';
  return event.type === HttpEventType.Response ? (event.body ?? '') : '';
}

function apiError(error: unknown): ApiError {
  if (error instanceof HttpErrorResponse) {
    const body: unknown = typeof error.error === 'string' ? parsed(error.error) : error.error;
    const known = problem.safeParse(body);
    if (known.success) return new ApiError(known.data);
    if (error.status === 0) return local('No connection', 'The server does not answer. See whether it still runs, then try again.');
  }
  console.error(error);
  return local(
    'Something went wrong',
    'The answer could not be read. Reload the page; if it stays, the server and this page may be of different versions.',
  );
}

const local = (title: string, detail: string): ApiError => new ApiError({ type: 'about:blank', title, status: 0, detail });

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
