/** Handlers of what answers questions: rules of uses, the choice of a shoe. */
import { ruleById, testsOf } from '#core/catalogue/rules-of-uses.ts';
import { ruleSubject } from '#core/catalogue/use-rule.ts';
import type { Handlers } from '../endpoint.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { type ChoiceSources, choiceOf } from './choice.ts';
import { deskOf } from './desk.ts';
import { practisedRepeatability } from './practice.ts';
import { suitsOf } from './suits.ts';

type GuideHandlers = Pick<
  Handlers,
  | 'getSuits'
  | 'getChoice'
  | 'setRule'
  | 'getDesk'
  | 'setPurse'
  | 'listQuestions'
  | 'askMaker'
  | 'answerQuestion'
  | 'withdrawQuestion'
  | 'getPractice'
  | 'addRound'
>;

export function guideRoutes(
  stores: Stores,
  sources: ChoiceSources,
  now: () => string,
): GuideHandlers {
  return {
    getDesk: () => deskOf(stores, sources.shelf, now().slice(0, 10)),
    setPurse: ({ body }) => {
      stores.lab.writeSetting('purse', body);
      return body;
    },
    listQuestions: ({ params }) => ({
      questions: stores.makerQuestions.ofEdition(stores.editions.bySlug(params.edition).id),
    }),
    askMaker: ({ body, person }) => {
      const edition = stores.editions.byId(body.editionId);
      if (body.claimId !== null && !edition.claims.some(({ id }) => id === body.claimId))
        throw wrongValue('claimId', 'This claim is not one of that edition.');
      stores.makerQuestions.ask(body, person);
      return { id: body.id };
    },
    answerQuestion: ({ params, body }) => {
      stores.makerQuestions.answer(params.id, body);
      return { id: params.id };
    },
    withdrawQuestion: ({ params, body }) => {
      stores.makerQuestions.withdraw(params.id, body.reason);
      return { id: params.id };
    },
    getPractice: ({ query, person }) => ({
      rounds: stores.practice.ofPerson(query.person || person),
      lab: practisedRepeatability(stores),
    }),
    addRound: ({ body, person, now: at }) => {
      stores.practice.add(body, person, at);
      return { id: body.id };
    },
    getSuits: ({ params, query }) => {
      if (query.use !== '') stores.uses.requireName(query.use);
      return suitsOf(stores, params.edition, query, sources.shelf);
    },
    getChoice: ({ query }) => choiceOf(stores, query, sources),
    setRule: ({ body: { rule: id, of, use, limits, reason }, now, person }) => {
      const rule = ruleById(id);
      if (!rule) throw wrongValue('rule', `There is no rule ${id}.`);
      const subject = rule.asks
        .flatMap(testsOf)
        .map((test) => ruleSubject(id, test))
        .find((known) => known === `${id} ${of}`);
      if (!subject) throw wrongValue('of', `The rule ${id} reads no ${of}.`);
      if (limits.low === null && limits.high === null)
        throw wrongValue('limits', 'A line says from where, up to where, or both.');
      if (use !== '') stores.uses.requireName(use);
      stores.thresholds.draw({
        kind: 'rule',
        subject,
        discipline: use,
        value: limits,
        reason,
        at: now,
        person,
      });
      return { rule: id, of };
    },
  };
}
