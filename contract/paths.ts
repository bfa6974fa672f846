/** Every address of the API: method and path by name. Free of schemas, so that a page can use it alone. */
export const PATHS = {
  health: 'GET /api/health',
  getLab: 'GET /api/lab',
  setUpLab: 'POST /api/lab/setup',
  setUnits: 'PUT /api/lab/units',
  setNoticeable: 'PUT /api/lab/noticeable',
  addPerson: 'POST /api/people',
  saveInstrument: 'PUT /api/instruments/:id',
  addCalibration: 'POST /api/instruments/:id/calibrations',
  addDriftCheck: 'POST /api/instruments/:id/drift-checks',
  getRecall: 'GET /api/instruments/:id/recall',
  recallInstrument: 'POST /api/instruments/:id/recall',
  saveProtocol: 'POST /api/protocols',
  addOwnQuantity: 'POST /api/quantities',
  listPairs: 'GET /api/pairs',
  getPair: 'GET /api/pairs/:tag',
  getPairRow: 'GET /api/pairs/:tag/row',
  suggestTag: 'GET /api/tags/next',
  receivePair: 'POST /api/receipts',
  editPair: 'PUT /api/pairs/:id',
  listEditions: 'GET /api/editions',
  getEditionRow: 'GET /api/editions/:edition/row',
  listNames: 'GET /api/names',
  addClaims: 'POST /api/editions/:id/claims',
  withdrawClaim: 'POST /api/claims/:id/withdrawal',
  addReported: 'POST /api/editions/:id/reported',
  startSession: 'POST /api/sessions',
  describeSession: 'PUT /api/sessions/:id/terms',
  finishSession: 'POST /api/sessions/:id/finish',
  addNote: 'POST /api/sessions/:id/notes',
  recordReading: 'POST /api/readings',
  voidReading: 'POST /api/readings/:id/void',
  windowCurve: 'POST /api/curves/:id/window',
  getMatch: 'GET /api/pairs/:tag/match',
  startMatch: 'POST /api/matches',
  seeMatch: 'PUT /api/matches/:id/seen',
  decideMatch: 'POST /api/matches/:id/decision',
  nameMatchFeature: 'PUT /api/models/:id/match-features',
  countPair: 'PUT /api/pairs/:id/counts',
  setDiscipline: 'PUT /api/editions/:id/discipline',
  listTolerances: 'GET /api/tolerances',
  setTolerance: 'POST /api/tolerances',
  listPhotographs: 'GET /api/photographs',
  captionPhotograph: 'PUT /api/photographs/:id',
  removePhotograph: 'POST /api/photographs/:id/removal',
  getPairStudy: 'GET /api/studies/pairs',
  listConsistency: 'GET /api/studies/consistency',
  listSideDifferences: 'GET /api/studies/sides',
  listGaugeStudies: 'GET /api/studies/gauge',
  getGaugeStudy: 'GET /api/studies/gauge/:id',
  planGaugeStudy: 'POST /api/studies/gauge',
  endGaugeStudy: 'POST /api/studies/gauge/:id/end',
  adoptGaugeStudy: 'POST /api/studies/gauge/:id/adoption',
  retireGaugeStudy: 'POST /api/studies/gauge/:id/retirement',
  listMethods: 'GET /api/studies/methods',
  getBridge: 'GET /api/studies/bridge',
  listBridges: 'GET /api/bridges',
  keepBridge: 'POST /api/bridges',
  retireBridge: 'POST /api/bridges/:id/retirement',
  getSheet: 'GET /api/sheets/:edition',
  getComparison: 'GET /api/comparison',
  listChanges: 'GET /api/changes',
} as const;

/** Addresses that take or give something other than JSON: files, and streams of events. */
export const FILE_PATHS = {
  importReadings: 'POST /api/readings/import',
  importProgress: 'GET /api/imports/:id',
  exportReadings: 'GET /api/readings/export',
  jobProgress: 'GET /api/jobs/:id',
  stopJob: 'DELETE /api/jobs/:id',
  addCurve: 'POST /api/sessions/:id/curves',
  getCurve: 'GET /api/curves/:id',
  liveGauges: 'GET /api/gauges/live',
  placeOnGauge: 'POST /api/gauges/place',
  runFixture: 'POST /api/gauges/run',
  getReturnNote: 'GET /api/matches/:id/return-note.pdf',
  addPhotograph: 'POST /api/photographs',
  getPhotograph: 'GET /api/photographs/:id/full',
  getThumbnail: 'GET /api/photographs/:id/small',
} as const;

export type PathName = keyof typeof PATHS;

/** Header that carries the client's UUIDv7 of a change, so that it may be sent twice. */
export const CHANGE_HEADER = 'Emvex-Change';
/** Header that says who makes the change: a person's code. */
export const PERSON_HEADER = 'Emvex-Person';
/** Header by which a page says which of these addresses and shapes it was built for. */
export const PAGE_HEADER = 'Emvex-Page';
/** Grows whenever a page of before would ask or be answered in words that are none any more. */
export const PAGE_REVISION = '2';
/** Answered to a page of before: it reloads, and what it kept is sent by the page that comes. */
export const OLD_PAGE_STATUS = 426;
export const JSON_TYPE = 'application/json';
export const PROBLEM_TYPE = 'application/problem+json';
