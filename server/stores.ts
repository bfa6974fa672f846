/** All stores of one database. */
import { auditStore } from './store/audit.ts';
import { bridgeStore } from './store/bridges.ts';
import { changeStore } from './store/changes.ts';
import { consistencyStore } from './store/consistency.ts';
import { constructionStore } from './store/construction.ts';
import { correctionStore } from './store/corrections.ts';
import { curveStore } from './store/curves.ts';
import type { Db } from './store/database.ts';
import { deskStore } from './store/desk.ts';
import { editionList } from './store/edition-list.ts';
import { editionStore } from './store/editions.ts';
import { fitEvidenceStore } from './store/fit-evidence.ts';
import { gaugeStudyStore } from './store/gauge-studies.ts';
import { hallLinkStore } from './store/hall-links.ts';
import { instrumentStore } from './store/instruments.ts';
import { issuedStore } from './store/issued.ts';
import { keptComparisonStore } from './store/kept-comparisons.ts';
import { labStore } from './store/lab.ts';
import { learnedStore } from './store/learned.ts';
import { lineStore } from './store/lines.ts';
import { makerQuestionStore } from './store/maker-questions.ts';
import { matchStore } from './store/matches.ts';
import { namedPartStore } from './store/named-parts.ts';
import { nameStore } from './store/names.ts';
import { ownUseStore } from './store/own-uses.ts';
import { pairList } from './store/pair-list.ts';
import { pairStore } from './store/pairs.ts';
import { photographStore } from './store/photographs.ts';
import { practiceStore } from './store/practice.ts';
import { protocolStore } from './store/protocols.ts';
import { readingStore } from './store/readings.ts';
import { rotationStore } from './store/rotation.ts';
import { sessionStore } from './store/sessions.ts';
import { sheetWordStore } from './store/sheet-words.ts';
import { shelfStore } from './store/shelf.ts';
import { studyReadingStore } from './store/study-readings.ts';
import { tableMappingStore } from './store/table-mappings.ts';
import { testerStore } from './store/testers.ts';
import { thresholdStore } from './store/thresholds.ts';
import { tryOnStore } from './store/try-ons.ts';
import { wearStore } from './store/wear.ts';
import { wishStore } from './store/wishes.ts';

export function openStores(db: Db) {
  const thresholds = thresholdStore(db);
  const lab = labStore(db, thresholds);
  const readings = readingStore(db);
  const names = nameStore(db);
  const editionRows = editionList(db);
  const pairRows = pairList(db);
  return {
    changes: changeStore(db),
    audit: auditStore(db),
    construction: constructionStore(db),
    corrections: correctionStore(db),
    names,
    lines: lineStore(db),
    fitEvidence: fitEvidenceStore(db),
    wear: wearStore(db, readings),
    namedParts: namedPartStore(db),
    rotation: rotationStore(db),
    hallLinks: hallLinkStore(db),
    testers: testerStore(db, names),
    uses: ownUseStore(db),
    wishes: wishStore(db),
    lab,
    thresholds,
    makerQuestions: makerQuestionStore(db),
    practice: practiceStore(db),
    desk: deskStore(db),
    readings,
    instruments: instrumentStore(db),
    protocols: protocolStore(db),
    editionRows,
    editions: editionStore(db, lab.catalogue, editionRows, names),
    pairRows,
    pairs: pairStore(db, pairRows),
    issued: issuedStore(db),
    matches: matchStore(db, readings),
    tryOns: tryOnStore(db, readings),
    photographs: photographStore(db),
    gaugeStudies: gaugeStudyStore(db, lab.catalogue, readings),
    consistency: consistencyStore(db),
    studyReadings: studyReadingStore(db),
    bridges: bridgeStore(db),
    sessions: sessionStore(db, lab.catalogue, readings),
    curves: curveStore(db),
    shelf: shelfStore(db),
    sheetWords: sheetWordStore(db),
    tableMappings: tableMappingStore(db),
    keptComparisons: keptComparisonStore(db),
    learned: learnedStore(db),
  };
}

export type Stores = ReturnType<typeof openStores>;
