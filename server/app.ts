/** Wires guard, contract, calculations and pages into one Express application. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';
import { v7 as newId } from 'uuid';
import type { GaugeFeed } from '#contract/live-gauges.ts';
import {
  backupFileRoutes,
  backupRoutes,
  backupSettingsOf,
  copyTerms,
} from './backups/backup-routes.ts';
import { mountCalculations } from './calculations.ts';
import { describeFault } from './described-fault.ts';
import { mountEndpoints, mountFiles, pathOf } from './endpoint.ts';
import { packageJobs } from './exchange/package-jobs.ts';
import { packageFileRoutes, packageRoutes } from './exchange/package-routes.ts';
import { tableFiles } from './exchange/table-files.ts';
import { tableRoutes } from './exchange/table-routes.ts';
import { deviationOfEdition, sizeWordsOf } from './fit/deviation.ts';
import { keepHallTryOn } from './fit/fit.ts';
import { fitRoutes } from './fit/fit-routes.ts';
import { fitsOfFoot, footWordsOf } from './fit/sizes.ts';
import { guardCharset, guardHost, guardLab, guardPage } from './guard.ts';
import { guideRoutes } from './guide/guide-routes.ts';
import { createHallApp } from './hall/hall-app.ts';
import { type Certificate, type HallDoor, hallDoor } from './hall/hall-door.ts';
import type { HallRefused } from './hall/hall-guard.ts';
import { jobBook } from './jobs.ts';
import { exchangeJson, readJson } from './json-exchange.ts';
import { fileRoutes, jobRoutes } from './lab/file-routes.ts';
import { hallRoutes } from './lab/hall-routes.ts';
import { importJobs } from './lab/imports.ts';
import { labRoutes } from './lab/lab-routes.ts';
import { fillFindings } from './left-right-finding.ts';
import { type Log, logRequests, silentLog } from './log.ts';
import { matchRoutes, returnNoteRoutes } from './match/match-routes.ts';
import { curveRoutes } from './measure/curve-routes.ts';
import { gaugeRoutes, gaugeStream } from './measure/gauge-routes.ts';
import { sessionRoutes } from './measure/session-routes.ts';
import { refreshStale, settleLearned } from './measured-pairs.ts';
import { describeApi } from './openapi.ts';
import { photographFiles } from './photographs/photograph-files.ts';
import { photographFileRoutes, photographRoutes } from './photographs/photograph-routes.ts';
import { problemHandler, Refusal } from './problems.ts';
import { protection } from './protection.ts';
import { correctionRoutes } from './receive/correction-routes.ts';
import { pairRoutes } from './receive/pair-routes.ts';
import { walkRoutes } from './receive/walk-routes.ts';
import { wishRoutes } from './receive/wish-routes.ts';
import { issueFileRoutes, issueRoutes } from './sheets/issue-routes.ts';
import { lastYearsOf } from './sheets/line.ts';
import { lineRoutes } from './sheets/line-routes.ts';
import { loopReader } from './sheets/loops.ts';
import { pictureReader } from './sheets/sheet-issue.ts';
import { sheetRoutes } from './sheets/sheet-routes.ts';
import { keptShelf } from './sheets/shelf.ts';
import { shelfRoutes } from './sheets/shelf-routes.ts';
import { refreshShelf } from './sheets/shelf-rows.ts';
import type { Copy, CopyTerms } from './store/backups.ts';
import type { Db } from './store/database.ts';
import { photographFolder } from './store/photograph-folder.ts';
import type { RestoreRecord } from './store/restore.ts';
import { openStores, type Stores } from './stores.ts';
import { refreshConsistency } from './studies/consistency.ts';
import { studyRoutes } from './studies/study-routes.ts';
import { lifeOf } from './wear/life.ts';
import { outingFileRoutes } from './wear/outing-files.ts';
import { wearRoutes } from './wear/wear-routes.ts';

/** Addresses whose answers take as long as a file, or as a page stays open. */
const UNTIMED = (
  [
    'importReadings',
    'exportReadings',
    'getPackage',
    'lookAtPackage',
    'takePackage',
    'makeBackup',
    'bringBackup',
    'lookIntoBackup',
    'prepareRestore',
    'restoreBackup',
    'liveGauges',
    'getRecall',
  ] as const
).map(pathOf);

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
  /** The page of the hall, and the certificate it is served with; without pages there is no hall. */
  hall?: { pages: string; certificate?: Certificate };
  /** Gauges that are read live; left out: none. */
  gauges?: GaugeFeed;
  log?: Log;
  /** Puts a copy in the place of the book; left out: this server cannot. */
  restore?: (copy: Copy, record: RestoreRecord) => Promise<{ aside: string }>;
}

