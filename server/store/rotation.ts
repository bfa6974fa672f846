/** What pairs are for, second looks that were promised, and what wears in many pairs at once. */

import type { z } from 'zod';
import type { secondLookFields } from '#contract/due-records.ts';
import type { PairJob } from '#contract/life-records.ts';
import { LEAVING_DECISIONS } from '#core/records/wear-verdict.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';
import { sqlTexts } from './sql-texts.ts';

/** A worn pair, as lists of what is due and of lives go through them. */
export interface WornRow {
  id: string;
  tag: string;
  editionId: string;
  receivedOn: string;
  km: number;
  cameWith: number;
  answer: string | null;
  /** A person decided so: 1. */
  decided: number;
}

export interface DueReturn {
  tag: string;
  returnBy: string;
  acquisition: string;
  from: string;
}

export interface SecondLook {
  id: string;
  editionId: string;
  slug: string;
  pairId: string | null;
  tag: string | null;
  what: string;
  on: string | null;
  atKm: number | null;
}

interface JobRow {
  purposes: string;
  surfaces: string;
  season: PairJob['season'];
  iceOnly: number;
  ceilingKm: number | null;
}

const WORN = `SELECT p.id, p.tag, p.edition_id AS editionId, p.received_on AS receivedOn,
    p.wear_km AS km, p.worn_km AS cameWith, p.wear_answer AS answer,
    EXISTS (SELECT 1 FROM wear_decision d WHERE d.pair_id = p.id AND d.withdrawn IS NULL) AS decided
  FROM pair p WHERE p.wear_km IS NOT NULL`;

export function rotationStore(db: Db) {
  const selectWorn = db.prepare<[], WornRow>(`${WORN} AND p.shelved = 0 ORDER BY p.tag`);
  const selectWornOf = db.prepare<[string], WornRow>(`${WORN} AND p.edition_id = ? ORDER BY p.tag`);
  const selectReturns = db.prepare<[], DueReturn>(
    `SELECT tag, return_by AS returnBy, acquisition, obtained_from AS "from" FROM pair
     WHERE return_by IS NOT NULL AND shelved = 0
       AND coalesce(wear_answer, '') NOT IN (${sqlTexts(LEAVING_DECISIONS)})
     ORDER BY return_by, tag`,
  );
  const selectTread = db.prepare<[string], { km: number; at: string }>(
    `SELECT s.worn_km AS km, o.started_at AS at
     FROM occasion o JOIN sitting s ON s.occasion = o.n
     WHERE o.pair_id = ? AND EXISTS (
       SELECT 1 FROM standing_reading r WHERE r.occasion = o.n AND r.quantity >= 'tread-'
         AND r.quantity < 'tread.')`,
  );
  const selectTreadEditions = db
    .prepare<[], string>(
      `SELECT DISTINCT p.edition_id FROM standing_reading r JOIN occasion o ON o.n = r.occasion
         JOIN pair p ON p.id = o.pair_id
       WHERE o.kind = 'sitting' AND p.wear_km IS NOT NULL
         AND r.quantity >= 'tread-' AND r.quantity < 'tread.'`,
    )
    .pluck();
  const selectJob = db.prepare<[string], JobRow>(
    `SELECT purposes, surfaces, season, ice_only AS iceOnly, ceiling_km AS ceilingKm
     FROM pair_job WHERE pair_id = ?`,
  );
  const writeJob = db.prepare(
    `INSERT INTO pair_job (pair_id, purposes, surfaces, season, ice_only, ceiling_km)
     VALUES (@pairId, @purposes, @surfaces, @season, @iceOnly, @ceilingKm)
     ON CONFLICT DO UPDATE SET purposes = excluded.purposes, surfaces = excluded.surfaces,
       season = excluded.season, ice_only = excluded.ice_only, ceiling_km = excluded.ceiling_km`,
  );
  const insertLook = db.prepare(
    `INSERT INTO second_look (id, edition_id, pair_id, what, on_day, at_km)
     VALUES (@id, @editionId, @pairId, @what, @on, @atKm)`,
  );
  const selectLooks = db.prepare<[], SecondLook>(
    `SELECT l.id, l.edition_id AS editionId, e.slug, l.pair_id AS pairId, p.tag, l.what,
       l.on_day AS "on", l.at_km AS atKm
     FROM second_look l JOIN edition e ON e.id = l.edition_id LEFT JOIN pair p ON p.id = l.pair_id
     WHERE l.ended_on IS NULL ORDER BY l.on_day, l.id`,
  );
  const endLook = db.prepare(
    `UPDATE second_look SET ended_on = @on, ended_how = @how
     WHERE id = @id AND ended_on IS NULL`,
  );
  // The weeks, from Monday on, in which a tester wore an edition.
  const selectStints = db.prepare<
    [],
    { tester: string; editionId: string; on: string; comfort: number | null }
  >(
    `SELECT o.tester, p.edition_id AS editionId,
       date(o.on_day, '-6 days', 'weekday 1') AS "on", avg(o.comfort) AS comfort
     FROM outing o JOIN pair p ON p.id = o.pair_id
     WHERE o.withdrawn IS NULL GROUP BY 1, 2, 3 ORDER BY 3`,
  );

  return {
    /** Worn pairs on the table. */
    worn: (): WornRow[] => selectWorn.all(),
    wornOf: (editionId: string): WornRow[] => selectWornOf.all(editionId),
    returns: (): DueReturn[] => selectReturns.all(),
    /** Sittings of a pair in which tread was measured. */
    treadOf: (pairId: string) => selectTread.all(pairId),
    /** Editions with a worn pair whose tread was measured. */
    treadEditions: (): string[] => selectTreadEditions.all(),
    jobOf(pairId: string): PairJob | undefined {
      const row = selectJob.get(pairId);
      return (
        row && {
          ...row,
          purposes: JSON.parse(row.purposes),
          surfaces: JSON.parse(row.surfaces),
          iceOnly: row.iceOnly === 1,
        }
      );
    },
    setJob: (pairId: string, { purposes, surfaces, iceOnly, ...job }: PairJob) =>
      writeJob.run({
        ...job,
        pairId,
        purposes: JSON.stringify(purposes),
        surfaces: JSON.stringify(surfaces),
        iceOnly: Number(iceOnly),
      }),
    addLook: (
      look: Pick<z.output<typeof secondLookFields>, 'id' | 'what' | 'on' | 'atKm'> & {
        editionId: string;
        pairId: string | null;
      },
    ) => insertLook.run(look),
    /** Second looks that are still owed. */
    looks: (): SecondLook[] => selectLooks.all(),
    endLook(id: string, on: string, how: string): void {
      if (endLook.run({ id, on, how }).changes === 0) throw notFound('This second look');
    },
    stints: () => selectStints.all(),
  };
}

export type RotationStore = ReturnType<typeof rotationStore>;
