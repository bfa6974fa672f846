/** The record of changes, read: all of them, or those of a pair, an edition, an instrument or a person. */
import { editionName } from '#core/sizing/edition-name.ts';
import type { Db } from './database.ts';

interface Row {
  n: number;
  id: string;
  at: string;
  person: string;
  action: string;
  subject: string;
  detail: string;
  blankedAt: string | null;
  blankedWhy: string;
  words: string | null;
  undone: number | null;
  tag: string | null;
  slug: string | null;
  maker: string | null;
  model: string | null;
  edition: string | null;
  instrumentId: string | null;
  instrument: string | null;
}

/** What a change concerns, found from its subject: a pair, or its sittings and readings; an edition; a gauge. */
const COLUMNS = `c.rowid AS n, c.id, c.at, c.person, c.action, c.subject, c.detail,
    c.blanked_at AS blankedAt, c.blanked_why AS blankedWhy,
    x.words, x.undone_by IS NOT NULL AS undone,
    p.tag, e.slug, k.name AS maker, m.name AS model, e.name AS edition,
    i.id AS instrumentId, i.name AS instrument`;
const JOINS = `LEFT JOIN correction x ON x.change_id = c.id
  LEFT JOIN reading r ON r.id = c.subject
  LEFT JOIN occasion o ON o.id = c.subject OR o.n = r.occasion
  LEFT JOIN pair p ON p.id = coalesce(o.pair_id, c.subject)
  LEFT JOIN claim l ON l.id = c.subject
  LEFT JOIN reported_figure f ON f.id = c.subject
  LEFT JOIN edition e ON e.id = coalesce(l.edition_id, f.edition_id, c.subject)
  LEFT JOIN model m ON m.id = e.model_id
  LEFT JOIN maker k ON k.id = m.maker_id
  LEFT JOIN instrument i ON i.id = c.subject`;

const OF_PAIR = `SELECT @about AS subject
  UNION SELECT o.id FROM occasion o WHERE o.pair_id = @about
  UNION SELECT r.id FROM occasion o CROSS JOIN reading r ON r.occasion = o.n WHERE o.pair_id = @about
  UNION SELECT u.id FROM occasion o CROSS JOIN curve u ON u.occasion = o.n WHERE o.pair_id = @about`;
const OF_EDITION = `SELECT @about AS subject
  UNION SELECT l.id FROM claim l WHERE l.edition_id = @about
  UNION SELECT t.id FROM claim_text t WHERE t.edition_id = @about
  UNION SELECT f.id FROM reported_figure f WHERE f.edition_id = @about
  UNION SELECT p.id FROM pair p WHERE p.edition_id = @about`;
const OF_INSTRUMENT = 'SELECT @about AS subject';

const listOf = (subjects: string) => `SELECT ${COLUMNS} FROM (
    SELECT c.rowid AS n FROM (${subjects}) s CROSS JOIN change c ON c.subject = s.subject
    UNION SELECT c.rowid FROM correction_about a CROSS JOIN change c ON c.id = a.change_id
    WHERE a.subject = @about
  ) wanted CROSS JOIN change c ON c.rowid = wanted.n ${JOINS}
  WHERE c.rowid < @before ORDER BY c.rowid DESC LIMIT @limit`;

export interface ChangesWanted {
  /** Left out: all changes. */
  of?: { kind: 'pair' | 'edition' | 'instrument' | 'person'; id: string } | undefined;
  /** Where the page before ended. */
  after?: string | undefined;
  limit: number;
}

export function auditStore(db: Db) {
  const prepare = (sql: string) => db.prepare<[object], Row>(sql);
  const selectAll = prepare(
    `SELECT ${COLUMNS} FROM change c ${JOINS}
     WHERE c.rowid < @before ORDER BY c.rowid DESC LIMIT @limit`,
  );
  const selectOf = {
    pair: prepare(listOf(OF_PAIR)),
    edition: prepare(listOf(OF_EDITION)),
    instrument: prepare(listOf(OF_INSTRUMENT)),
    person: prepare(
      `SELECT ${COLUMNS} FROM change c ${JOINS}
       WHERE c.person = @about AND c.rowid < @before ORDER BY c.rowid DESC LIMIT @limit`,
    ),
  };

  function aboutOf({ tag, slug, maker, model, edition, instrumentId, instrument }: Row) {
    if (tag !== null) return { kind: 'pair' as const, name: tag, at: tag };
    if (slug !== null)
      return {
        kind: 'edition' as const,
        name: editionName({ maker: maker ?? '', model: model ?? '', name: edition ?? '' }),
        at: slug,
      };
    if (instrumentId !== null)
      return { kind: 'instrument' as const, name: instrument ?? '', at: instrumentId };
    return null;
  }

  return {
    /** @param say what a change is called that is no correction */
    page({ of, after, limit }: ChangesWanted, say: (action: string) => string) {
      const before = Number(after ?? Number.MAX_SAFE_INTEGER);
      const statement = of ? selectOf[of.kind] : selectAll;
      const rows = statement.all({ before, limit: limit + 1, ...(of ? { about: of.id } : {}) });
      const shown = rows.slice(0, limit);
      return {
        rows: shown.map((row) => {
          const { id, at, person, action, subject, detail, blankedAt, blankedWhy } = row;
          const what = row.words ?? say(action);
          const undo =
            row.words === null
              ? null
              : row.undone === 1
                ? ('undone' as const)
                : ('can be undone' as const);
          const kept = { id, at, person, action, subject, detail, blankedAt, blankedWhy };
          return { ...kept, what, about: aboutOf(row), undo };
        }),
        more: rows.length > limit ? String(shown.at(-1)?.n) : null,
      };
    },
  };
}

export type AuditStore = ReturnType<typeof auditStore>;