export interface BenchApp {
  app: Express;
  /** True while a file of readings is read. */
  importing: () => boolean;
  /** From here on every change is refused, in these words. */
  shut: (words: string) => void;
  /** The page of testers on the network: closed until somebody opens it. */
  hall: HallDoor;
  /** How copies are kept, as the lab says now. */
  copyTerms: () => CopyTerms & { everyHours: number };
  /** Tells what kept the last copy from being made; empty: nothing. */
  tellCopy: (trouble: string) => void;
  /** Ends what runs beside the requests. */
  close: () => void;
}

function servePages(app: Express, pages: string): void {
  app.use(
    '/assets',
    // Named by their content, and not packed: packing costs more than it saves on one machine.
    express.static(join(pages, 'assets'), {
      index: false,
      etag: false,
      immutable: true,
      maxAge: '1y',
      fallthrough: false,
    }),
  );
  app.use(express.static(pages, { index: false, etag: false, maxAge: 0 }));
  app.get(/^\/(?!api\/|assets\/)/, (_request, response) => {
    response
      .set('Cache-Control', 'no-cache')
      .sendFile('index.html', { root: pages, dotfiles: 'allow', etag: false });
  });
}

/** A refusal of the hall in the record of changes; a book that takes none has other troubles. */
function tellRefused(stores: Stores, { why, linkId, from }: HallRefused, at: string): void {
  const request = { why, from };
  const change = { id: newId(), at, person: 'hall', action: 'hallRefused' };
  try {
    stores.changes.apply({ ...change, subject: linkId ?? 'hall', request }, () => request);
  } catch {
    // The refusal stands all the same.
  }
}

