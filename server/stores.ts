/** All stores of one database. */
import { changeStore } from './store/changes.ts';
import type { Db } from './store/database.ts';
import { editionStore } from './store/editions.ts';
import { labStore } from './store/lab.ts';
import { pairStore } from './store/pairs.ts';
import { sessionStore } from './store/sessions.ts';

export function openStores(db: Db) {
  return {
    changes: changeStore(db),
    lab: labStore(db),
    editions: editionStore(db),
    pairs: pairStore(db),
    sessions: sessionStore(db),
  };
}

export type Stores = ReturnType<typeof openStores>;
