/** How figures go with size in this lab, kept as sums over its editions. */
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { FULL_SIZE_MM } from '#core/figures/carry.ts';
import {
  addSlopeSums,
  gradingSums,
  NO_SLOPE_SUMS,
  type SlopeSums,
  slopeSums,
} from '#core/statistics/grading.ts';
import type { Db } from './database.ts';

/** An edition's figure of a quantity, with what it may be pooled with. */
interface Place {
  editionId: string;
  quantity: QuantityId;
  /** Size, then stack basis and set-up. */
  alike: string;
}

/** Sums of a quantity over sizes, and whether the slope they give is in use. */
export interface SlopeRow extends SlopeSums {
  quantity: QuantityId;
  inUse: boolean;
  /** A person took it over. */
  taken: boolean;
}
/** Whether the slope of these sums stands in place of the usual one. */
export type SlopeJudge = (
  quantity: QuantityId,
  sums: SlopeSums,
  state: Pick<SlopeRow, 'inUse' | 'taken'>,
) => boolean;

const NO_SLOPE_ROW = { ...NO_SLOPE_SUMS, inUse: 0, taken: 0 };

export function learnedSlopes(db: Db) {
  // The size comes first in what is alike; the rest is basis and set-up.
  const selectOverSizes = db.prepare<
    [{ editionId: string; quantity: string; basis: string }],
    { logLength: number; value: number }
  >(
    `SELECT log_length AS logLength, value FROM new_shoe_figure
     WHERE edition_id = @editionId AND quantity = @quantity AND log_length IS NOT NULL
       AND substr(alike, instr(alike, ' ') + 1) = @basis
     ORDER BY pair_id`,
  );
  const selectSlopes = db.prepare<
    [],
    SlopeSums & { quantity: QuantityId; inUse: number; taken: number }
  >(
    `SELECT quantity, editions AS groups, pairs AS n, sxx, sxy, syy, sxx_squared AS sxxSquared,
       explained, in_use AS inUse, taken
     FROM learned_slope`,
  );
  const selectSlope = db.prepare<[string], SlopeSums & { inUse: number; taken: number }>(
    `SELECT editions AS groups, pairs AS n, sxx, sxy, syy, sxx_squared AS sxxSquared, explained,
       in_use AS inUse, taken
     FROM learned_slope WHERE quantity = ?`,
  );
  const writeSlope = db.prepare(
    `INSERT INTO learned_slope
       (quantity, editions, pairs, sxx, sxy, syy, sxx_squared, explained, in_use)
     VALUES (@quantity, @groups, @n, @sxx, @sxy, @syy, @sxxSquared, @explained, @inUse)
     ON CONFLICT DO UPDATE SET editions = excluded.editions, pairs = excluded.pairs,
       sxx = excluded.sxx, sxy = excluded.sxy, syy = excluded.syy,
       sxx_squared = excluded.sxx_squared, explained = excluded.explained,
       in_use = excluded.in_use`,
  );
  const takeSlope = db.prepare(
    'UPDATE learned_slope SET taken = @taken, in_use = @inUse WHERE quantity = @quantity',
  );
  /** Groups over sizes that places belong to: an edition, a quantity, and a basis. Masses go by their exponent. */
  function sizedGroups(places: readonly Place[]) {
    const groups = new Map(
      places
        .filter(({ quantity }) => quantity !== 'mass')
        .map(({ editionId, quantity, alike }) => {
          const basis = alike.slice(alike.indexOf(' ') + 1);
          return [JSON.stringify([editionId, quantity, basis]), { editionId, quantity, basis }];
        }),
    );
    return [...groups.values()];
  }

  /** The sums of an edition over its sizes, where they span one full size. */
  function slopeSumsOf(place: {
    editionId: string;
    quantity: QuantityId;
    basis: string;
  }): SlopeSums {
    const rows = selectOverSizes
      .all(place)
      .map(({ logLength, value }) => ({ x: Math.exp(logLength) / FULL_SIZE_MM, value }));
    const sizes = rows.map(({ x }) => x);
    const spans = rows.length > 1 && Math.max(...sizes) - Math.min(...sizes) > 1 - 1e-6;
    return spans ? slopeSums(gradingSums(rows)) : NO_SLOPE_SUMS;
  }

  return {
    /**
     * Sums before a change of these places; what comes back brings the kept sums to what is there then.
     * @param isSlopeInUse says whether the slope of sums stands in place of the usual one
     */
    watch(places: readonly Place[], isSlopeInUse: SlopeJudge): () => void {
      const sized = sizedGroups(places);
      const slopesBefore = sized.map(slopeSumsOf);
      return () => {
        sized.forEach((place, at) => {
          const change = addSlopeSums(slopeSumsOf(place), slopesBefore[at] ?? NO_SLOPE_SUMS, -1);
          if (Object.values(change).every((difference) => difference === 0)) return;
          const { inUse = 0, taken = 0, ...sums } = selectSlope.get(place.quantity) ?? NO_SLOPE_ROW;
          const now = addSlopeSums(sums, change);
          // What binary fractions leave over of a group that has gone is nothing.
          const kept = now.groups === 0 ? NO_SLOPE_SUMS : now;
          const state = { inUse: inUse === 1, taken: taken === 1 };
          const isInUse = isSlopeInUse(place.quantity, kept, state);
          writeSlope.run({ quantity: place.quantity, ...kept, inUse: Number(isInUse) });
        });
      };
    },
    all: (): SlopeRow[] =>
      selectSlopes
        .all()
        .map(({ inUse, taken, ...row }) => ({ ...row, inUse: inUse === 1, taken: taken === 1 })),
    take: (quantity: QuantityId, taken: boolean, inUse: boolean): void => {
      takeSlope.run({ quantity, taken: Number(taken), inUse: Number(inUse) });
    },
  };
}
