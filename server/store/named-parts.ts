/** Insoles and laces by their names, and which pair each was in from when to when. */
import type { z } from 'zod';
import type { namedPartFields, placedPart } from '#contract/insole-records.ts';
import { notFound, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

type NamedPart = z.output<typeof namedPartFields>;
type PlacedPart = z.output<typeof placedPart>;

interface Place {
  partId: string;
  pairId: string;
  tag: string;
  how: 'instead' | 'on top';
  since: string;
  until: string | null;
}

const PART = `SELECT id, kind, name, length_mm AS lengthMm, arch_width_mm AS archWidthMm,
    thickness_mm AS thicknessMm, arch_height_mm AS archHeightMm, note FROM named_part`;
const PLACE = `SELECT l.part_id AS partId, l.pair_id AS pairId, p.tag, l.how, l.since, l.until
  FROM part_place l JOIN pair p ON p.id = l.pair_id`;

export function namedPartStore(db: Db) {
  const selectAll = db.prepare<[], NamedPart>(`${PART} ORDER BY kind, name`);
  const selectById = db.prepare<[string], NamedPart>(`${PART} WHERE id = ?`);
  const selectByName = db.prepare<[string], NamedPart>(`${PART} WHERE name = ?`);
  const write = db.prepare(
    `INSERT INTO named_part
       (id, kind, name, length_mm, arch_width_mm, thickness_mm, arch_height_mm, note)
     VALUES (@id, @kind, @name, @lengthMm, @archWidthMm, @thicknessMm, @archHeightMm, @note)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, length_mm = excluded.length_mm,
       arch_width_mm = excluded.arch_width_mm, thickness_mm = excluded.thickness_mm,
       arch_height_mm = excluded.arch_height_mm, note = excluded.note`,
  );
  const selectPlaces = db.prepare<[string], Place>(
    `${PLACE} WHERE l.part_id = ? ORDER BY l.since DESC, l.n DESC`,
  );
  // What went out on a day was in it no more that day.
  const selectInPair = db.prepare<[{ pairId: string; day: string }], PlacedPart>(
    `SELECT n.id, n.kind, n.name, n.length_mm AS lengthMm, n.arch_width_mm AS archWidthMm,
       n.thickness_mm AS thicknessMm, l.how, l.since
     FROM part_place l JOIN named_part n ON n.id = l.part_id
     WHERE l.pair_id = @pairId AND l.since <= @day AND (l.until IS NULL OR l.until > @day)
     ORDER BY n.kind, n.name`,
  );
  const selectAllInPair = db.prepare<
    [string],
    { name: string; since: string; until: string | null }
  >(
    `SELECT n.name, l.since, l.until FROM part_place l JOIN named_part n ON n.id = l.part_id
     WHERE l.pair_id = ? ORDER BY n.kind, n.name`,
  );
  const selectLater = db.prepare<
    [{ pairId: string; day: string; kind: string }],
    { name: string; since: string }
  >(
    `SELECT n.name, l.since FROM part_place l JOIN named_part n ON n.id = l.part_id
     WHERE l.pair_id = @pairId AND l.since > @day AND n.kind = @kind ORDER BY l.since LIMIT 1`,
  );
  const end = db.prepare(
    'UPDATE part_place SET until = @day WHERE part_id = @partId AND until IS NULL',
  );
  const begin = db.prepare(
    `INSERT INTO part_place (part_id, pair_id, how, since) VALUES (@partId, @pairId, @how, @day)`,
  );

  return {
    all: (): NamedPart[] => selectAll.all(),
    byId(id: string): NamedPart {
      const part = selectById.get(id);
      if (!part) throw notFound('This insole');
      return part;
    },
    save(part: NamedPart): void {
      const same = selectByName.get(part.name);
      if (same && same.id !== part.id)
        throw wrongValue('name', `${same.name} is known already. Give this one another name.`);
      write.run(part);
    },
    /** Where it was, the latest first. */
    placesOf: (partId: string): Place[] => selectPlaces.all(partId),
    /** What is in a pair on a day. */
    inPair: (pairId: string, day: string): PlacedPart[] => selectInPair.all({ pairId, day }),
    /** Names of what was in a pair, by moment or day: its places are read once. */
    namesIn(pairId: string): (moment: string) => string[] {
      const places = selectAllInPair.all(pairId);
      return (moment) => {
        const day = moment.slice(0, 10);
        return places
          .filter(({ since, until }) => since <= day && (until === null || until > day))
          .map(({ name }) => name);
      };
    },
    /** Out of the pair it is in; what it is put into gives up what it takes the place of. */
    move(
      part: NamedPart,
      to: { pairId: string; how: 'instead' | 'on top' } | null,
      day: string,
    ): void {
      const [latest] = selectPlaces.all(part.id);
      if (latest && latest.since > day)
        throw wrongValue(
          'on',
          `It is in ${latest.tag} since ${latest.since}: a later day, please.`,
        );
      // Nothing is in two pairs at once.
      if (latest?.until && latest.until > day)
        throw wrongValue(
          'on',
          `It was in ${latest.tag} until ${latest.until}: that day or a later one, please.`,
        );
      const [later] = to ? selectLater.all({ pairId: to.pairId, day, kind: part.kind }) : [];
      if (later)
        throw wrongValue(
          'on',
          `${later.name} came into that pair on ${later.since}: a later day, please.`,
        );
      end.run({ partId: part.id, day });
      if (!to) return;
      for (const other of selectInPair.all({ pairId: to.pairId, day }))
        if (other.kind === part.kind && to.how === 'instead') end.run({ partId: other.id, day });
      begin.run({ partId: part.id, ...to, day });
    },
  };
}

export type NamedPartStore = ReturnType<typeof namedPartStore>;
