import { matchSeen } from '#contract/match-records.ts';
import { writeReturnNote } from '#core/match/return-note.ts';
import type { FileHandlers, Handlers } from '../endpoint.ts';
import { writeNotePdf } from '../formats/return-note.ts';
import { publishPair } from '../measured-pairs.ts';
import { notFound, Refusal, requirePast, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { evaluateStored, matchOfPair } from './match-of-pair.ts';
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
    decideMatch: ({ params, body }) => {
      const check = stores.matches.byId(params.id);
      const record = matchOfPair(stores, stores.pairs.byId(check.pairId));
      const { verdict } = evaluateStored(stores, record, check);
      const words = [verdict.words, ...verdict.seen].join(' ');
      stores.matches.decide(params.id, body, words);
      // A pair that is rejected no longer speaks for its model.
      publishPair(stores, check.pairId);
      stores.consistency.markStale(stores.pairs.byId(check.pairId).editionId);
      return { id: params.id, words };
    },
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
      const check = stores.matches.byId(params.id);
      if (check.decision?.decision !== 'return')
        throw new Refusal(409, 'A return note is written once the check is decided: return.');
      const record = matchOfPair(stores, stores.pairs.byId(check.pairId));
      const found = evaluateStored(stores, record, check);
      const { edition, pair } = record;
      const note = writeReturnNote(
        { ...pair, maker: edition.maker, model: edition.model, edition: edition.name },
        found,
        {
          names: record.names,
          checkedOn: check.startedAt,
          unworn: check.decision.unworn,
          note: check.decision.note,
        },
      );
      const pdf = await writeNotePdf(note, found.judgements);
      response
        .type('application/pdf')
        .set('Content-Disposition', `inline; filename="return-${pair.tag.toLowerCase()}.pdf"`)
        .send(pdf);
    },
  };
}
