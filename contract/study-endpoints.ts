/** Addresses of studies, of pairs, of gauges and of methods. */
import { z } from 'zod';
import { byId, done, type Endpoint, FIGURES, flag, reasonGiven } from './endpoint.ts';
import * as fields from './fields.ts';
import * as studies from './study-records.ts';

export const STUDY_ENDPOINTS = {
  getPairStudy: {
    at: 'GET /api/studies/pairs',
    summary: 'Readings of one quantity on the pairs of an edition: on one basis, never pooled.',
    query: z.object({
      edition: z.string().max(160),
      quantity: fields.anyQuantity.optional(),
      label: z.string().max(30).optional(),
      basis: z.string().max(300).optional().describe('key; `all` is refused where they differ'),
      carried: flag('carried').describe('1: pairs of another size or wear too, carried'),
    }),
    answer: studies.pairStudyReadings,
  },
  listConsistency: {
    at: 'GET /api/studies/consistency',
    summary: 'Editions ranked by how little their pairs differ in a quantity.',
    query: fields.pageQuery.omit({ find: true }).extend({ quantity: fields.anyQuantity }),
    answer: studies.consistencyPage,
  },
  listSideDifferences: {
    at: 'GET /api/studies/sides',
    summary: 'Right less left of a quantity, one difference a pair.',
    query: z.object({
      quantity: fields.anyQuantity,
      edition: z.string().max(160).optional().describe('slug; left out: all editions'),
    }),
    answer: z.array(studies.sideDifference),
  },
  listGaugeStudies: {
    at: 'GET /api/studies/gauge',
    summary: 'All gauge studies, a row each.',
    answer: z.array(studies.gaugeStudyRow),
  },
  getGaugeStudy: {
    at: 'GET /api/studies/gauge/:id',
    summary: 'A gauge study; its readings are hidden until all are taken.',
    params: byId,
    answer: studies.gaugeStudy,
  },
  planGaugeStudy: {
    at: 'POST /api/studies/gauge',
    summary: 'Plans a gauge study and draws the order of taking.',
    body: studies.gaugeStudyPlan,
    answer: done,
    touches: ['gauge-studies'],
  },
  endGaugeStudy: {
    at: 'POST /api/studies/gauge/:id/end',
    summary: 'Ends a study before its last turn: its readings are shown, and no more are taken.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['gauge-studies'],
  },
  adoptGaugeStudy: {
    at: 'POST /api/studies/gauge/:id/adoption',
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
    touches: ['lab', 'match', 'gauge-studies', ...FIGURES],
  },
  retireGaugeStudy: {
    at: 'POST /api/studies/gauge/:id/retirement',
    summary: 'Sittings lean on a study no more; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['lab', 'match', 'gauge-studies', ...FIGURES],
  },
  listMethods: {
    at: 'GET /api/studies/methods',
    summary: 'The ways in which a quantity was measured: protocol and gauge.',
    query: z.object({ quantity: fields.measuredQuantity }),
    answer: z.array(studies.method),
  },
  getBridge: {
    at: 'GET /api/studies/bridge',
    summary: 'The shoes that were measured by both of two methods.',
    query: studies.bridgeToKeep.omit({ id: true }),
    answer: studies.bridgedShoes,
  },
  listBridges: {
    at: 'GET /api/bridges',
    summary: 'The lab’s own conversions between methods.',
    answer: z.array(studies.keptBridge),
  },
  keepBridge: {
    at: 'POST /api/bridges',
    summary: 'Keeps a conversion between two methods, which comparisons then use.',
    body: studies.bridgeToKeep,
    answer: done,
    touches: ['figures', 'studies'],
  },
  retireBridge: {
    at: 'POST /api/bridges/:id/retirement',
    summary: 'Comparisons use a conversion no more; it stays in the record.',
    params: byId,
    body: reasonGiven,
    answer: done,
    touches: ['figures', 'studies'],
  },
} as const satisfies Record<string, Endpoint>;
