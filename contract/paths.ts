/** Every address of the API: method and path by name. Free of schemas, so that a page can use it alone. */
export const PATHS = {
  health: 'GET /api/health',
  getLab: 'GET /api/lab',
  setUpLab: 'POST /api/lab/setup',
  setUnits: 'PUT /api/lab/units',
  setNoticeable: 'PUT /api/lab/noticeable',
  addPerson: 'POST /api/people',
  listPairs: 'GET /api/pairs',
  getPair: 'GET /api/pairs/:tag',
  receivePair: 'POST /api/receipts',
  editPair: 'PUT /api/pairs/:id',
  listEditions: 'GET /api/editions',
  addClaims: 'POST /api/editions/:id/claims',
  withdrawClaim: 'POST /api/claims/:id/withdrawal',
  addReported: 'POST /api/editions/:id/reported',
  startSession: 'POST /api/sessions',
  finishSession: 'POST /api/sessions/:id/finish',
  addNote: 'POST /api/sessions/:id/notes',
  recordReading: 'POST /api/readings',
  voidReading: 'POST /api/readings/:id/void',
  getSheet: 'GET /api/sheets/:edition',
  getComparison: 'GET /api/comparison',
  listChanges: 'GET /api/changes',
} as const;

export type PathName = keyof typeof PATHS;

/** Header that carries the client's UUIDv7 of a change, so that it may be sent twice. */
export const CHANGE_HEADER = 'Emvex-Change';
/** Header that says who makes the change: a person's code. */
export const PERSON_HEADER = 'Emvex-Person';
export const JSON_TYPE = 'application/json';
export const PROBLEM_TYPE = 'application/problem+json';
