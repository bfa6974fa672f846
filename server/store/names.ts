/** Makers, models and editions by their names, those that were merged away too. */
import { editionName } from '#core/sizing/edition-name.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

export type NamedKind = 'maker' | 'model' | 'edition';

export interface Named {
  kind: NamedKind;
  id: string;
  name: string;
  /** What it is a part of: the maker of a model, the model of an edition. */
  parent: string | null;
  /** Set once it was merged into another. */
  mergedInto: string | null;
  full: string;
}

interface Row {
  id: string;
  name: string;
  parent: string | null;
  mergedInto: string | null;
  maker: string;
  model: string;
  edition: string;
}

/** Each kind: its rows, and the column of what they are part of. */
const SELECT = {
  maker: `SELECT n.id, n.name, NULL AS parent, n.merged_into AS mergedInto,
      n.name AS maker, '' AS model, '' AS edition
    FROM maker n`,
  model: `SELECT n.id, n.name, n.maker_id AS parent, n.merged_into AS mergedInto,
      k.name AS maker, n.name AS model, '' AS edition
    FROM model n JOIN maker k ON k.id = n.maker_id`,
  edition: `SELECT n.id, n.name, n.model_id AS parent, n.merged_into AS mergedInto,
      k.name AS maker, m.name AS model, n.name AS edition
    FROM edition n JOIN model m ON m.id = n.model_id JOIN maker k ON k.id = m.maker_id`,
} as const;
const PARENT = { maker: 'NULL', model: 'n.maker_id', edition: 'n.model_id' } as const;

export function nameStore(db: Db) {
  const prepare = (kind: NamedKind) => ({
    byId: db.prepare<[string], Row>(`${SELECT[kind]} WHERE n.id = ?`),
    inside: db.prepare<[{ parent: string | null; name: string }], Row>(
      `${SELECT[kind]} WHERE ${PARENT[kind]} IS @parent AND n.name = @name`,
    ),
  });
  const statements = {
    maker: prepare('maker'),
    model: prepare('model'),
    edition: prepare('edition'),
  };
  const selectModels = db.prepare<[string], { id: string; name: string }>(
    'SELECT id, name FROM model WHERE maker_id = ? AND merged_into IS NULL ORDER BY name',
  );
  const selectEditions = {
    maker: db
      .prepare<[string], string>(
        `SELECT e.id FROM model m JOIN edition e ON e.model_id = m.id
         WHERE m.maker_id = ? AND e.merged_into IS NULL ORDER BY e.name`,
      )
      .pluck(),
    model: db
      .prepare<[string], string>(
        'SELECT id FROM edition WHERE model_id = ? AND merged_into IS NULL ORDER BY name',
      )
      .pluck(),
  };

  const selectGathered = (table: 'model' | 'edition') =>
    db
      .prepare<[string], string>(
        `WITH RECURSIVE gathered (id) AS (
           SELECT ?
           UNION SELECT n.id FROM gathered g CROSS JOIN ${table} n ON n.merged_into = g.id
         )
         SELECT id FROM gathered`,
      )
      .pluck();
  const gathered = { model: selectGathered('model'), edition: selectGathered('edition') };

  const read = (kind: NamedKind, { maker, model, edition, ...row }: Row): Named => ({
    ...row,
    kind,
    full: editionName({ maker, model, name: edition }),
  });

  function byId(kind: NamedKind, id: string): Named {
    const row = statements[kind].byId.get(id);
    if (!row) throw notFound(`This ${kind}`);
    return read(kind, row);
  }

  function inside(kind: NamedKind, parent: string | null, name: string): Named | undefined {
    const row = statements[kind].inside.get({ parent, name });
    return row && read(kind, row);
  }

  return {
    byId,
    inside,
    /** The one beside this that has a name already. */
    beside: ({ kind, parent }: Named, name: string): Named | undefined =>
      inside(kind, parent, name),
    /** What one that was merged stands for now. */
    lead(kind: NamedKind, id: string): string {
      let named = byId(kind, id);
      while (named.mergedInto !== null) named = byId(kind, named.mergedInto);
      return named.id;
    },
    /** One by its id, and all that were merged into it, itself first. */
    gathered: (kind: 'model' | 'edition', id: string): string[] => gathered[kind].all(id),
    modelsOf: (makerId: string) => selectModels.all(makerId),
    /** The editions that bear a name. */
    editionsOf: (kind: NamedKind, id: string): string[] =>
      kind === 'edition' ? [id] : selectEditions[kind].all(id),
  };
}

export type NameStore = ReturnType<typeof nameStore>;
