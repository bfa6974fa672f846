import { readWay } from '#core/wear/odometer.ts';
import { correct } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import { Refusal, requirePast, wrongValue } from '../problems.ts';
import type { WearTable } from '../store/wear.ts';
import type { Stores } from '../stores.ts';
import { judgeWear, publishWear, wayOf } from '../wear-standing.ts';
import { wearOf } from './wear.ts';

type WearHandlers = Pick<
  Handlers,
  | 'getWear'
  | 'addOuting'
  | 'withdrawOuting'
  | 'addOdometer'
  | 'withdrawOdometer'
  | 'addWearCheck'
  | 'withdrawWearCheck'
  | 'decideWear'
  | 'withdrawWearDecision'
>;

export function wearRoutes(stores: Stores): WearHandlers {
  const requireDay = (on: string, receivedOn: string, now: string) => {
    requirePast('on', on, now);
    if (on < receivedOn)
      throw wrongValue(
        'on',
        `It was received on ${receivedOn}: what it was worn before is a total.`,
      );
  };
  const requirePerson = (code: string, field: string) => {
    if (!stores.lab.people().some((person) => person.code === code))
      throw wrongValue(field, `${code} is no code of this lab. Add the person first.`);
  };
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
          words: `Withdrew ${what === 'outing' ? 'an' : 'a'} ${what} of ${tag}`,
          about: [id, pairId],
        },
        (corrector) => corrector.set(table, id, { withdrawn: call.body.reason }),
      );
      return { id };
    };
  return {
    getWear: ({ params }) => wearOf(stores, params.tag),
    addOuting: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requirePerson(body.tester, 'tester');
      requireDay(body.on, pair.receivedOn, now);
      const way = readWay(body.typed);
      if (!way.ok) throw wrongValue('typed', way.fault.message, way.fault.choices);
      const late = body.faults.findIndex(({ atKm }) => atKm !== null && atKm > way.value.km);
      if (late >= 0)
        throw wrongValue(
          `faults.${late}.atKm`,
          `It began after ${body.faults[late]?.atKm} km, and the outing has ${way.value.km.toFixed(1)} km.`,
        );
      stores.wear.addOuting(pair.id, body, way.value, now);
      return saidOf(pair.id, body.id);
    },
    withdrawOuting: withdrawal('outing', 'outing'),
    addOdometer: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requireDay(body.on, pair.receivedOn, now);
      if (body.km + 2 * body.u < pair.wornKm)
        throw wrongValue('km', `It came with ${pair.wornKm} km: a total is no less than that.`);
      stores.wear.addOdometer(pair.id, body);
      return saidOf(pair.id, body.id);
    },
    withdrawOdometer: withdrawal('odometer', 'total'),
    addWearCheck: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requirePerson(body.person, 'person');
      stores.wear.addCheck(pair.id, body, { at: now, km: wayOf(stores, pair).km });
      publishWear(stores, pair.id);
      return { id: body.id, words: judgeWear(stores, pair).words };
    },
    withdrawWearCheck: withdrawal('wear_check', 'look'),
    decideWear: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      requirePerson(body.person, 'person');
      requireDay(body.on, pair.receivedOn, now);
      const judged = judgeWear(stores, pair);
      if (body.why === '' && body.answer !== judged.answer)
        throw wrongValue('why', 'The signs say otherwise: say why.');
      stores.wear.decide(pair.id, body, { km: wayOf(stores, pair).km, judged });
      publishWear(stores, pair.id);
      return { id: body.id, words: `decided: ${body.answer}` };
    },
    withdrawWearDecision: withdrawal('wear_decision', 'decision'),
  };
}