export function createApp(options: AppOptions): BenchApp {
  const { db, version, demo = false, pages, gauges, log = silentLog() } = options;
  const now = options.now ?? (() => new Date().toISOString());
  const stores = openStores(db);
  // Asked once: a database that is damaged while it is served still says which it is.
  const identity = stores.lab.identity();
  const imports = importJobs(db);
  const packages = packageJobs(imports.isRunning);
  const tables = tableRoutes({ db, stores });
  const requireFree = () => {
    imports.requireFree();
    packages.requireFree();
  };
  const jobs = jobBook();
  const pictures = photographFiles(photographFolder(db.name));
  const hall = hallDoor({
    certificate: options.hall?.certificate,
    log,
    makeApp: (terms) =>
      createHallApp({
        ...terms,
        stores,
        now,
        log,
        pages: options.hall?.pages ?? '',
        keepPicture: (bytes, gone) => pictures.keep(bytes, gone, 'phones'),
        keepTryOn: (pair, said, at) => keepHallTryOn(stores, pair, said, at),
        requireFree,
      }),
    onTold: (refused) => tellRefused(stores, refused, now()),
  });
  const watchInstruments = () => gauges?.watch(stores.instruments.all());
  watchInstruments();
  const failed = (error: unknown) => {
    // A server that was stopped meanwhile leaves the rest to its next start.
    if (db.open) log.error(describeFault(error), 'refresh failed');
  };
  const sizesOf = () => sizeWordsOf(stores);
  const issue = {
    stores,
    loops: loopReader(stores),
    readPictures: pictureReader((hash) => pictures.pathOf(hash, 'full')),
    sources: {
      sizesOf,
      fitOf: (slug: string) => deviationOfEdition(stores, slug),
      lifeOf: (slug: string) => lifeOf(stores, slug),
    },
  };
  let copyTrouble = '';
  let keepingUp = false;
  const refresh = () => {
    fillFindings(stores, log)
      .then(() => refreshStale(stores, log))
      .then(keepUp)
      .catch(failed);
  };
  const keepUp = () => {
    if (keepingUp) return;
    keepingUp = true;
    settleLearned(stores)
      .then(() => refreshConsistency(stores, log))
      .then(() => refreshShelf(stores, sizesOf, log))
      .catch(failed)
      .finally(() => {
        keepingUp = false;
      });
  };
  stores.learned.whenDue(() => setImmediate(keepUp));
  refresh();
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', false);
  app.use(logRequests(log, UNTIMED), guardHost, guardCharset, protection);
  app.use('/api/calc', readJson(LARGEST_CALCULATION));
  app.use('/api', exchangeJson(LARGEST_BODY, identity));
  app.use(guardPage, guardLab(identity));
  // Worked out when somebody asks: it takes longer than all else of a start.
  let description: ReturnType<typeof describeApi> | undefined;
  app.get('/api/openapi.json', (_request, response) => {
    description ??= describeApi(version);
    response.json(description);
  });
  mountCalculations(app);
  const corrections = correctionRoutes(stores);
  const studies = studyRoutes(stores, keepUp);
  const sheets = sheetRoutes(stores, issue.loops, sizesOf);
  const shelf = shelfRoutes(stores, sizesOf, keepUp);
  mountEndpoints(
    app,
    { changes: stores.changes, now, requireFree },
    {
      health: () => ({
        ok: true,
        version,
        demo,
        trouble: stores.changes.whyShut(),
      }),
      ...labRoutes(stores, jobs, newId, watchInstruments, refresh),
      ...hallRoutes(stores, hall, newId),
      ...pairRoutes(stores),
      ...corrections,
      ...walkRoutes(stores),
      ...wishRoutes(stores),
      ...fitRoutes(stores),
      ...wearRoutes(stores),
      ...sessionRoutes(stores),
      ...matchRoutes(stores),
      ...studies,
      ...photographRoutes(stores, pictures),
      ...sheets,
      ...issueRoutes(issue),
      ...shelf,
      ...lineRoutes(stores),
      ...guideRoutes(
        stores,
        {
          shelf: (first) => keptShelf(stores, sizesOf, keepUp, first),
          fits: (asked, ids) => fitsOfFoot(stores, asked, ids),
          archOf: (asked) => footWordsOf(stores, asked),
          lastYears: (slug) => lastYearsOf(stores, slug),
        },
        now,
      ),
      ...gaugeRoutes(gauges),
      ...jobRoutes({ imports, jobs }),
      ...packageRoutes({ packages }),
      ...tables.handlers,
      ...backupRoutes({
        db,
        stores,
        jobs,
        trouble: () => copyTrouble,
        restore: options.restore,
      }),
    },
  );
  mountFiles(app, {
    ...fileRoutes({ db, stores, imports, jobs, now, refresh }),
    ...packageFileRoutes({ db, stores, packages, jobs, now, refresh }),
    ...curveRoutes(stores, now, requireFree),
    ...photographFileRoutes(stores, pictures, now, requireFree),
    ...returnNoteRoutes(stores),
    ...issueFileRoutes(issue),
    ...outingFileRoutes(stores, now, requireFree),
    ...gaugeStream(gauges),
    ...backupFileRoutes({ db, now }),
    ...tables.files,
    ...tableFiles({ stores, now, sources: { ...corrections, ...studies, ...sheets, ...shelf } }),
  });
  app.use('/api', (request) => {
    throw new Refusal(404, `There is nothing at ${request.method} /api${request.path}.`);
  });
  if (pages && existsSync(join(pages, 'index.html'))) servePages(app, pages);
  app.use(problemHandler(log));
  return {
    app,
    importing: () => imports.isRunning() || packages.isRunning(),
    shut: stores.changes.shut,
    hall,
    copyTerms: () => {
      const settings = backupSettingsOf(stores);
      return { ...copyTerms(settings), everyHours: settings.everyHours };
    },
    tellCopy: (trouble) => {
      copyTrouble = trouble;
    },
    close: () => {
      pictures.close();
      void packages.close();
    },
  };
}
