/** Wires guard, contract, calculations and pages into one Express application. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import packedFiles from 'express-static-gzip';
import helmet from 'helmet';
import { v7 as newId } from 'uuid';
import type { GaugeFeed } from '#contract/live-gauges.ts';
import { mountEndpoints } from './endpoint.ts';
import { guardHost } from './guard.ts';
import { importJobs } from './imports.ts';
import { labKnowledge, refreshStale } from './measured-pairs.ts';
import { describeApi } from './openapi.ts';
import { photographFiles, photographFolder } from './photographs.ts';
import { problemHandler, Refusal } from './problems.ts';
import { mountCalculations } from './routes/calculations.ts';
import { mountFiles } from './routes/files.ts';
import { mountGauges } from './routes/gauges.ts';
import { labRoutes } from './routes/lab.ts';
import { matchRoutes, mountReturnNote } from './routes/matches.ts';
import { pairRoutes } from './routes/pairs.ts';
import { mountPhotographs, photographRoutes } from './routes/photographs.ts';
import { sessionRoutes } from './routes/sessions.ts';
import { sheetRoutes } from './routes/sheets.ts';
import { studyRoutes } from './routes/studies.ts';
import type { Db } from './store/database.ts';
import { openStores } from './stores.ts';

const LARGEST_BODY = '1mb';
/** A study of 100,000 readings, for a calculation without a record. */
const LARGEST_CALCULATION = '16mb';

export interface AppOptions {
  db: Db;
  version: string;
  /** True where the demo scenario is served. */
  demo?: boolean;
  /** Folder of the built pages; left out: the API alone. */
  pages?: string;
  now?: () => string;
  /** Gauges that are read live; left out: none. */
  gauges?: GaugeFeed;
  log?: (error: unknown) => void;
}

const protection = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: ["'self'"],
      // The interface library sets its variables in style elements; scripts stay shut.
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      fontSrc: ["'self'"],
      connectSrc: ["'self'"],
      workerSrc: ["'self'"],
      manifestSrc: ["'self'"],
      baseUri: ["'none'"],
      formAction: ["'none'"],
      frameAncestors: ["'none'"],
    },
  },
  strictTransportSecurity: false,
});

function servePages(app: Express, pages: string): void {
  app.use(
    '/assets',
    // As the build packed them; what it did not pack goes through `compression`.
    packedFiles(join(pages, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  );
  app.use(express.static(pages, { index: false, maxAge: 0 }));
  app.get(/^\/(?!api\/|assets\/)/, (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: pages });
  });
}

export function createApp(options: AppOptions): Express {
  const { db, version, demo = false, pages, gauges, log = console.error } = options;
  const now = options.now ?? (() => new Date().toISOString());
  const stores = openStores(db);
  const knowledge = labKnowledge(stores);
  const imports = importJobs(db);
  const pictures = photographFiles(photographFolder(db.name));
  const watchInstruments = () => gauges?.watch(stores.instruments.all());
  watchInstruments();
  refreshStale(stores).catch(log);
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', 'weak');
  app.use(guardHost, protection, compression());
  app.use('/api/calc', express.json({ limit: LARGEST_CALCULATION }));
  app.use('/api', express.json({ limit: LARGEST_BODY }), (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  const description = describeApi(version);
  app.get('/api/openapi.json', (_request, response) => {
    response.json(description);
  });
  mountCalculations(app);
  mountEndpoints(
    app,
    { changes: stores.changes, now, busy: imports.isWriting },
    {
      health: () => ({ ok: true, version, demo }),
      ...labRoutes(stores, knowledge, newId, watchInstruments),
      ...pairRoutes(stores),
      ...sessionRoutes(stores),
      ...matchRoutes(stores),
      ...studyRoutes(stores),
      ...photographRoutes(stores, pictures),
      ...sheetRoutes(stores, knowledge),
    },
  );
  mountFiles(app, db, stores, imports, now, log);
  mountPhotographs(app, stores, pictures, now);
  mountReturnNote(app, stores);
  mountGauges(app, gauges);
  app.use('/api', (request) => {
    throw new Refusal(404, `There is nothing at ${request.method} /api${request.path}.`);
  });
  if (pages && existsSync(join(pages, 'index.html'))) servePages(app, pages);
  app.use(problemHandler(log));
  return app;
}
