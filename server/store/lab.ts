/** People, a lab's own quantities, and settings. */

import type { z } from 'zod';
import { purse, type Schools, USUAL_SCHOOLS } from '#contract/desk-records.ts';
import type { OwnQuantity } from '#contract/lab-records.ts';
import { defineOwnQuantity } from '#contract/own-quantity.ts';
import { boundClasses, type ClassLines } from '#core/catalogue/classes.ts';
import {
  type Catalogue,
  catalogueWith,
  type NoticeableSteps,
  QUANTITIES,
} from '#core/catalogue/quantities.ts';
import type { QuantityDefinition } from '#core/catalogue/quantity.ts';
import { limitInForce } from '#core/limits/lab-limits.ts';
import { METRIC, type UnitFamily } from '#core/sizing/chosen-units.ts';
import { findUnit } from '#core/sizing/units.ts';
import { wrongValue } from '../problems.ts';
import type { Db } from './database.ts';
import type { ThresholdStore } from './thresholds.ts';

/** The kind of unit that each family takes. */
const UNIT_KINDS: Record<UnitFamily, 'length' | 'mass' | 'distance'> = {
  stack: 'length',
  heel: 'length',
  mass: 'mass',
  distance: 'distance',
};

export function labStore(db: Db, thresholds: ThresholdStore) {
  const selectPeople = db.prepare<[], { id: string; code: string; role: string }>(
    'SELECT id, code, role FROM person ORDER BY code',
  );
  const insertPerson = db.prepare('INSERT INTO person (id, code, role) VALUES (@id, @code, @role)');
  const selectOwn = db.prepare<[], { definition: string }>(
    'SELECT definition FROM own_quantity ORDER BY id',
  );
  const insertOwn = db.prepare(
    'INSERT INTO own_quantity (id, definition) VALUES (@id, @definition)',
  );
  const selectSetting = db.prepare<[string], { value: string }>(
    'SELECT value FROM setting WHERE name = ?',
  );
  const writeSetting = db.prepare(
    `INSERT INTO setting (name, value) VALUES (@name, @value)
     ON CONFLICT (name) DO UPDATE SET value = excluded.value`,
  );

  function setting<T>(name: string): T | undefined {
    const row = selectSetting.get(name);
    return row && (JSON.parse(row.value) as T);
  }

  const ownQuantities = (): OwnQuantity[] =>
    selectOwn.all().map((row) => JSON.parse(row.definition) as OwnQuantity);
  /** Classes that this lab bounds otherwise than practice does. */
  function classes(): Record<string, ClassLines[number][]> {
    const drawn: Record<string, ClassLines[number][]> = {};
    for (const change of thresholds.changes()) {
      const usual = QUANTITIES[change.subject]?.classes;
      if (change.kind === 'classes' && usual)
        drawn[change.subject] ??= boundClasses(usual, change.value.bounds);
    }
    return drawn;
  }
  const catalogue = (): Catalogue =>
    catalogueWith(
      ownQuantities().map((own): QuantityDefinition => defineOwnQuantity(own)),
      classes(),
    );

  return {
    people: () => selectPeople.all(),
    addPerson: (person: { id: string; code: string; role: string }) => insertPerson.run(person),
    ownQuantities,
    classes,
    /** The shipped quantities with the lab's own, and with classes as the lab bounds them. */
    catalogue,
    addOwnQuantity(own: OwnQuantity): void {
      const taken = Object.values(catalogue()).find(
        (one) => one.id === own.id || one.name.toLowerCase() === own.name.toLowerCase(),
      );
      if (taken) throw wrongValue('name', `${taken.name} is in the catalogue already.`);
      insertOwn.run({ id: own.id, definition: JSON.stringify(own) });
    },
    setting,
    /** By which browsers know this lab; a copy keeps it. */
    identity: (): string => setting<string>('lab-identity') ?? '',
    writeSetting: (name: string, value: unknown) =>
      writeSetting.run({ name, value: JSON.stringify(value) }),
    /** Who sends parcels, a line each: name, street, how to be reached. */
    sender: () => setting<string>('sender') ?? '',
    /** What there is to spend on the next pair. */
    purse: (): z.output<typeof purse> =>
      purse.parse(setting('purse') ?? { amount: null, currency: 'EUR' }),
    /** Where practice differs: how it is done here. */
    schools: (): Schools => ({ ...USUAL_SCHOOLS, ...setting<Partial<Schools>>('schools') }),
    units: () => ({ ...METRIC, ...setting<Record<UnitFamily, string>>('units') }),
    setUnits(units: Partial<Record<UnitFamily, string>>) {
      for (const [family, symbol] of Object.entries(units)) {
        const kind = UNIT_KINDS[family as UnitFamily];
        if (findUnit(symbol, kind)?.kind !== kind)
          throw wrongValue(family, `${symbol} is no unit of ${kind}.`);
      }
      const chosen = { ...this.units(), ...units };
      this.writeSetting('units', chosen);
      return chosen;
    },
    noticeable(): NoticeableSteps {
      const known = { changes: thresholds.changes(), catalogue: catalogue() };
      return Object.fromEntries(
        Object.keys(known.catalogue).map((quantity) => [
          quantity,
          limitInForce('noticeable', quantity, known, '').value.step,
        ]),
      );
    },
  };
}

export type LabStore = ReturnType<typeof labStore>;
