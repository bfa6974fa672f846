/** Rows of pairs: a page of the table or the shelf, what is found by terms, one by its tag. */
import type { PairPage, PairRow } from '#contract/pair-records.ts';
import type { TryOnOutcome } from '#core/records/try-on-verdict.ts';
import type { WearAnswer } from '#core/records/wear-verdict.ts';
import { pairText, searchTerms } from '#core/sizing/search-terms.ts';
import type { LabelSystem } from '#core/sizing/size-label.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';
import { matchTerms } from './terms.ts';

interface ListRow {
  id: string;
  tag: string;
  maker: string;
  model: string;
  edition: string;
  slug: string;
  label_system: LabelSystem;
  label_size: number;
  shelved: number;
  received_on: string;
  return_by: string | null;
  readings: number | null;
  stations_done: number | null;
  stations: number | null;
  heel_mm: number | null;
  forefoot_mm: number | null;
  mass_g: number | null;
  open_session: string | null;
  checked: number;
  decision: 'keep' | 'keep and note' | 'return' | null;
  decided_words: string | null;
  decided_found: string | null;
  decided_fault: string | null;
  fit_outcome: TryOnOutcome | null;
  fit_words: string | null;
  wear_km: number | null;
  wear_answer: WearAnswer | null;
  wear_words: string | null;
  wear_decided: number;
  /** Place among all pairs, in the order in which they were received. */
  n: number;
}

/** The columns of a row, also what a bare query of the same list would read. */
const ROW = `p.id, p.tag, k.name AS maker, m.name AS model, e.name AS edition,
    e.slug, p.label_system, p.label_size, p.shelved, p.received_on, p.return_by,
    s.readings, s.stations_done, s.stations, s.heel_mm, s.forefoot_mm, s.mass_g,
    (SELECT max(o.started_at) FROM occasion o JOIN sitting t ON t.occasion = o.n
     WHERE o.pair_id = p.id AND o.kind = 'sitting' AND t.finished_at IS NULL) AS open_session,
    EXISTS (SELECT 1 FROM occasion o WHERE o.pair_id = p.id AND o.kind = 'check') AS checked,
    p.decision, p.decided_words, p.decided_finding ->> 'found' AS decided_found,
    p.decided_finding ->> 'fault' AS decided_fault, p.fit_outcome, p.fit_words,
    p.wear_km, p.wear_answer, p.wear_words,
    EXISTS (SELECT 1 FROM wear_decision d WHERE d.pair_id = p.id AND d.withdrawn IS NULL) AS wear_decided`;
const NAMED = `JOIN edition e ON e.id = p.edition_id
  JOIN model m ON m.id = e.model_id
  JOIN maker k ON k.id = m.maker_id
  LEFT JOIN pair_summary s ON s.pair_id = p.id`;

export const PAGE_OF_PAIRS = `SELECT ${ROW}, 0 AS n FROM pair p ${NAMED}
  WHERE p.shelved = @shelved AND p.tag > @after ORDER BY p.tag LIMIT @limit`;

const readRow = (row: ListRow): PairRow => ({
  id: row.id,
  tag: row.tag,
  maker: row.maker,
  model: row.model,
  edition: row.edition,
  editionSlug: row.slug,
  label: { system: row.label_system, size: row.label_size },
  shelved: row.shelved === 1,
  receivedOn: row.received_on,
  returnBy: row.return_by,
  readings: row.readings ?? 0,
  stationsDone: row.stations_done ?? 0,
  stations: row.stations ?? 0,
  heelMm: row.heel_mm,
  forefootMm: row.forefoot_mm,
  massG: row.mass_g,
  openSession: row.open_session,
  match:
    row.checked === 1
      ? {
          decision: row.decision,
          words: row.decided_words ?? '',
          found: row.decided_found,
          fault: row.decided_fault ?? '',
        }
      : null,
  fit: row.fit_outcome ? { outcome: row.fit_outcome, words: row.fit_words ?? '' } : null,
  wear:
    row.wear_km === null || row.wear_answer === null
      ? null
      : {
          km: row.wear_km,
          answer: row.wear_answer,
          words: row.wear_words ?? '',
          decided: row.wear_decided === 1,
        },
});

export interface PairsWanted {
  find?: string | undefined;
  shelf?: 'table' | 'shelf' | undefined;
  /** Where the page before ended. */
  after?: string | undefined;
  limit: number;
}

export function pairList(db: Db) {
  const selectPage = db.prepare<[object], ListRow>(PAGE_OF_PAIRS);
  // The latest received first: what is looked for is rarely the oldest.
  const selectFound = db.prepare<[object], ListRow>(
    `SELECT ${ROW}, w.n FROM pair_terms f
       CROSS JOIN pair_place w ON w.n = f.rowid
       CROSS JOIN pair p ON p.id = w.pair_id ${NAMED}
     WHERE f.pair_terms MATCH @terms AND f.rowid < @after ORDER BY f.rowid DESC LIMIT @limit`,
  );
  const selectByTag = db.prepare<[string], ListRow>(
    `SELECT ${ROW}, 0 AS n FROM pair p ${NAMED} WHERE p.tag = ?`,
  );
  const selectTally = db.prepare<[], { name: string; n: number }>(
    "SELECT name, n FROM tally WHERE name IN ('table', 'shelf')",
  );
  const sumReadings = db.prepare<[], number>('SELECT sum(readings) FROM pair_summary').pluck();
  const writePlace = db.prepare(
    `INSERT INTO pair_place (pair_id, terms) VALUES (@id, @terms)
     ON CONFLICT (pair_id) DO UPDATE SET terms = excluded.terms`,
  );

  function counts() {
    const tally = Object.fromEntries(selectTally.all().map(({ name, n }) => [name, n]));
    return { onTable: tally.table ?? 0, onShelf: tally.shelf ?? 0 };
  }

  return {
    counts,
    /** Standing readings of all pairs, as far as their rows are worked out. */
    countReadings: (): number => sumReadings.get() ?? 0,
    page({ find = '', shelf = 'table', after, limit }: PairsWanted): PairPage {
      const terms = matchTerms(find);
      const rows =
        terms === ''
          ? selectPage.all({
              shelved: Number(shelf === 'shelf'),
              after: after ?? '',
              limit: limit + 1,
            })
          : selectFound.all({
              terms,
              after: Number(after ?? Number.MAX_SAFE_INTEGER),
              limit: limit + 1,
            });
      const shown = rows.slice(0, limit);
      const last = shown.at(-1);
      return {
        rows: shown.map(readRow),
        more: last && rows.length > limit ? String(terms === '' ? last.tag : last.n) : null,
        ...counts(),
      };
    },
    byTag(tag: string): PairRow {
      const row = selectByTag.get(tag);
      if (!row) throw notFound(`The pair ${tag.slice(0, 16)}`);
      return readRow(row);
    },
    /** Writes what a pair is found by; done by every change of its tag, names or label. */
    place(tag: string): void {
      const row = this.byTag(tag);
      writePlace.run({ id: row.id, terms: searchTerms(pairText(row)).join(' ') });
    },
  };
}

export type PairList = ReturnType<typeof pairList>;
