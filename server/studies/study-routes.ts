import { readLabelSlug } from '#core/sizing/size-label.ts';
import { completeParts, missingCells, studyGauge } from '#core/study/gauge-study.ts';
import { textOf } from '#core/wording/sentence.ts';
import { bridgeSentence } from '#core/wording/study-sentences.ts';
import type { Handlers } from '../endpoint.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { bridgeOf, findBridgedShoes, listMethods } from './bridging.ts';
import { consistencyPage } from './consistency.ts';
import { pairStudyReadings, showStudy, sideDifferences, verdictOf } from './study-readings.ts';

type StudyHandlers = Pick<
  Handlers,
  | 'getPairStudy'
  | 'listConsistency'
  | 'listSideDifferences'
  | 'listGaugeStudies'
  | 'getGaugeStudy'
  | 'planGaugeStudy'
  | 'endGaugeStudy'
  | 'adoptGaugeStudy'
  | 'retireGaugeStudy'
  | 'listMethods'
  | 'getBridge'
  | 'listBridges'
  | 'keepBridge'
  | 'retireBridge'
>;

/** What a study gives to sittings; refused where it cannot be analysed. */
function adoptionOf(stores: Stores, id: string, without: readonly string[]) {
  const study = stores.gaugeStudies.byId(id);
  const readings = stores.gaugeStudies
    .readings(study)
    .filter((reading) => !without.includes(reading.part));
  try {
    const found = studyGauge(readings, study.tolerance ?? undefined);
    const { variance, df, repeatabilityDf } = found;
    return {
      study,
      adoption: {
        without: [...without],
        repeatability: { sd: Math.sqrt(variance.repeatability), df: repeatabilityDf },
        operator: { sd: Math.sqrt(variance.operator), df: df.operator },
        interaction: { sd: Math.sqrt(variance.interaction), df: df.interaction },
      },
    };
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    const left = missingCells(readings).flatMap((one) => one.parts);
    const rest = new Set(completeParts(readings).map((one) => one.part)).size;
    const way = left.length > 0 && rest >= 2 ? ` ${rest} parts would be left.` : '';
    throw new Refusal(422, `${error.message}.${way}`);
  }
}

/** @param keepUp works out what is out of date, beside the requests */
export function studyRoutes(stores: Stores, keepUp: () => void): StudyHandlers {
  return {
    getPairStudy: ({ query }) => {
      const label = query.label === undefined ? undefined : readLabelSlug(query.label);
      if (query.label !== undefined && !label)
        throw wrongValue('label', `${query.label} is no label; write it as uk-8 or us-men-9.5.`);
      return pairStudyReadings(stores, { ...query, label, carried: query.carried === '1' });
    },
    listConsistency: ({ query }) => consistencyPage(stores, query, keepUp),
    listSideDifferences: ({ query }) => sideDifferences(stores, query.quantity, query.edition),
    listGaugeStudies: () => {
      const instruments = new Map(stores.instruments.all().map((one) => [one.id, one.name]));
      return stores.gaugeStudies.all().map((study) => ({
        id: study.id,
        name: study.name,
        quantity: study.quantity,
        instrument: instruments.get(study.instrumentId) ?? '',
        taken: stores.gaugeStudies.standing(study.id).length,
        turns: study.turns.length,
        ...(verdictOf(stores, study) ?? { grrPercent: null, verdict: null }),
        adopted: study.adopted !== null,
        retired: study.retired,
      }));
    },
    getGaugeStudy: ({ params }) => showStudy(stores, stores.gaugeStudies.byId(params.id)),
    planGaugeStudy: ({ body }) => {
      stores.instruments.byId(body.instrumentId);
      stores.protocols.requireLine(body.protocolLineId);
      stores.gaugeStudies.plan(body);
      return { id: body.id };
    },
    endGaugeStudy: ({ params, body }) => {
      stores.gaugeStudies.end(params.id, body.reason);
      return { id: params.id };
    },
    adoptGaugeStudy: ({ params, body, now }) => {
      const { study, adoption } = adoptionOf(stores, params.id, body.without);
      stores.gaugeStudies.adopt(study, adoption, now);
      return { id: params.id };
    },
    retireGaugeStudy: ({ params, body }) => {
      stores.gaugeStudies.retire(params.id, body.reason);
      return { id: params.id };
    },
    listMethods: ({ query }) => listMethods(stores, query.quantity),
    getBridge: ({ query }) => findBridgedShoes(stores, query),
    listBridges: () => stores.bridges.all(),
    keepBridge: ({ body, now, person }) => {
      const { shared, bridge } = bridgeOf(stores, body);
      const words = textOf(bridgeSentence(bridge.verdict));
      if (!bridge.conversion) throw new Refusal(422, words);
      const { a: from, b: to, quantity } = shared;
      const { shoes, conversion, conversionU } = bridge;
      stores.bridges.keep(
        { id: body.id, quantity, from, to, shoes, conversion, conversionU, words },
        now,
        person,
      );
      return { id: body.id };
    },
    retireBridge: ({ params, body }) => {
      stores.bridges.retire(params.id, body.reason);
      return { id: params.id };
    },
  };
}
