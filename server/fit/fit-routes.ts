import { editionName } from '#core/sizing/edition-name.ts';
import { readLabelSlug } from '#core/sizing/size-label.ts';
import { correct } from '../corrections.ts';
import type { Handlers } from '../endpoint.ts';
import { outcomeThatStands } from '../fit-outcome.ts';
import { notFound, Refusal, requirePast, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { deviationOfEdition } from './deviation.ts';
import { fitOf, keepTryOn } from './fit.ts';
import { labelsBetween } from './labels-between.ts';
import { buildLabelMatrix, listInsides, recommendFor } from './sizes.ts';

type FitHandlers = Pick<
  Handlers,
  | 'getFit'
  | 'addTryOn'
  | 'withdrawTryOn'
  | 'getTester'
  | 'saveTester'
  | 'eraseTester'
  | 'getLabelsBetween'
  | 'getLabelMatrix'
  | 'getInsides'
  | 'getRecommendations'
  | 'getDeviation'
  | 'setFitsTrue'
  | 'listNamedParts'
  | 'saveNamedPart'
  | 'moveNamedPart'
>;

export function fitRoutes(stores: Stores): FitHandlers {
  /** The code as the lab writes it. */
  const requireTester = (code: string): string => {
    const known = stores.lab.people().find((person) => person.code === code);
    if (!known) throw notFound(`The tester ${code}`);
    return known.code;
  };
  const nameOf = (id: string) => editionName(stores.editions.byId(id));
  return {
    getTester: ({ params }) => {
      const code = requireTester(params.code);
      const profile = stores.testers.profileOf(code);
      return {
        code,
        profile,
        knownShoes: (profile?.knownShoes ?? []).map(({ editionId }) => {
          const standing = stores.names.lead('edition', editionId);
          const { slug } = stores.editions.byId(standing);
          return { editionId, slug, name: nameOf(standing) };
        }),
        tryOns: stores.tryOns.ofTester(code).map((tryOn) => ({
          tag: tryOn.tag,
          name: nameOf(tryOn.editionId),
          at: tryOn.at,
          words: outcomeThatStands(tryOn).words,
        })),
      };
    },
    saveTester: ({ params, body, now }) => {
      const code = requireTester(params.code);
      const seen = new Set<string>();
      for (const { editionId } of body.knownShoes) {
        stores.editions.byId(editionId);
        if (seen.has(editionId))
          throw wrongValue(
            'knownShoes',
            `${nameOf(editionId)} stands twice among the known shoes.`,
          );
        seen.add(editionId);
      }
      stores.testers.save(code, body, now);
      return { code };
    },
    eraseTester: ({ params, body, now }) => {
      const code = requireTester(params.code);
      stores.testers.erase(code);
      stores.hallLinks.endOfTester(code, now);
      const changes = stores.testers.changesOf(code);
      for (const id of changes) stores.changes.blank(id, body.reason, now);
      return { code, changes: changes.length };
    },
    getLabelsBetween: ({ query }) => {
      const label = readLabelSlug(query.label);
      if (!label)
        throw wrongValue('label', `${query.label} is no label; write it as uk-9 or us-men-9.5.`);
      return labelsBetween(stores, { ...query, label, width: query.width });
    },
    getLabelMatrix: () => buildLabelMatrix(stores),
    getInsides: () => listInsides(stores),
    getRecommendations: ({ query }) =>
      recommendFor(
        stores,
        query.tester ? { ...query, tester: requireTester(query.tester) } : query,
      ),
    getDeviation: ({ params }) => deviationOfEdition(stores, params.edition),
    setFitsTrue: (call) => {
      const { id } = call.params;
      const { fitsTrue } = call.body;
      const name = nameOf(id);
      correct(
        stores,
        call,
        {
          words: fitsTrue
            ? `Named ${name} as a shoe that fits true`
            : `${name} is no longer a shoe that fits true`,
          about: [id],
        },
        (corrector) => corrector.set('edition', id, { fits_true: Number(fitsTrue) }),
      );
      return { id };
    },
    listNamedParts: () => ({
      rows: stores.namedParts.all().map((part) => ({
        ...part,
        places: stores.namedParts
          .placesOf(part.id)
          .map(({ tag, how, since, until }) => ({ tag, how, since, until })),
      })),
    }),
    saveNamedPart: ({ params: { id }, body }) => {
      stores.namedParts.save({ id, ...body });
      return { id };
    },
    moveNamedPart: ({ params: { id }, body, now }) => {
      requirePast('on', body.on, now);
      const part = stores.namedParts.byId(id);
      const { tag, how, on } = body;
      const pair = tag === null ? null : stores.pairs.byTag(tag);
      const isIn = stores.namedParts.placesOf(id).some(({ until }) => until === null);
      if (!pair && !isIn) throw new Refusal(409, `${part.name} is in no pair.`);
      stores.namedParts.move(part, pair && { pairId: pair.id, how }, on);
      return { id };
    },
    getFit: ({ params, now }) => fitOf(stores, params.tag, now),
    addTryOn: ({ params, body, now }) => {
      const pair = stores.pairs.byId(params.id);
      if (!stores.lab.people().some(({ code }) => code === body.tester))
        throw wrongValue('tester', `${body.tester} is no code of this lab. Add the tester first.`);
      const verdict = keepTryOn(stores, pair, body, now);
      return { id: body.id, words: outcomeThatStands({ verdict, decided: body.decided }).words };
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
