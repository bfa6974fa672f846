import { v7 as newId } from 'uuid';
import { matchSeen } from '#contract/match-records.ts';
import type { FileHandlers, Handlers } from '../endpoint.ts';
import { writeDocumentPdf } from '../formats/document-pdf.ts';
import { publishPair } from '../measured-pairs.ts';
import { notFound, Refusal, requirePast, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { decideCheck } from './decide-check.ts';
import { matchOfPair } from './match-of-pair.ts';
import { listTolerances } from './tolerances.ts';

type MatchHandlers = Pick<
  Handlers,
  | 'getMatch'
  | 'startMatch'
  | 'seeMatch'
  | 'decideMatch'
  | 'nameMatchFeature'
  | 'countPair'
  | 'setDiscipline'
  | 'listTolerances'
  | 'setTolerance'
  | 'listIssued'
>;

export function matchRoutes(stores: Stores): MatchHandlers {
  return {
    getMatch: ({ params }) => matchOfPair(stores, stores.pairs.byTag(params.tag)),
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
    setDiscipline: ({ params, body }) => {
      stores.editions.byId(params.id);
      stores.editions.setDiscipline(params.id, body.discipline);
      return { id: params.id };
    },
    listIssued: ({ query }) => stores.issued.of(query.subject),
    listTolerances: () => listTolerances(stores),
    setTolerance: ({ body, now, person }) => {
      const { feature, discipline, absolute, share, reason } = body;
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

/** The return note of a decided check, as a PDF. */
export function returnNoteRoutes(stores: Stores): Pick<FileHandlers, 'getReturnNote'> {
  return {
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
