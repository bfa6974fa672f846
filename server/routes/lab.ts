import type { Handlers } from '../endpoint.ts';
import { labFacts } from '../lab-facts.ts';
import { summarisePair } from '../measured-pairs.ts';
import { recallInstrument } from '../recall.ts';
import { setUpLab } from '../set-up.ts';
import type { Stores } from '../stores.ts';

type LabHandlers = Pick<
  Handlers,
  | 'getLab'
  | 'setUpLab'
  | 'setUnits'
  | 'setNoticeable'
  | 'addPerson'
  | 'saveInstrument'
  | 'addCalibration'
  | 'addDriftCheck'
  | 'getRecall'
  | 'recallInstrument'
  | 'saveProtocol'
  | 'addOwnQuantity'
  | 'listChanges'
>;

/** Readings before any lab kept any. */
const ALWAYS = '0000-01-01';

export function labRoutes(
  stores: Stores,
  newId: () => string,
  onInstruments: () => void,
): LabHandlers {
  return {
    getLab: () => {
      const { exponent, noticeable, instruments, protocols, adoptedStudies } = labFacts(stores);
      const { k, uK, df } = exponent;
      return {
        setUp: protocols.length > 0,
        instruments,
        protocols,
        people: stores.lab.people(),
        units: stores.lab.units(),
        noticeable,
        ownQuantities: stores.lab.ownQuantities(),
        exponent: { k, uK, df: Number.isFinite(df) ? df : null },
        adoptedStudies,
      };
    },
    setUpLab: ({ body }) => ({ protocolId: setUpLab(stores, body.tools, newId) }),
    setUnits: ({ body }) => stores.lab.setUnits(body),
    setNoticeable: ({ body }) => {
      stores.lab.setNoticeable(body.quantity, body.step);
      return body;
    },
    addPerson: ({ body }) => {
      stores.lab.addPerson(body);
      return { id: body.id };
    },
    saveInstrument: ({ params, body }) => {
      stores.instruments.save(params.id, body);
      onInstruments();
      return { id: params.id };
    },
    addCalibration: ({ params, body }) => {
      stores.instruments.byId(params.id);
      stores.instruments.addCalibration(params.id, body);
      return { id: body.id };
    },
    addDriftCheck: ({ params, body }) => {
      stores.instruments.byId(params.id);
      stores.instruments.addDriftCheck(params.id, body);
      return { id: body.id };
    },
    getRecall: ({ params, query }) => recallInstrument(stores, params.id, query.since ?? ALWAYS),
    recallInstrument: ({ params, body, now }) => {
      stores.instruments.byId(params.id);
      const touched = stores.instruments.touched(params.id, body.since);
      for (const { id } of touched) stores.readings.void(id, body.reason, now);
      for (const pairId of new Set(touched.map((one) => one.pairId))) summarisePair(stores, pairId);
      return { voided: touched.length };
    },
    saveProtocol: ({ body }) => stores.protocols.save(body),
    addOwnQuantity: ({ body }) => {
      stores.lab.addOwnQuantity(body);
      return { id: body.id };
    },
    listChanges: ({ query }) => stores.changes.list(query.subject) as never,
  };
}
