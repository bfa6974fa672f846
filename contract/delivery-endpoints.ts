/** Addresses of pairs held against each other, of deliveries, and of the targets of a model. */
import { z } from 'zod';
import { delivery, heldPairs } from './delivery-records.ts';
import { byId, done, type Endpoint } from './endpoint.ts';
import * as fields from './fields.ts';
import { limits } from './lab-records.ts';

const wanted = z.object({ edition: z.string().max(160), lot: z.string().trim().min(1).max(40) });

export const DELIVERY_ENDPOINTS = {
  getHeld: {
    at: 'GET /api/pairs/:tag/held/:other',
    summary: 'Two pairs held against each other, feature by feature.',
    params: z.object({ tag: z.string().max(16), other: z.string().max(16) }),
    answer: heldPairs,
  },
  getDelivery: {
    at: 'GET /api/delivery',
    summary: 'The pairs of one lot of an edition, with what was found at each.',
    query: wanted,
    answer: delivery,
  },
  issueLetter: {
    at: 'POST /api/delivery/letters',
    summary: 'Issues the letter of a delivery as it stands now.',
    body: wanted,
    answer: done,
    touches: ['match'],
  },
  getIssuedPdf: {
    at: 'GET /api/issued/:id/document.pdf',
    summary: 'What was issued, as a PDF.',
    params: byId,
    gives: 'application/pdf',
    answer: z.string(),
  },
  setTarget: {
    at: 'PUT /api/models/:id/targets',
    summary: 'Sets the limits of a quantity for a model, with a reason; the change is kept.',
    params: byId,
    body: limits.safeExtend({
      quantity: fields.anyQuantity,
      reason: fields.words(200, 'a reason'),
    }),
    answer: done,
    touches: ['lab', 'editions', 'match', 'tolerances'],
  },
} as const satisfies Record<string, Endpoint>;
