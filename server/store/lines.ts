/** Editions in a line: how they stand to each other, and the prices that were seen of them. */
import type { LineLink } from '#core/sheet/version-line.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';

export interface PriceSeen {
  id: string;
  typed: string;
  amount: number;
  currency: string;
  place: string;
  seenOn: string;
  withdrawn: string | null;
}

export function lineStore(db: Db) {
  const selectAround = db.prepare<[string], LineLink>(
    `WITH RECURSIVE near (id) AS (
       SELECT ?
       UNION SELECT k.of_id FROM near n CROSS JOIN edition_kin k ON k.edition_id = n.id
       UNION SELECT k.edition_id FROM near n CROSS JOIN edition_kin k ON k.of_id = n.id
     )
     SELECT k.edition_id AS edition, k.kind, k.of_id AS of
     FROM near n CROSS JOIN edition_kin k ON k.edition_id = n.id
     ORDER BY k.edition_id`,
  );
  const selectPrices = db.prepare<[string], PriceSeen>(
    `SELECT id, typed, amount, currency, place, seen_on AS seenOn, withdrawn
     FROM price_seen WHERE edition_id = ? ORDER BY seen_on DESC, rowid DESC`,
  );
  const selectPrice = db.prepare<[string], PriceSeen & { editionId: string }>(
    `SELECT id, typed, amount, currency, place, seen_on AS seenOn, withdrawn,
       edition_id AS editionId FROM price_seen WHERE id = ?`,
  );
  const insertPrice = db.prepare(
    `INSERT INTO price_seen (id, edition_id, typed, amount, currency, place, seen_on)
     VALUES (@id, @editionId, @typed, @amount, @currency, @place, @seenOn)`,
  );
  const selectMade = db.prepare<
    [string],
    { stillMade: '' | 'yes' | 'no'; madeUntil: string | null }
  >('SELECT still_made AS stillMade, made_until AS madeUntil FROM edition WHERE id = ?');
  const selectTrue = db
    .prepare<[string], number>('SELECT fits_true FROM edition WHERE id = ?')
    .pluck();
  const selectReferences = db
    .prepare<[], string>(
      'SELECT id FROM edition WHERE fits_true = 1 AND merged_into IS NULL ORDER BY id',
    )
    .pluck();

  return {
    /** Does it fit true on its label, by the lab's word? */
    fitsTrue: (editionId: string): boolean => selectTrue.get(editionId) === 1,
    /** Editions that fit true: others are held against them. */
    references: (): string[] => selectReferences.all(),
    /** All links of the line that an edition stands in. */
    linksAround: (editionId: string): LineLink[] => selectAround.all(editionId),
    /** How one edition stands to others. */
    linksOf(editionId: string): LineLink[] {
      return this.linksAround(editionId).filter(({ edition }) => edition === editionId);
    },
    /** Prices that were seen of an edition, the latest first, withdrawn ones too. */
    pricesOf: (editionId: string): PriceSeen[] => selectPrices.all(editionId),
    priceById(id: string): PriceSeen & { editionId: string } {
      const price = selectPrice.get(id);
      if (!price) throw notFound('This price');
      return price;
    },
    addPrice(editionId: string, price: Omit<PriceSeen, 'withdrawn'>): void {
      insertPrice.run({ ...price, editionId });
    },
    stillMade: (editionId: string) =>
      selectMade.get(editionId) ?? { stillMade: '' as const, madeUntil: null },
  };
}

export type LineStore = ReturnType<typeof lineStore>;
