import { boundClasses } from '#core/catalogue/classes.ts';
import { protocolsFor, savedDraft } from '#core/catalogue/protocol.ts';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import type { Handlers } from '../endpoint.ts';
import type { JobBook } from '../jobs.ts';
import { labFacts } from '../lab-facts.ts';
import { judgeSlopes } from '../measured-pairs.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { recallInstrument } from './recall.ts';
import { setUpLab } from './set-up.ts';

type LabHandlers = Pick<
  Handlers,
  | 'getLab'
  | 'setUpLab'
  | 'setUnits'
  | 'setSender'
  | 'setSchools'
  | 'setNoticeable'
  | 'setClasses'
  | 'takeSlope'
  | 'listThresholds'
  | 'addPerson'
  | 'saveInstrument'
  | 'addCalibration'
  | 'addDriftCheck'
  | 'getRecall'
  | 'recallInstrument'
  | 'saveProtocol'
  | 'addOwnQuantity'
  | 'saveUse'
>;

/** Makes the protocol of a lab's own use as its tools allow it, or brings the one it has along. */
function protocolOfOwnUse(stores: Stores, name: string, newId: () => string): string {
  const tools = stores.instruments.all().filter(({ retired }) => !retired);
  const drafts = protocolsFor(
    tools.map(({ kind }) => kind),
    stores.uses.all(),
  );
  const draft = drafts.find(({ discipline }) => discipline === name);
  if (!draft) throw new Error(`no protocol of ${name}`);
  const before = stores.protocols
    .all()
    .find(({ discipline, retired }) => discipline === name && !retired);
  const basedOn = before?.id ?? null;
  return stores.protocols.save({ ...savedDraft(draft, newId()), basedOn }).id;
}

/** Readings before any lab kept any. */
const ALWAYS = '0000-01-01';

export function labRoutes(
  stores: Stores,
  jobs: JobBook,
  newId: () => string,
  onInstruments: () => void,
  /** Works out, a pair at a time beside the requests, what was marked stale. */
  refresh: () => void,
): LabHandlers {
  return {
    getLab: () => {
      const facts = labFacts(stores);
      const { exponent, noticeable, instruments, protocols, learned, adoptedStudies } = facts;
      const { k, uK, df } = exponent;
      return {
        setUp: protocols.length > 0,
        instruments,
        protocols,
        people: stores.lab.people(),
        units: stores.lab.units(),
        schools: stores.lab.schools(),
        sender: stores.lab.sender(),
        noticeable,
        classes: stores.lab.classes(),
        ownQuantities: stores.lab.ownQuantities(),
        ownUses: stores.uses.own(),
        exponent: { k, uK, df: Number.isFinite(df) ? df : null },
        slopes: [...facts.learnedSlopes],
        learned,
        adoptedStudies,
      };
    },
    setUpLab: ({ body }) => ({ protocolId: setUpLab(stores, body.tools, newId) }),
    setUnits: ({ body }) => stores.lab.setUnits(body),
    setSender: ({ body: { sender } }) => {
      stores.lab.writeSetting('sender', sender);
      return { sender };
    },
    setSchools: ({ body }) => {
      stores.lab.writeSetting('schools', body);
      return body;
    },
    setNoticeable: ({ body: { quantity, step, reason }, now, person }) => {
      if (!(quantity in labFacts(stores).catalogue))
        throw wrongValue('quantity', `${quantity} is not in the catalogue.`);
      stores.thresholds.draw({
        kind: 'noticeable',
        subject: quantity,
        discipline: '',
        value: { step },
        reason,
        at: now,
        person,
      });
      return { quantity, step };
    },
    setClasses: ({ body: { quantity, bounds, reason }, now, person }) => {
      const usual = QUANTITIES[quantity]?.classes;
      if (!usual) throw wrongValue('quantity', `${quantity} has no classes.`);
      try {
        boundClasses(usual, bounds);
      } catch (fault) {
        if (!(fault instanceof RangeError)) throw fault;
        throw wrongValue('bounds', `${fault.message}.`);
      }
      stores.thresholds.draw({
        kind: 'classes',
        subject: quantity,
        discipline: '',
        value: { bounds },
        reason,
        at: now,
        person,
      });
      return { quantity, bounds };
    },
    takeSlope: ({ body: { quantity, by, taken } }) => {
      const row = stores.learned
        .slopes()
        .find((known) => known.quantity === quantity && known.by === by);
      if (!row) throw wrongValue('quantity', `This lab has found no slope of ${quantity} yet.`);
      const { catalogue } = labFacts(stores);
      const inUse = judgeSlopes(catalogue).isInUse({ ...row, taken });
      if (taken && !inUse)
        throw wrongValue(
          'quantity',
          'It is not surer than the usual slope: that one stays in use.',
        );
      if (!taken && inUse)
        throw wrongValue(
          'quantity',
          'It is surer than the usual slope and near it: it stays in use.',
        );
      stores.learned.takeSlope(quantity, by, taken, inUse);
      return { quantity, by, inUse };
    },
    listThresholds: () => stores.thresholds.changes(),
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
    getRecall: async ({ params, query, gone }) => {
      const job = jobs.begin(query.job, gone);
      const wanted = { id: params.id, since: query.since ?? ALWAYS };
      return recallInstrument(stores, wanted, job).finally(job.end);
    },
    recallInstrument: ({ params, body, now }) => {
      stores.instruments.byId(params.id);
      const voided = stores.instruments.voidTouched({ id: params.id, ...body, at: now });
      stores.changes.afterwards(refresh);
      return { voided };
    },
    saveProtocol: ({ body }) => {
      stores.uses.requireName(body.discipline);
      return stores.protocols.save(body);
    },
    saveUse: ({ params: { name }, body, now, person }) => {
      for (const quantity of body.takes)
        if (!(quantity in labFacts(stores).catalogue))
          throw wrongValue('takes', `${quantity} is not in the catalogue.`);
      stores.uses.save({ name, ...body }, { at: now, person });
      return { name, protocolId: protocolOfOwnUse(stores, name, newId) };
    },
    addOwnQuantity: ({ body }) => {
      stores.lab.addOwnQuantity(body);
      return { id: body.id };
    },
  };
}
