/** Rows of editions: a page in order of names, what is found by terms, names known at receipt. */

import { group } from 'd3-array';
import type { EditionPage, EditionRow, KnownNames } from '#contract/edition-records.ts';
import type { Use } from '#core/catalogue/disciplines.ts';
import { searchTerms } from '#core/sizing/search-terms.ts';
import type { LabelSystem } from '#core/sizing/size-label.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';
import { matchTerms } from './terms.ts';

interface ListRow {
  id: string;
  slug: string;
  name: string;
  maker: string;
  model: string;
  made_system: LabelSystem | null;
  made_from: number | null;
  made_to: number | null;
  half_sizes: number | null;
  claims: number;
  n: number;
  place: string;
  measured: number;
}

const ROW = `e.id, e.slug, e.name, k.name AS maker, m.name AS model,
    e.made_system, e.made_from, e.made_to, e.half_sizes, w.n, w.name AS place, w.measured,
    (SELECT count(*) FROM claim c WHERE c.edition_id = e.id AND c.withdrawn IS NULL) AS claims`;
const NAMED = `CROSS JOIN edition e ON e.id = w.edition_id
  JOIN model m ON m.id = e.model_id
  JOIN maker k ON k.id = m.maker_id`;

/** The sizes that an edition is made in, where they are known. */
export function sizesMade(row: {
  made_system: LabelSystem | null;
  made_from: number | null;
  made_to: number | null;
  half_sizes: number | null;
}) {
  const { made_system: system, made_from: from, made_to: to } = row;
  return system && from !== null && to !== null
    ? { system, from, to, halfSizes: row.half_sizes === 1 }
    : null;
}

export interface EditionsWanted {
  find?: string | undefined;
  /** Only those of which a pair was measured, those with the most first. */
  measured?: boolean | undefined;
  after?: string | undefined;
  limit: number;
}

/** Names that are offered at a field. */
const MOST_NAMES = 20;

