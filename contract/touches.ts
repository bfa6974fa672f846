/** What a change touches: a browser drops just that of what it was answered. */
import type { FILE_PATHS, PATHS } from './paths.ts';

/** What a page is answered belongs to one of these. */
export const TOPICS = [
  /** Instruments, protocols, people, units, thresholds, what was learned. */
  'lab',
  /** Lists and rows of pairs, and tags. */
  'pairs',
  /** A pair with its sittings. */
  'pair',
  /** Lists and rows of editions, and names. */
  'editions',
  /** The checks of a pair. */
  'match',
  'tolerances',
  'photographs',
  /** Sheets, comparisons, recalls. */
  'figures',
  /** Studies of pairs, of sides, of methods. */
  'studies',
  'gauge-studies',
] as const;
export type Topic = (typeof TOPICS)[number];

type Changing<Paths extends Record<string, string>> = {
  [N in keyof Paths]: Paths[N] extends `GET ${string}` ? never : N;
}[keyof Paths];

/** Addresses that change the book; those of gauges and jobs change nothing of it. */
export type ChangeName = Exclude<
  Changing<typeof PATHS> | Changing<typeof FILE_PATHS>,
  'placeOnGauge' | 'runFixture' | 'stopJob'
>;

/** Everything that figures of a pair are shown in. */
const FIGURES = ['pairs', 'pair', 'figures', 'studies'] as const;
const EVERYTHING = TOPICS;

export const TOUCHES = {
  setUpLab: EVERYTHING,
  setUnits: ['lab'],
  setNoticeable: ['lab', 'figures'],
  addPerson: ['lab'],
  saveInstrument: ['lab', 'match', ...FIGURES],
  addCalibration: ['lab', 'match', ...FIGURES],
  addDriftCheck: ['lab'],
  recallInstrument: ['lab', 'editions', ...FIGURES],
  saveProtocol: ['lab', 'match', ...FIGURES],
  addOwnQuantity: ['lab'],
  receivePair: ['pairs', 'pair', 'match', 'editions', 'figures', 'studies'],
  editPair: ['match', 'editions', ...FIGURES],
  addClaims: ['pair', 'editions', 'figures', 'studies'],
  withdrawClaim: ['pair', 'editions', 'figures', 'studies'],
  addReported: ['pair', 'figures'],
  startSession: ['pairs', 'pair'],
  describeSession: FIGURES,
  // What the lab has learned counts everywhere.
  finishSession: ['lab', 'match', ...FIGURES],
  addNote: ['pair'],
  recordReading: ['editions', 'match', 'gauge-studies', ...FIGURES],
  voidReading: ['lab', 'editions', 'match', 'gauge-studies', ...FIGURES],
  windowCurve: ['lab', ...FIGURES],
  startMatch: ['pairs', 'match'],
  seeMatch: ['match'],
  decideMatch: ['lab', 'pairs', 'match', 'figures', 'studies'],
  nameMatchFeature: ['match'],
  countPair: ['lab', 'pairs', 'match', 'figures', 'studies'],
  setDiscipline: ['pair', 'match', 'editions', 'figures'],
  setTolerance: ['tolerances', 'match'],
  captionPhotograph: ['photographs'],
  removePhotograph: ['photographs'],
  planGaugeStudy: ['gauge-studies'],
  endGaugeStudy: ['gauge-studies'],
  adoptGaugeStudy: ['lab', 'match', 'gauge-studies', ...FIGURES],
  retireGaugeStudy: ['lab', 'match', 'gauge-studies', ...FIGURES],
  keepBridge: ['figures', 'studies'],
  retireBridge: ['figures', 'studies'],
  importReadings: EVERYTHING,
  addCurve: ['editions', ...FIGURES],
  addPhotograph: ['photographs'],
} as const satisfies Record<ChangeName, readonly Topic[]>;
