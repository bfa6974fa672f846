import { v7 as newId } from 'uuid';
import { matchSeen } from '#contract/match-records.ts';
import { deliveryLetter } from '#core/sheet/delivery-letter.ts';
import type { FileHandlers, Handlers } from '../endpoint.ts';
import { writeDocumentPdf } from '../formats/document-pdf.ts';
import { labFacts } from '../lab-facts.ts';
import { matchRecordOf } from '../match-of-pair.ts';
import { publishPair } from '../measured-pairs.ts';
import { notFound, Refusal, requirePast, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { targetSubject } from '../targets.ts';
import { listTolerances } from '../tolerances.ts';
import { decideCheck } from './decide-check.ts';
import { deliveryOf, heldAgainst, letterSubject } from './deliveries.ts';

type MatchHandlers = Pick<
  Handlers,
  | 'getMatch'
  | 'startMatch'
  | 'seeMatch'
  | 'decideMatch'
  | 'nameMatchFeature'
  | 'countPair'
  | 'setUses'
  | 'listTolerances'
  | 'setTolerance'
  | 'listIssued'
  | 'getHeld'
  | 'getDelivery'
  | 'issueLetter'
  | 'setTarget'
>;

export function matchRoutes(stores: Stores): MatchHandlers {
  return {
    getMatch: ({ params, now }) => matchRecordOf(stores, stores.pairs.byTag(params.tag), now),
    startMatch: ({ body, now }) => {
      requirePast('startedAt', body.startedAt, now);
      const pair = stores.pairs.byId(body.pairId);
      if (pair.shoes !== 'both')
        throw wrongValue('pairId', `Of ${pair.tag} there is one shoe: nothing to hold it against.`);
      stores.matches.start(body, matchSeen.parse({}));
      return { id: body.id };
    },
    seeMatch: ({ params, body }) => {
      stores.matches.see(params.id, body);
      return { id: params.id };
    },
    decideMatch: ({ params, body, now, person }) => ({
      id: params.id,
      words: decideCheck(stores, params.id, body, { now, person, newId }),
    }),
    nameMatchFeature: ({ params, body }) => {
      stores.matches.nameFeature(params.id, body.feature, body.name);
      return { id: params.id };
    },
    countPair: ({ params, body }) => {
      const pair = stores.pairs.byId(params.id);
      if (pair.decision?.decision !== 'return') throw notFound(`A rejection of ${pair.tag}`);
      stores.pairs.setCounts(params.id, body.reason);
      publishPair(stores, params.id);
      stores.consistency.markStale(pair.editionId);
      return { id: params.id };
    },
    setUses: ({ params, body }) => {
      stores.editions.byId(params.id);
      stores.uses.require(body.uses);
      stores.editions.setUses(params.id, body.uses);
      return { id: params.id };
    },
    getHeld: ({ params }) => heldAgainst(stores, params.tag, params.other),
    getDelivery: ({ query }) => deliveryOf(stores, query),
    issueLetter: ({ body, now, person }) => {
      const delivery = deliveryOf(stores, body);
      if (delivery.pairs.every(({ look }) => look === null))
        throw new Refusal(
          409,
          'No pair of this delivery was looked at yet: there is nothing to say.',
        );
      const id = newId();
      stores.issued.issue({
        id,
        kind: 'delivery-letter',
        subject: letterSubject(delivery.edition.id, delivery.lot),
        content: deliveryLetter(
          { edition: delivery.edition.name, lot: delivery.lot, on: now },
          delivery.pairs,
        ),
        leanedOn: { pairs: delivery.pairs.map(({ tag }) => tag) },
        person,
        at: now,
      });
      return { id };
    },
    setTarget: ({ params, body, now, person }) => {
      const { quantity, low, high, reason } = body;
      stores.names.byId('model', params.id);
      if (!(quantity in labFacts(stores).catalogue))
        throw wrongValue('quantity', `${quantity} is not in the catalogue.`);
      stores.thresholds.draw({
        kind: 'target',
        subject: targetSubject(params.id, quantity),
        discipline: '',
        value: { low, high },
        reason,
        at: now,
        person,
      });
      return { id: params.id };
    },
    listIssued: ({ query }) => stores.issued.of(query.subject),
    listTolerances: () => listTolerances(stores),
    setTolerance: ({ body, now, person }) => {
      const { feature, discipline, absolute, share, reason } = body;
      stores.uses.requireName(discipline);
      stores.thresholds.draw({
        kind: 'sides',
        subject: feature,
        discipline,
        value: { absolute, share },
        reason,
        at: now,
        person,
      });
      return { id: body.id };
    },
  };
}

/** What was issued, as PDFs. */
export function returnNoteRoutes(
  stores: Stores,
): Pick<FileHandlers, 'getReturnNote' | 'getIssuedPdf'> {
  return {
    getIssuedPdf: async ({ params, response }) => {
      const issued = stores.issued.byId(params.id);
      response
        .type('application/pdf')
        .set('Content-Disposition', `inline; filename="${issued.kind}-${issued.revision}.pdf"`)
        .send(await writeDocumentPdf(issued.content));
    },
    getReturnNote: async ({ params, response }) => {
      const { pairId, decision } = stores.matches.byId(params.id);
      const note = stores.issued.latest('return-note', params.id);
      if (decision?.decision !== 'return' || !note)
        throw new Refusal(409, 'A return note is written once the check is decided: return.');
      const { tag } = stores.pairs.byId(pairId);
      response
        .type('application/pdf')
        .set('Content-Disposition', `inline; filename="return-${tag.toLowerCase()}.pdf"`)
        .send(await writeDocumentPdf(note.content));
    },
  };
}
