import { correct } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import { publishFit } from '../fit-outcome.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { fitOf, judgeTryOn } from './fit.ts';

export function fitRoutes(stores: Stores): Pick<Handlers, 'getFit' | 'addTryOn' | 'withdrawTryOn'> {
  return {
    getFit: ({ params }) => fitOf(stores, params.tag),
    addTryOn: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      if (!stores.lab.people().some(({ code }) => code === body.tester))
        throw wrongValue('tester', `${body.tester} is no code of this lab. Add the tester first.`);
      const verdict = judgeTryOn(stores, pair, body, now);
      stores.tryOns.add(pair.id, body, { at: now, verdict });
      publishFit(stores, pair.id);
      const [kept] = fitOf(stores, pair.tag).tryOns;
      return { id: body.id, words: kept?.words ?? '' };
    },
    withdrawTryOn: (call) => {
      const { id } = call.params;
      const { pairId, withdrawn, tester } = stores.tryOns.byId(id);
      if (withdrawn !== null) throw new Refusal(409, 'This try-on is withdrawn already.');
      const { tag } = stores.pairs.byId(pairId);
      correct(
        stores,
        call,
        { words: `Withdrew a try-on of ${tag} by ${tester}`, about: [id, pairId] },
        (corrector) => corrector.set('try_on', id, { withdrawn: call.body.reason }),
      );
      return { id };
    },
  };
}
