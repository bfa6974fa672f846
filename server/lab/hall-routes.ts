/** The bench's side of the hall. */
import type { Handlers } from '../endpoint.ts';
import { requirePerson } from '../outings.ts';
import type { Stores } from '../stores.ts';

/** What opens and closes the hall, handed in. */
export interface Door {
  open: (at: { host: string; port: number }) => Promise<void>;
  close: () => Promise<void>;
  state: () => {
    open: { addresses: string[]; isPrivate: boolean } | null;
    hosts: string[];
    hasCertificate: boolean;
    refused: number;
  };
}

type HallHandlers = Pick<
  Handlers,
  'getHall' | 'openHall' | 'closeHall' | 'addHallLink' | 'endHallLink'
>;

export function hallRoutes(stores: Stores, door: Door, newId: () => string): HallHandlers {
  const state = () => ({ ...door.state(), links: stores.hallLinks.all() });
  const told = (action: string, person: string, at: string, request: object) =>
    stores.changes.apply(
      { id: newId(), at, person, action, subject: 'hall', request },
      () => request,
    );
  return {
    getHall: state,
    openHall: async ({ body, person, now }) => {
      await door.open(body);
      told('openHall', person, now, body);
      return state();
    },
    closeHall: async ({ person, now }) => {
      await door.close();
      told('closeHall', person, now, {});
      return state();
    },
    addHallLink: ({ body, now }) => {
      const { id, tester, pairId, secretHash } = body;
      if (tester !== null) requirePerson(stores, tester, 'tester');
      if (pairId !== null) stores.pairs.byId(pairId);
      stores.hallLinks.add({ id, tester, pairId, secretHash, at: now });
      return { id };
    },
    endHallLink: ({ params, now }) => {
      stores.hallLinks.end(params.id, now);
      return { id: params.id };
    },
  };
}
