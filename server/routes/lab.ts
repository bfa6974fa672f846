import type { Handlers } from '../endpoint.ts';
import type { LabKnowledge } from '../measured-pairs.ts';
import type { Stores } from '../stores.ts';

type LabHandlers = Pick<
  Handlers,
  'getLab' | 'setUpLab' | 'setUnits' | 'setNoticeable' | 'addPerson' | 'listChanges'
>;

export function labRoutes(
  stores: Stores,
  knowledge: () => LabKnowledge,
  newId: () => string,
): LabHandlers {
  return {
    getLab: () => {
      const { k, uK, df } = knowledge().exponent;
      const protocols = stores.lab.protocols();
      return {
        setUp: protocols.length > 0,
        instruments: stores.lab.instruments(),
        protocols,
        people: stores.lab.people(),
        units: stores.lab.units(),
        noticeable: stores.lab.noticeable(),
        exponent: { k, uK, df: Number.isFinite(df) ? df : null },
      };
    },
    setUpLab: ({ body }) => ({ protocolId: stores.lab.setUp(body.tools, newId) }),
    setUnits: ({ body }) => stores.lab.setUnits(body),
    setNoticeable: ({ body }) => {
      stores.lab.setNoticeable(body.quantity, body.step);
      return body;
    },
    addPerson: ({ body }) => {
      stores.lab.addPerson(body);
      return { id: body.id };
    },
    listChanges: ({ query }) => stores.changes.list(query.subject) as never,
  };
}
