import { textOf } from '#core/wording/sentence.ts';
import { wearDecided, wearSentence } from '#core/wording/wear-sentences.ts';
import { correct } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import {
  changeOuting,
  keepOuting,
  keepOutings,
  planOutings,
  requireDayOfPair,
  requirePerson,
  withdrawOuting,
} from '../outings.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { WearTable } from '../store/wear.ts';
import type { Stores } from '../stores.ts';
import { judgeWear, keptVerdict, publishWear, wayOf } from '../wear-standing.ts';
import { dueItems } from './due.ts';
import { lifeOf } from './life.ts';
import { panelOf } from './panel.ts';
import { rotationOf } from './rotation.ts';
import { drawWearTerms, listWearTerms } from './terms.ts';
import { wearOf } from './wear.ts';

type WearHandlers = Pick<
  Handlers,
  | 'getWear'
  | 'getDue'
  | 'addSecondLook'
  | 'endSecondLook'
  | 'getWearTerms'
  | 'setWearTerms'
  | 'getEditionLife'
  | 'getRotation'
  | 'setPairJob'
  | 'getPanel'
  | 'addOuting'
  | 'addOutings'
  | 'changeOuting'
  | 'withdrawOuting'
  | 'giveToTester'
  | 'addOdometer'
  | 'withdrawOdometer'
  | 'addWearCheck'
  | 'withdrawWearCheck'
  | 'decideWear'
  | 'withdrawWearDecision'
>;

export function wearRoutes(stores: Stores): WearHandlers {
  const saidOf = (pairId: string, id: string) => {
    publishWear(stores, pairId);
    return { id, km: wayOf(stores, stores.pairs.byId(pairId)).km };
  };
  const withdrawal =
    (table: WearTable, what: string) =>
    (call: { change: string; params: { id: string }; body: { reason: string } }) => {
      const { id } = call.params;
      const { pairId, withdrawn } = stores.wear.part(table, id, `This ${what}`);
      if (withdrawn !== null) throw new Refusal(409, `This ${what} is withdrawn already.`);
      const { tag } = stores.pairs.byId(pairId);
      correct(
        stores,
        call,
        {
          words: `Withdrew a ${what} of ${tag}`,
          about: [id, pairId],
        },
        (corrector) => corrector.set(table, id, { withdrawn: call.body.reason }),
      );
      return { id };
    };
  return {
    getWear: ({ params, now }) => wearOf(stores, params.tag, now),
    getDue: ({ now }) => {
      const today = now.slice(0, 10);
      return { today, items: dueItems(stores, today) };
    },
    addSecondLook: ({ body }) => {
      const { edition, tag, ...look } = body;
      const { id: editionId } = stores.editions.bySlug(edition);
      const pair = tag === null ? null : stores.pairs.byTag(tag);
      if (pair && pair.editionId !== editionId)
        throw wrongValue('tag', `${pair.tag} is no pair of this edition.`);
      stores.rotation.addLook({ ...look, editionId, pairId: pair?.id ?? null });
      return { id: look.id };
    },
    endSecondLook: ({ params, body, now }) => {
      stores.rotation.endLook(params.id, now.slice(0, 10), body.how);
      return { id: params.id };
    },
    getWearTerms: () => listWearTerms(stores),
    setWearTerms: ({ body, now, person }) => {
      drawWearTerms(stores, body, { at: now, person });
      for (const { id } of stores.rotation.worn()) publishWear(stores, id);
      return { kind: body.kind };
    },
    getEditionLife: ({ params }) => lifeOf(stores, params.edition),
    getRotation: ({ params, query, now }) => {
      if (!stores.lab.people().some(({ code }) => code === params.code))
        throw notFound(`The tester ${params.code}`);
      const { km, ...asked } = query;
      return rotationOf(stores, params.code, { ...asked, km: km ?? null }, now.slice(0, 10));
    },
    setPairJob: ({ params, body }) => {
      stores.rotation.setJob(stores.pairs.byId(params.id).id, body);
      return { id: params.id };
    },
    getPanel: ({ query, now }) =>
      panelOf(stores, query.editions.split(',').filter(Boolean), query.yardstick, now.slice(0, 10)),
    addOuting: ({ params, body, now }) =>
      keepOuting(stores, stores.pairs.byId(params.id), body, now),
    addOutings: ({ body, now }) => {
      const plan = planOutings(
        stores,
        body.outings.map(({ tag, ...fields }) => ({ tag, fields })),
        now,
      );
      if (plan.faults.length > 0)
        throw new Refusal(
          422,
          plan.faults[0]?.message ?? 'An outing is wrong.',
          plan.faults.map(({ at, field, message }) => ({
            field: `outings.${at}.${field}`,
            message,
          })),
        );
      keepOutings(stores, plan, now);
      return { added: plan.ready.length, alreadyThere: plan.alreadyThere };
    },
    changeOuting: ({ params, body, change, now }) => {
      const before = stores.wear.outing(params.id);
      if (before.withdrawn !== null)
        throw new Refusal(409, 'This outing is withdrawn: take that back first.');
      changeOuting(stores, { change, now }, before, { ...body, id: params.id });
      return { id: params.id };
    },
    withdrawOuting: ({ params, body, change }) => {
      withdrawOuting(stores, { change }, stores.wear.outing(params.id), body.reason);
      return { id: params.id };
    },
    giveToTester: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requirePerson(stores, body.tester, 'tester');
      stores.wear.give(pair.id, body.tester, body.given ? now.slice(0, 10) : null);
      return { id: pair.id };
    },
    addOdometer: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requireDayOfPair(body.on, pair.receivedOn, now);
      if (body.km + 2 * body.u < pair.wornKm)
        throw wrongValue('km', `It came with ${pair.wornKm} km: a total is no less than that.`);
      stores.wear.addOdometer(pair.id, body);
      return saidOf(pair.id, body.id);
    },
    withdrawOdometer: withdrawal('odometer', 'total'),
    addWearCheck: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requirePerson(stores, body.person, 'person');
      stores.wear.addCheck(pair.id, body, { at: now, km: wayOf(stores, pair).km });
      publishWear(stores, pair.id);
      return { id: body.id, words: textOf(wearSentence(judgeWear(stores, pair))) };
    },
    withdrawWearCheck: withdrawal('wear_check', 'look'),
    decideWear: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requirePerson(stores, body.person, 'person');
      requireDayOfPair(body.on, pair.receivedOn, now);
      const judged = judgeWear(stores, pair);
      if (body.why === '' && body.answer !== judged.answer)
        throw wrongValue('why', 'The signs say otherwise: say why.');
      stores.wear.decide(pair.id, body, {
        km: wayOf(stores, pair).km,
        judged: keptVerdict(judged),
      });
      publishWear(stores, pair.id);
      return { id: body.id, words: textOf(wearDecided(body.answer)) };
    },
    withdrawWearDecision: withdrawal('wear_decision', 'decision'),
  };
}