export function editionList(db: Db) {
  const selectPage = db.prepare<[object], ListRow>(
    `SELECT ${ROW} FROM edition_place w ${NAMED}
     WHERE w.name > @after ORDER BY w.name LIMIT @limit`,
  );
  const selectMeasured = db.prepare<[object], ListRow>(
    `SELECT ${ROW} FROM edition_place w ${NAMED}
     WHERE w.measured > 0 AND (w.measured, w.n) < (@measured, @n)
     ORDER BY w.measured DESC, w.n DESC LIMIT @limit`,
  );
  const selectFound = db.prepare<[object], ListRow>(
    `SELECT ${ROW} FROM edition_terms f CROSS JOIN edition_place w ON w.n = f.rowid ${NAMED}
     WHERE f.edition_terms MATCH @terms AND f.rowid < @after AND w.measured >= @least
     ORDER BY f.rowid DESC LIMIT @limit`,
  );
  const selectBySlug = db.prepare<[string], ListRow>(
    `SELECT ${ROW} FROM edition_place w ${NAMED} WHERE e.slug = ?`,
  );
  const selectOfModel = db.prepare<[object], ListRow>(
    `SELECT ${ROW} FROM edition_place w ${NAMED}
     WHERE w.edition_id IN (
       SELECT o.id FROM maker ok JOIN model om ON om.maker_id = ok.id JOIN edition o ON o.model_id = om.id
       WHERE ok.name = @maker AND om.name = @model)
     ORDER BY w.name`,
  );
  const selectMakers = db.prepare<[object], { name: string }>(
    `SELECT name FROM maker
     WHERE name >= @typed AND name < @typed || char(1114111) AND merged_into IS NULL
     ORDER BY name LIMIT ${MOST_NAMES}`,
  );
  const selectModels = db.prepare<[object], { name: string }>(
    `SELECT m.name FROM model m JOIN maker k ON k.id = m.maker_id
     WHERE k.name = @maker AND m.name >= @typed AND m.name < @typed || char(1114111)
       AND m.merged_into IS NULL
     ORDER BY m.name LIMIT ${MOST_NAMES}`,
  );
  const selectPairs = db.prepare<
    [string],
    {
      edition_id: string;
      tag: string;
      label_system: LabelSystem;
      label_size: number;
      readings: number;
    }
  >(
    `SELECT p.edition_id, p.tag, p.label_system, p.label_size, coalesce(s.readings, 0) AS readings
     FROM json_each(?) wanted CROSS JOIN pair p ON p.edition_id = wanted.value
       LEFT JOIN pair_summary s ON s.pair_id = p.id
     ORDER BY p.tag`,
  );
  const selectWidths = db.prepare<[string], { edition_id: string; width: string }>(
    `SELECT edition_id, width
     FROM json_each(?) wanted CROSS JOIN edition_width w ON w.edition_id = wanted.value
     ORDER BY width`,
  );
  const selectUses = db.prepare<[string], Use & { edition_id: string }>(
    `SELECT edition_id, discipline, speciality FROM edition_use
     WHERE edition_id IN (SELECT value FROM json_each(?)) ORDER BY edition_id, nth`,
  );
  const selectColours = db.prepare<[string], { edition_id: string; colour: string }>(
    `SELECT edition_id, colour
     FROM json_each(?) wanted CROSS JOIN edition_colour c ON c.edition_id = wanted.value
     ORDER BY colour`,
  );
  const selectTally = db.prepare<[], number>("SELECT n FROM tally WHERE name = 'edition'").pluck();
  const writePlace = db.prepare(
    `INSERT INTO edition_place (edition_id, terms, name, measured)
     VALUES (@id, @terms, @name,
       (SELECT count(*) FROM pair p JOIN pair_summary s ON s.pair_id = p.id
        WHERE p.edition_id = @id AND s.readings > 0))
     ON CONFLICT (edition_id) DO UPDATE SET terms = excluded.terms, name = excluded.name`,
  );
  const dropPlace = db.prepare('DELETE FROM edition_place WHERE edition_id = ?');

  function complete(rows: readonly ListRow[]): EditionRow[] {
    const ids = JSON.stringify(rows.map((row) => row.id));
    const pairs = group(selectPairs.all(ids), (pair) => pair.edition_id);
    const widths = group(selectWidths.all(ids), (row) => row.edition_id);
    const uses = group(selectUses.all(ids), (row) => row.edition_id);
    const colours = group(selectColours.all(ids), (row) => row.edition_id);
    return rows.map((row) => ({
      id: row.id,
      slug: row.slug,
      maker: row.maker,
      model: row.model,
      name: row.name,
      uses: (uses.get(row.id) ?? []).map(({ discipline, speciality }) => ({
        discipline,
        speciality,
      })),
      madeIn: sizesMade(row),
      widths: (widths.get(row.id) ?? []).map(({ width }) => width),
      colours: (colours.get(row.id) ?? []).map(({ colour }) => colour),
      pairs: (pairs.get(row.id) ?? []).map(
        ({ tag, label_system: system, label_size: size, readings }) => ({
          tag,
          label: { system, size },
          readings,
        }),
      ),
      claims: row.claims,
    }));
  }

  /** The rows wanted and one more, and where the row given ends a page. */
  function choose({ find = '', measured = false, after, limit }: EditionsWanted) {
    const terms = matchTerms(find);
    if (terms !== '')
      return {
        rows: selectFound.all({
          terms,
          least: Number(measured),
          after: Number(after ?? Number.MAX_SAFE_INTEGER),
          limit: limit + 1,
        }),
        endOf: (row: ListRow) => String(row.n),
      };
    if (!measured)
      return {
        rows: selectPage.all({ after: after ?? '', limit: limit + 1 }),
        endOf: (row: ListRow) => row.place,
      };
    const [most = Number.MAX_SAFE_INTEGER, n = 0] = after?.split(' ').map(Number) ?? [];
    return {
      rows: selectMeasured.all({ measured: most, n, limit: limit + 1 }),
      endOf: (row: ListRow) => `${row.measured} ${row.n}`,
    };
  }

  return {
    page(wanted: EditionsWanted): EditionPage {
      const { rows, endOf } = choose(wanted);
      const shown = rows.slice(0, wanted.limit);
      const last = shown.at(-1);
      return {
        rows: complete(shown),
        more: last && rows.length > wanted.limit ? endOf(last) : null,
        all: selectTally.get() ?? 0,
      };
    },
    bySlug(slug: string): EditionRow {
      const [row] = complete(selectBySlug.all(slug));
      if (!row) throw notFound(`The edition ${slug}`);
      return row;
    },
    /** What is known at receipt of the names typed so far. */
    names: ({ maker, model }: { maker: string; model: string }): KnownNames => ({
      makers: selectMakers.all({ typed: maker }).map(({ name }) => name),
      models: selectModels.all({ maker, typed: model }).map(({ name }) => name),
      editions: complete(selectOfModel.all({ maker, model })),
    }),
    /** What was merged away is not found any more. */
    remove: (id: string) => dropPlace.run(id),
    /** Writes what an edition is found by; done by every change of its names. */
    place(id: string, maker: string, model: string, name: string): void {
      const terms = searchTerms([maker, model, name].join(' ')).join(' ');
      writePlace.run({ id, terms, name: [maker, model, name].join('\t') });
    },
  };
}

export type EditionList = ReturnType<typeof editionList>;
