/** What each address takes and answers. The server, its OpenAPI page and the web client read this. */
import { z } from 'zod';
import { TOOL_NAMES } from '#core/tools.ts';
import * as editions from './edition-records.ts';
import * as fields from './fields.ts';
import * as jobs from './job-records.ts';
import * as labs from './lab-records.ts';
import * as match from './match-records.ts';
import * as pairs from './pair-records.ts';
import type { PathName } from './paths.ts';
import * as readings from './reading-records.ts';
import * as sheets from './sheet-records.ts';
import * as studies from './study-records.ts';

export interface Endpoint {
  summary: string;
  params?: z.ZodObject;
  query?: z.ZodObject;
  body?: z.ZodType;
  answer: z.ZodType;
}

const byId = z.object({ id: fields.id });
const byTag = z.object({ tag: z.string().max(16) });
const typedNames = z.object({
  maker: z.string().trim().max(120),
  model: z.string().trim().max(120).default(''),
});
const done = z.object({ id: fields.id });
const reasonGiven = z.object({ reason: z.string().trim().min(1, 'a reason is missing').max(200) });

export const ENDPOINTS = {
  health: {
    summary: 'Is the server up, and which database does it keep?',
    answer: z.object({
      ok: z.literal(true),
      version: z.string(),
      demo: z.boolean(),
      trouble: z.string().nullable().describe('why every change is refused; null: they are taken'),
    }),
  },
  getLab: {
    summary: 'Instruments, protocols, people, units and thresholds of the lab.',
    answer: labs.lab,
  },
  setUpLab: {
    summary: 'Says which tools there are; makes the instruments and the first protocol.',
    body: z.object({ tools: z.array(z.enum(TOOL_NAMES)).min(1, 'choose at least one tool') }),
    answer: z.object({ protocolId: fields.id }),
  },
  setUnits: {
    summary: 'The units in which figures are shown and bare numbers are read.',
    body: labs.unitChange,
    answer: labs.unitChoices,
  },
  setNoticeable: {
    summary: 'Changes the noticeable step of a quantity; the change is kept.',
    body: z.object({
      quantity: fields.anyQuantity,
      step: z.number().positive('a step is more than nothing').max(1000),
    }),
    answer: z.object({ quantity: fields.anyQuantity, step: z.number() }),
  },
  addPerson: {
    summary: 'Adds a person by code and role.',
    body: z.object({
      id: fields.id,
      code: z
        .string()
        .trim()
        .regex(
          /^[A-Za-z0-9][A-Za-z0-9 -]{0,11}$/,
          'a code is short: letters and digits, such as B1',
        ),
      role: z.enum(['bench', 'tester']),
    }),
    answer: done,
  },
  saveInstrument: {
    summary: 'Adds an instrument or changes one; its readings and calibrations stay.',
    params: byId,
    body: labs.instrumentFields,
    answer: done,
  },
  addCalibration: {
    summary: 'Adds a calibration; readings taken from its date on lean on it.',
    params: byId,
    body: labs.calibrationFields,
    answer: done,
  },
  addDriftCheck: {
    summary: 'Adds a check of an instrument against a reference piece.',
    params: byId,
    body: labs.driftFields,
    answer: done,
  },
  getRecall: {
    summary:
      'Every reading, verdict and sheet an instrument touched, and what becomes of them without it.',
    params: byId,
    query: z.object({ since: z.iso.date().optional(), job: jobs.jobName }),
    answer: jobs.recall,
  },
  recallInstrument: {
    summary: 'Voids every standing reading of an instrument since a day, with a reason.',
    params: byId,
    body: z.object({
      since: z.iso.date('a date is written 2026-03-14'),
      reason: z.string().trim().min(1, 'a reason is missing').max(200),
    }),
    answer: z.object({ voided: z.number().int() }),
  },
  saveProtocol: {
    summary: 'Adds a protocol, changes an unused one, or makes a new version of a used one.',
    body: labs.protocolFields,
    answer: z.object({ id: fields.id, version: z.number().int() }),
  },
  addOwnQuantity: {
    summary: 'Adds a quantity of the lab’s own to the catalogue.',
    body: labs.ownQuantityFields,
    answer: z.object({ id: z.string() }),
  },
  listPairs: {
    summary: 'Pairs, a row each: those on the table or the shelf by tag, or those found by words.',
    query: fields.pageQuery.extend({ shelf: z.enum(['table', 'shelf']).optional() }),
    answer: pairs.pairPage,
  },
  getPairRow: {
    summary: 'The row of one pair.',
    params: byTag,
    answer: pairs.pairRow,
  },
  suggestTag: {
    summary: 'The next free tag for a pair of a maker and a model.',
    query: typedNames,
    answer: z.object({ tag: z.string() }),
  },
  getPair: {
    summary: 'One pair with its edition, claims, sessions and readings.',
    params: byTag,
    answer: pairs.pairRecord,
  },
  receivePair: {
    summary: 'Receives a pair: its maker, model and edition are found by name or made with it.',
    body: pairs.receipt,
    answer: z.object({
      id: fields.id,
      tag: z.string(),
      editionId: fields.id,
      editionSlug: z.string(),
    }),
  },
  editPair: {
    summary: 'Changes a pair; refused where another change came first.',
    params: byId,
    body: pairs.pairEdit,
    answer: z.object({ id: fields.id, version: z.number().int(), tag: z.string() }),
  },
  listEditions: {
    summary: 'Editions with the labels of their pairs: by name, by pairs measured, or by words.',
    query: fields.pageQuery.extend({
      measured: z.literal('only').optional().describe('those of which a pair was measured'),
    }),
    answer: editions.editionPage,
  },
  getEditionRow: {
    summary: 'The row of one edition.',
    params: z.object({ edition: z.string().max(160) }),
    answer: editions.editionRow,
  },
  listNames: {
    summary: 'Names that are known already, for the names typed so far.',
    query: typedNames,
    answer: editions.knownNames,
  },
  addClaims: {
    summary: 'Adds claims to an edition.',
    params: byId,
    body: z.object({ claims: z.array(editions.newClaim).min(1).max(24) }),
    answer: z.object({ ids: z.array(fields.id) }),
  },
  withdrawClaim: {
    summary: 'Withdraws a claim, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
  },
  addReported: {
    summary: "Adds someone else's figure of an edition, with source and date.",
    params: byId,
    body: editions.reportedFields,
    answer: done,
  },
  startSession: {
    summary: 'Starts a sitting with a pair.',
    body: readings.sessionFields,
    answer: done,
  },
  describeSession: {
    summary: 'Says in which configuration, how far worn and how conditioned the shoes are.',
    params: byId,
    body: readings.sessionTermsEdit,
    answer: z.object({ id: fields.id, version: z.number().int() }),
  },
  finishSession: {
    summary: 'Finishes a sitting.',
    params: byId,
    body: z.object({ finishedAt: fields.moment }),
    answer: done,
  },
  addNote: {
    summary: 'Adds a note to a sitting.',
    params: byId,
    body: readings.newNote,
    answer: done,
  },
  recordReading: {
    summary:
      'Records a reading as typed, of a sitting, a check or a study; with supersedes it corrects.',
    body: readings.newReading,
    answer: readings.anyReading,
  },
  voidReading: {
    summary: 'Voids a reading, with a reason; it stays in the record.',
    params: byId,
    body: reasonGiven.extend({
      turn: z
        .number()
        .int()
        .nonnegative()
        .optional()
        .describe('the id is that of a study, and this its turn'),
    }),
    answer: done,
  },
  windowCurve: {
    summary:
      'Fits a curve in another window; the new figure supersedes the earlier, with a reason.',
    params: byId,
    body: z.object({
      readingId: fields.id,
      window: z.tuple([z.number(), z.number()]),
      reason: z.string().trim().min(1, 'a reason is missing').max(200),
    }),
    answer: readings.reading,
  },
  getMatch: {
    summary: 'The match checks of a pair, and the terms they are judged by.',
    params: byTag,
    answer: match.matchRecord,
  },
  startMatch: {
    summary: 'Begins a check of left against right.',
    body: match.matchStart,
    answer: done,
  },
  seeMatch: {
    summary: 'Says what was seen now: a label, a footbed mark, a look, a feature left out.',
    params: byId,
    body: match.matchLook,
    answer: done,
  },
  decideMatch: {
    summary: 'Decides a check: keep, keep and note, or return.',
    params: byId,
    body: match.matchDecision,
    answer: z.object({ id: fields.id, words: z.string() }),
  },
  nameMatchFeature: {
    summary: 'Names the outsole feature of a model that is compared.',
    params: byId,
    body: z.object({
      feature: fields.matchFeatureId,
      name: z.string().trim().min(1, 'a name is missing').max(60),
    }),
    answer: done,
  },
  countPair: {
    summary: 'Includes a rejected pair in the figures of its model, or leaves it out again.',
    params: byId,
    body: z.object({
      reason: z.string().trim().max(200).describe('why it counts all the same; empty: left out'),
    }),
    answer: done,
  },
  setDiscipline: {
    summary: 'Says what an edition is made for: its tolerances follow.',
    params: byId,
    body: z.object({ discipline: match.anyDiscipline }),
    answer: done,
  },
  listTolerances: {
    summary: 'Left-right tolerances by feature and discipline, with every change.',
    answer: match.toleranceHistory,
  },
  setTolerance: {
    summary: 'Changes a left-right tolerance, with a reason; the change is kept.',
    body: match.toleranceChange,
    answer: done,
  },
  listPhotographs: {
    summary: 'The photographs of a pair, a check or a note.',
    query: match.photographFields.pick({ subjectKind: true, subjectId: true }),
    answer: z.array(match.photograph),
  },
  captionPhotograph: {
    summary: 'Changes the side and caption of a photograph.',
    params: byId,
    body: match.photographFields.pick({ side: true, caption: true }),
    answer: done,
  },
  removePhotograph: {
    summary: 'Removes a photograph and its file; copies in earlier backups stay.',
    params: byId,
    body: reasonGiven,
    answer: done,
  },
  getPairStudy: {
    summary: 'Readings of one quantity on the pairs of an edition: on one basis, never pooled.',
    query: z.object({
      edition: z.string().max(160),
      quantity: fields.measuredQuantity.optional(),
      label: z.string().max(30).optional(),
      basis: z.string().max(300).optional().describe('key; `all` is refused where they differ'),
    }),
    answer: studies.pairStudyReadings,
  },
  listConsistency: {
    summary: 'Editions ranked by how little their pairs differ in a quantity.',
    query: fields.pageQuery.omit({ find: true }).extend({ quantity: fields.measuredQuantity }),
    answer: studies.consistencyPage,
  },
  listSideDifferences: {
    summary: 'Right less left of a quantity, one difference a pair.',
    query: z.object({
      quantity: fields.measuredQuantity,
      edition: z.string().max(160).optional().describe('slug; left out: all editions'),
    }),
    answer: z.array(studies.sideDifference),
  },
  listGaugeStudies: {
    summary: 'All gauge studies, a row each.',
    answer: z.array(studies.gaugeStudyRow),
  },
  getGaugeStudy: {
    summary: 'A gauge study; its readings are hidden until all are taken.',
    params: byId,
    answer: studies.gaugeStudy,
  },
  planGaugeStudy: {
    summary: 'Plans a gauge study and draws the order of taking.',
    body: studies.gaugeStudyPlan,
    answer: done,
  },
  endGaugeStudy: {
    summary: 'Ends a study before its last turn: its readings are shown, and no more are taken.',
    params: byId,
    body: reasonGiven,
    answer: done,
  },
  adoptGaugeStudy: {
    summary: 'Lets sittings with this gauge and protocol lean on the study.',
    params: byId,
    body: z.object({
      without: z
        .array(z.string().max(60))
        .max(60)
        .default([])
        .describe('parts that not everybody measured'),
    }),
    answer: done,
  },
  retireGaugeStudy: {
    summary: 'Sittings lean on a study no more; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
  },
  listMethods: {
    summary: 'The ways in which a quantity was measured: protocol and gauge.',
    query: z.object({ quantity: fields.measuredQuantity }),
    answer: z.array(studies.method),
  },
  getBridge: {
    summary: 'The shoes that were measured by both of two methods.',
    query: studies.bridgeToKeep.omit({ id: true }),
    answer: studies.bridgedShoes,
  },
  listBridges: {
    summary: 'The lab’s own conversions between methods.',
    answer: z.array(studies.keptBridge),
  },
  keepBridge: {
    summary: 'Keeps a conversion between two methods, which comparisons then use.',
    body: studies.bridgeToKeep,
    answer: done,
  },
  retireBridge: {
    summary: 'Comparisons use a conversion no more; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
  },
  getSheet: {
    summary: 'The sheet of an edition at a label.',
    params: z.object({ edition: z.string().max(160) }),
    query: z.object({ label: z.string().max(30).optional() }),
    answer: sheets.sheet,
  },
  getComparison: {
    summary: 'Two to four editions on like terms, each against the first.',
    query: z.object({
      editions: z.string().max(700).describe('slugs, parted by commas'),
      label: z.string().max(30).optional(),
      stack: z.string().max(80).optional(),
    }),
    answer: sheets.comparison,
  },
  listChanges: {
    summary: 'Who changed what, newest first.',
    query: z.object({ subject: z.string().max(60).optional() }),
    answer: z.array(labs.changeRow),
  },
} as const satisfies Record<PathName, Endpoint>;

