/** Feet of testers, by their code: private, and erased on wish. */
import type { FootProfile } from '#contract/fit-records.ts';
import type { Db } from './database.ts';
import type { NameStore } from './names.ts';

/** A profile as it is kept: a maker of the book by its id, so that another name of it changes nothing. */
type KeptProfile = Omit<FootProfile, 'usualByMaker'> & {
  usualByMaker?: (FootProfile['usualByMaker'][number] & { makerId?: string })[];
};

export function testerStore(db: Db, names: NameStore) {
  const select = db
    .prepare<[string], string>('SELECT profile FROM tester_foot WHERE code = ?')
    .pluck();
  const selectAll = db.prepare<[], { code: string; profile: string }>(
    'SELECT code, profile FROM tester_foot ORDER BY code',
  );
  const write = db.prepare(
    `INSERT INTO tester_foot (code, profile, said_at) VALUES (@code, @profile, @at)
     ON CONFLICT DO UPDATE SET profile = excluded.profile, said_at = excluded.said_at`,
  );
  const remove = db.prepare('DELETE FROM tester_foot WHERE code = ?');
  const selectChanges = db
    .prepare<[string], string>(
      `SELECT id FROM change WHERE action = 'saveTester' AND subject = ? AND blanked_at IS NULL`,
    )
    .pluck();

  function readProfile(text: string): FootProfile {
    const { usualByMaker = [], ...profile } = JSON.parse(text) as KeptProfile;
    return {
      ...profile,
      usualByMaker: usualByMaker.map(({ makerId, maker, label }) => ({
        maker: makerId ? names.byId('maker', names.lead('maker', makerId)).name : maker,
        label,
      })),
    };
  }

  function keptProfile(profile: FootProfile): KeptProfile {
    return {
      ...profile,
      usualByMaker: profile.usualByMaker.map((one) => {
        const named = names.inside('maker', null, one.maker);
        return named ? { ...one, makerId: named.id } : one;
      }),
    };
  }

  return {
    profileOf(code: string): FootProfile | null {
      const profile = select.get(code);
      return profile === undefined ? null : readProfile(profile);
    },
    all: (): { code: string; profile: FootProfile }[] =>
      selectAll.all().map(({ code, profile }) => ({ code, profile: readProfile(profile) })),
    save: (code: string, profile: FootProfile, at: string) =>
      write.run({ code, profile: JSON.stringify(keptProfile(profile)), at }),
    erase: (code: string) => remove.run(code),
    /** Changes of the record that say what was known of a tester. */
    changesOf: (code: string): string[] => selectChanges.all(code),
  };
}

export type TesterStore = ReturnType<typeof testerStore>;
