/** Pairs: received, edited, listed. */
import type { PairFields } from '#contract/pair-records.ts';
import type { LeftRightFinding } from '#core/records/match-verdict.ts';
import { suggestTag, tagLetters } from '#core/sizing/pair-tag.ts';
import type { LabelSystem } from '#core/sizing/size-label.ts';
import { notFound, Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';
import type { PairList } from './pair-list.ts';

interface PairDbRow {
  id: string;
  tag: string;
  edition_id: string;
  label_system: LabelSystem;
  label_size: number;
  width: string;
  colour: string;
  shoes: PairFields['shoes'];
  acquisition: PairFields['acquisition'];
  obtained_from: string;
  order_number: string;
  bought_on: string | null;
  links_pay: number;
  maker_saw_text: number;
  currency: string;
  list_price: number | null;
  paid_price: number | null;
  received_on: string;
  return_by: string | null;
  worn_km: number;
  note: string;
  shelved: number;
  lot: string;
  replaces_id: string | null;
  counts_anyway: string;
  left_out: string | null;
  decision: string | null;
  decided_words: string | null;
  decided_finding: string | null;
  version: number;
  revision: number;
}

export type StoredPair = PairFields & {
  id: string;
  editionId: string;
  version: number;
  /** Grows with every change of its sittings and readings. */
  revision: number;
  /** Why a rejected pair counts all the same; empty where nobody said so. */
  countsAnyway: string;
  /** Set where the pair was rejected and does not speak for its model: why. */
  leftOut: string | null;
  /** What its latest decided check said. */
  decision: { decision: string; words: string; finding: LeftRightFinding | null } | null;
};

/** A pair `p` that does not speak for its model: rejected, and not included by hand. */
export const LEFT_OUT = "(p.decision IS 'return' AND p.counts_anyway = '')";

const PAIR = `SELECT p.*,
    coalesce((SELECT s.revision FROM pair_summary s WHERE s.pair_id = p.id), 0) AS revision,
    CASE WHEN ${LEFT_OUT} THEN p.decided_words END AS left_out FROM pair p`;

const FIELDS = `tag = @tag, label_system = @system, label_size = @size, width = @width,
  colour = @colour, shoes = @shoes, acquisition = @acquisition, obtained_from = @from,
  order_number = @orderNumber, bought_on = @boughtOn,
  links_pay = @linksPay, maker_saw_text = @makerSawText, currency = @currency,
  list_price = @listPrice, paid_price = @paidPrice, received_on = @receivedOn,
  return_by = @returnBy, worn_km = @wornKm, note = @note, shelved = @shelved, lot = @lot,
  replaces_id = @replaces`;

function readPair(row: PairDbRow): StoredPair {
  return {
    id: row.id,
    editionId: row.edition_id,
    version: row.version,
    revision: row.revision,
    tag: row.tag,
    label: { system: row.label_system, size: row.label_size },
    width: row.width,
    colour: row.colour,
    shoes: row.shoes,
    acquisition: row.acquisition,
    from: row.obtained_from,
    orderNumber: row.order_number,
    boughtOn: row.bought_on,
    linksPay: row.links_pay === 1,
    makerSawText: row.maker_saw_text === 1,
    currency: row.currency,
    listPrice: row.list_price,
    paidPrice: row.paid_price,
    receivedOn: row.received_on,
    returnBy: row.return_by,
    wornKm: row.worn_km,
    note: row.note,
    shelved: row.shelved === 1,
    lot: row.lot,
    replaces: row.replaces_id,
    countsAnyway: row.counts_anyway,
    leftOut: row.left_out,
    decision: row.decision
      ? {
          decision: row.decision,
          words: row.decided_words ?? '',
          finding: row.decided_finding === null ? null : JSON.parse(row.decided_finding),
        }
      : null,
  };
}

function writePair(fields: PairFields) {
  const { label, linksPay, makerSawText, shelved, ...rest } = fields;
  return {
    ...rest,
    ...label,
    linksPay: Number(linksPay),
    makerSawText: Number(makerSawText),
    shelved: Number(shelved),
  };
}

export function pairStore(db: Db, rows: PairList) {
  const selectByTag = db.prepare<[string], PairDbRow>(`${PAIR} WHERE p.tag = ?`);
  const selectByFormerTag = db.prepare<[string], PairDbRow>(
    `${PAIR} WHERE p.id = (SELECT pair_id FROM former_tag WHERE tag = ?)`,
  );
  const selectById = db.prepare<[string], PairDbRow>(`${PAIR} WHERE p.id = ?`);
  const selectIds = db
    .prepare<[string], string>('SELECT id FROM pair WHERE id > ? ORDER BY id LIMIT 200')
    .pluck();
  const selectOfEdition = db.prepare<[string], PairDbRow>(
    `${PAIR} WHERE p.edition_id = ? ORDER BY p.tag`,
  );
  const insert = db.prepare(
    `INSERT INTO pair
       (id, edition_id, tag, label_system, label_size, width, colour, shoes, acquisition,
        obtained_from, order_number, bought_on, links_pay, maker_saw_text, currency, list_price, paid_price, received_on,
        return_by, worn_km, note, shelved, lot, replaces_id)
     VALUES
       (@id, @editionId, @tag, @system, @size, @width, @colour, @shoes, @acquisition,
        @from, @orderNumber, @boughtOn, @linksPay, @makerSawText, @currency, @listPrice, @paidPrice, @receivedOn,
        @returnBy, @wornKm, @note, @shelved, @lot, @replaces)`,
  );
  const update = db.prepare(
    `UPDATE pair SET ${FIELDS}, version = version + 1 WHERE id = @id AND version = @version`,
  );
  const writeSummary = db.prepare(
    `INSERT INTO pair_summary
       (pair_id, readings, stations_done, stations, heel_mm, forefoot_mm, mass_g, revision)
     VALUES (@pairId, @readings, @stationsDone, @stations, @heelMm, @forefootMm, @massG, 1)
     ON CONFLICT (pair_id) DO UPDATE SET
       readings = excluded.readings, stations_done = excluded.stations_done,
       stations = excluded.stations, heel_mm = excluded.heel_mm,
       forefoot_mm = excluded.forefoot_mm, mass_g = excluded.mass_g, stale = 0,
       revision = revision + 1`,
  );
  const countOn = db.prepare(
    `INSERT INTO pair_summary (pair_id, readings, stations_done, stations, revision)
     VALUES (?, 0, 0, 0, 1)
     ON CONFLICT (pair_id) DO UPDATE SET revision = revision + 1`,
  );
  const selectStale = db.prepare<[], { pairId: string }>(
    'SELECT pair_id AS pairId FROM pair_summary WHERE stale = 1 ORDER BY pair_id',
  );

  const writeCounts = db.prepare('UPDATE pair SET counts_anyway = @reason WHERE id = @id');
  const selectReplacing = db.prepare<[string], { tag: string }>(
    'SELECT tag FROM pair WHERE replaces_id = ? ORDER BY tag',
  );

  /** A pair replaces another one that is there, and never itself. */
  function refuseOddReplacement(id: string, replaces: string | null): void {
    if (replaces === null) return;
    if (replaces === id) throw wrongValue('replaces', 'A pair does not replace itself.');
    if (!selectById.get(replaces)) throw notFound('The pair that this one replaces');
  }

  const selectTags = db
    .prepare<[object], string>(
      'SELECT tag FROM pair WHERE tag >= @letters AND tag < @letters || char(1114111)',
    )
    .pluck();

  function refuseTakenTag(tag: string, id: string): void {
    const holder = selectByTag.get(tag);
    if (holder && holder.id !== id)
      throw wrongValue('tag', `${tag} is the tag of another pair. Choose the next free number.`);
  }

  return {
    byTag(tag: string): StoredPair {
      const row = selectByTag.get(tag) ?? selectByFormerTag.get(tag);
      if (!row) throw notFound(`The pair ${tag.slice(0, 16)}`);
      return readPair(row);
    },
    isTag: (tag: string): boolean => selectByTag.get(tag) !== undefined,
    byId(id: string): StoredPair {
      const row = selectById.get(id);
      if (!row) throw notFound('This pair');
      return readPair(row);
    },
    /** The ids of all pairs, a few at a time. */
    *ids(): Generator<string> {
      for (let after = ''; ; ) {
        const ids = selectIds.all(after);
        yield* ids;
        const last = ids.at(-1);
        if (last === undefined) return;
        after = last;
      }
    },
    ofEdition: (editionId: string) => selectOfEdition.all(editionId).map(readPair),
    add(id: string, editionId: string, fields: PairFields): void {
      refuseTakenTag(fields.tag, id);
      refuseOddReplacement(id, fields.replaces);
      insert.run({ id, editionId, ...writePair(fields) });
      rows.place(fields.tag);
    },
    /** Writes a pair only where nobody changed it since `version` was read. */
    edit(id: string, version: number, fields: PairFields): number {
      refuseTakenTag(fields.tag, id);
      refuseOddReplacement(id, fields.replaces);
      if (update.run({ id, version, ...writePair(fields) }).changes === 1) {
        rows.place(fields.tag);
        return version + 1;
      }
      const current = this.byId(id);
      throw new Refusal(
        409,
        `${current.tag} was changed meanwhile, in another tab or by someone else. Nothing was overwritten: look at the pair as it is now, then make your change again.`,
      );
    },
    /** The next free tag for a pair of this maker and model. */
    freeTag: (maker: string, model: string): string =>
      suggestTag(maker, model, selectTags.all({ letters: tagLetters(maker, model) })),
    /** Says that something of a pair changed that its row does not show: what is kept of it is worked out anew. */
    touch: (pairId: string) => countOn.run(pairId),
    /** Says why a rejected pair counts all the same, or that it does not. */
    setCounts: (id: string, reason: string) => writeCounts.run({ id, reason }),
    replacing: (id: string): string[] => selectReplacing.all(id).map((row) => row.tag),
    /** Pairs whose cached row is to be worked out again. */
    stale: (): string[] => selectStale.all().map((row) => row.pairId),
    writeSummary: (summary: {
      pairId: string;
      readings: number;
      stationsDone: number;
      stations: number;
      heelMm: number | null;
      forefootMm: number | null;
      massG: number | null;
    }) => writeSummary.run(summary),
  };
}

export type PairStore = ReturnType<typeof pairStore>;
