/** All stores of one database. */
import { bridgeStore } from './store/bridges.ts';
import { changeStore } from './store/changes.ts';
import { curveStore } from './store/curves.ts';
import type { Db } from './store/database.ts';
import { editionStore } from './store/editions.ts';
import { gaugeStudyStore } from './store/gauge-studies.ts';
import { instrumentStore } from './store/instruments.ts';
import { labStore } from './store/lab.ts';
import { learnedStore } from './store/learned.ts';
import { matchStore } from './store/matches.ts';
import { pairStore } from './store/pairs.ts';
import { photographStore } from './store/photographs.ts';
import { protocolStore } from './store/protocols.ts';
import { readingStore } from './store/readings.ts';
import { sessionStore } from './store/sessions.ts';
import { studyReadingStore } from './store/study-readings.ts';

export function openStores(db: Db) {
  const lab = labStore(db);
  const readings = readingStore(db);
  return {
    changes: changeStore(db),
    lab,
    readings,
    instruments: instrumentStore(db),
    protocols: protocolStore(db),
    editions: editionStore(db, lab.catalogue),
    pairs: pairStore(db),
    matches: matchStore(db, readings),
    photographs: photographStore(db),
    gaugeStudies: gaugeStudyStore(db, lab.catalogue, readings),
    studyReadings: studyReadingStore(db),
    bridges: bridgeStore(db),
    sessions: sessionStore(db, lab.catalogue, readings),
    curves: curveStore(db),
    learned: learnedStore(db),
  };
}

export type Stores = ReturnType<typeof openStores>;