export type Endpoints = typeof ENDPOINTS;
type SchemaOf<N extends PathName, K extends string> =
  Endpoints[N] extends Record<K, infer S> ? (S extends z.ZodType ? S : undefined) : undefined;
/** Body as a client may send it. */
export type BodyIn<N extends PathName> =
  SchemaOf<N, 'body'> extends z.ZodType ? z.input<SchemaOf<N, 'body'>> : undefined;
/** Body as the server has checked it. */
export type BodyOut<N extends PathName> =
  SchemaOf<N, 'body'> extends z.ZodType ? z.output<SchemaOf<N, 'body'>> : undefined;
export type ParamsOf<N extends PathName> =
  SchemaOf<N, 'params'> extends z.ZodType ? z.output<SchemaOf<N, 'params'>> : Record<string, never>;
export type QueryOf<N extends PathName> =
  SchemaOf<N, 'query'> extends z.ZodType ? z.output<SchemaOf<N, 'query'>> : Record<string, never>;
/** Query as a client may send it. */
export type QueryIn<N extends PathName> =
  SchemaOf<N, 'query'> extends z.ZodType ? z.input<SchemaOf<N, 'query'>> : Record<string, never>;
export type AnswerOf<N extends PathName> = z.output<Endpoints[N]['answer']>;
