import { openApi } from '@lens/contract';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Refresher } from './connect/refresh';
import type { Seal } from './connect/seal';
import type { Context } from './context';
import { noteAsker } from './query/asker';
import { auditRoutes } from './routes/audit';
import { moveRoutes } from './routes/moves';
import { planRoutes } from './routes/plan';
import { standingRuleRoutes } from './routes/standing-rules';
import { clientRoutes } from './routes/clients';
import { compareRoutes } from './routes/compare';
import { connectionRoutes } from './routes/connections';
import { fileRoutes } from './routes/files';
import { freshRoutes } from './routes/fresh';
import { frozenRoutes } from './routes/frozen';
import { intakeRoutes } from './routes/intake';
import { ownHostOnly } from './routes/own-host';
import { sheetRoutes } from './routes/sheets';
import { tileRoutes } from './routes/tiles';
import { rulesRoutes } from './routes/rules';
import { libraryRoutes } from './routes/library';
import { documentRoutes } from './routes/documents';
import { findRoutes } from './routes/find';
import { creditRoutes } from './routes/credit';
import { morningRoutes } from './routes/morning';
import { wordRoutes } from './routes/words';
import { HttpProblem } from './problem';
import { problemHandler } from './routes/problem-handler';

/** What fetches from channels, and what keeps their tokens. */
export interface Connect {
  readonly refresher: Refresher;
  readonly seal: Seal;
}

/** Puts the server together: the API under /api, the built web application everywhere else. */
export function createApp(context: Context, connect: Connect, webFolder: string, logger: Logger): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, autoLogging: false }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          // Angular Material sets positions and sizes through style attributes and style elements.
          styleSrc: ["'self'", "'unsafe-inline'"],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      // Served on loopback without TLS.
      strictTransportSecurity: false,
    }),
  );
  app.use(ownHostOnly);
  app.use('/api', apiRouter(context, connect));
  if (existsSync(webFolder)) {
    app.use(express.static(webFolder, { index: false, maxAge: '1y', immutable: true }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'));
    });
  }
  app.use(problemHandler);
  return app;
}

function apiRouter(context: Context, { refresher, seal }: Connect): express.Router {
  const router = express.Router();
  router.use(express.json({ limit: '1mb' }));
  router.use(noteAsker);
  router.get('/openapi.json', (_request, response) => void response.json(openApi()));
  clientRoutes(router, context);
  intakeRoutes(router, context);
  connectionRoutes(router, context, refresher, seal);
  fileRoutes(router, context);
  compareRoutes(router, context);
  tileRoutes(router, context);
  sheetRoutes(router, context);
  frozenRoutes(router, context);
  freshRoutes(router, context);
  auditRoutes(router, context);
  moveRoutes(router, context, refresher);
  planRoutes(router, context);
  standingRuleRoutes(router, context);
  rulesRoutes(router, context);
  wordRoutes(router, context);
  libraryRoutes(router, context);
  documentRoutes(router, context);
  findRoutes(router, context);
  morningRoutes(router, context);
  creditRoutes(router, context);
  router.use(() => {
    throw new HttpProblem(404, 'Not found', 'There is nothing at this address.');
  });
  return router;
}
