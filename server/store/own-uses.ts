/** Uses that a lab copied and changed. */
import { type OwnUse, type Use, type Uses, usesWith } from '#core/catalogue/disciplines.ts';
import { wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

export function ownUseStore(db: Db) {
  const selectAll = db
    .prepare<[], string>('SELECT entry FROM own_use ORDER BY said_at, name')
    .pluck();
  const write = db.prepare(
    `INSERT INTO own_use (name, entry, said_at, person) VALUES (@name, @entry, @at, @person)
     ON CONFLICT DO UPDATE SET name = excluded.name, entry = excluded.entry, person = excluded.person`,
  );
  const own = (): OwnUse[] => selectAll.all().map((entry) => JSON.parse(entry) as OwnUse);
  const all = (): Uses => usesWith(own());

  return {
    own,
    /** Those that ship, then the lab's own. */
    all,
    save(use: OwnUse, { at, person }: { at: string; person: string }): void {
      const known = all().find(({ name }) => name.toLowerCase() === use.name.toLowerCase());
      if (known && known.copiedFrom === undefined)
        throw wrongValue(
          'name',
          `${known.name} ships with Emvex. Give the copy a name of its own.`,
        );
      write.run({ name: use.name, entry: JSON.stringify(use), at, person });
    },
    /** Refuses what no use of the lab is called, and a speciality that its use does not have. */
    require(said: readonly Use[]): void {
      const known = all();
      said.forEach(({ discipline, speciality }, at) => {
        const entry = known.find(({ name }) => name === discipline);
        const path = `uses.${at}`;
        if (!entry)
          throw wrongValue(
            path,
            `There is no use “${discipline}”; there are ${known.map(({ name }) => name).join(', ')}.`,
          );
        const narrower = entry.specialities ?? [];
        if (speciality !== '' && !narrower.includes(speciality))
          throw wrongValue(
            path,
            `${discipline} has ${narrower.join(', ') || 'nothing narrower'}, not “${speciality}”.`,
          );
      });
    },
    requireName(discipline: string): void {
      if (discipline !== '') this.require([{ discipline, speciality: '' }]);
    },
  };
}

export type OwnUseStore = ReturnType<typeof ownUseStore>;
