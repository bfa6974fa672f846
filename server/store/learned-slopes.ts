/** How figures go with size and with wear in this lab, kept as sums over its editions and its pairs. */
import type { QuantityId } from '#core/catalogue/quantities.ts';
import type { SlopeKind } from '#core/catalogue/slopes.ts';
import { FULL_SIZE_MM } from '#core/figures/carry.ts';
import { addSlopeSums, NO_SLOPE_SUMS, type SlopeSums } from '#core/statistics/grading.ts';
import type { Db } from './database.ts';

/** Figures of one edition over its sizes, or of one pair over its km, of a quantity on one basis. */
interface SlopeGroup {
  by: SlopeKind;
  /** The edition, or the pair. */
  owner: string;
  quantity: QuantityId;
  basis: string;
}

/** A figure at so many full sizes of last, or hundreds of km. */
export interface SlopePoint {
  at: number;
  value: number;
}

/** A figure of a pair in a sitting, with the slope that it tells of. */
export interface WornFigure extends SlopePoint {
  by: SlopeKind;
  quantity: QuantityId;
  basis: string;
}

/** Sums of a quantity over its groups, and whether the slope they give is in use. */
export interface SlopeRow extends SlopeSums {
  quantity: QuantityId;
  by: SlopeKind;
  inUse: boolean;
  /** A person took it over. */
  taken: boolean;
}

/** What is known of slopes besides their figures. */
export interface SlopeJudge {
  /** The sums of a group; none where it says nothing of a slope. */
  sumsOf(quantity: QuantityId, by: SlopeKind, points: readonly SlopePoint[]): SlopeSums;
  /** Whether the slope of these sums stands in place of the usual one. */
  isInUse(row: SlopeRow): boolean;
}

type StoredRow = Omit<SlopeRow, 'inUse' | 'taken'> & { inUse: number; taken: number };

const SUMS = `groups, n, sxx, sxy, syy, sxx_squared AS sxxSquared, explained`;

const rowOf = ({ inUse, taken, ...row }: StoredRow): SlopeRow => ({
  ...row,
  inUse: inUse === 1,
  taken: taken === 1,
});

export function learnedSlopes(db: Db) {
  // The size comes first in what is alike; the rest is basis and set-up.
  const selectOverSizes = db.prepare<[SlopeGroup], { logLength: number; value: number }>(
    `SELECT log_length AS logLength, value FROM new_shoe_figure
     WHERE edition_id = @owner AND quantity = @quantity AND log_length IS NOT NULL
       AND substr(alike, instr(alike, ' ') + 1) = @basis
     ORDER BY pair_id`,
  );
  const selectGroup = db.prepare<[SlopeGroup], SlopeSums>(
    `SELECT 1 AS groups, n, sxx, sxy, syy, sxx * sxx AS sxxSquared, sxy * sxy / sxx AS explained
     FROM slope_group
     WHERE by = @by AND owner = @owner AND quantity = @quantity AND basis = @basis`,
  );
  const selectWornGroups = db.prepare<[string], SlopeGroup>(
    `SELECT by, owner, quantity, basis FROM slope_group WHERE owner = ? AND by <> 'size'`,
  );
  const writeGroup = db.prepare(
    `INSERT INTO slope_group (by, owner, quantity, basis, n, sxx, sxy, syy, km)
     VALUES (@by, @owner, @quantity, @basis, @n, @sxx, @sxy, @syy, @km)
     ON CONFLICT DO UPDATE SET n = excluded.n, sxx = excluded.sxx, sxy = excluded.sxy,
       syy = excluded.syy, km = excluded.km`,
  );
  const dropGroup = db.prepare(
    `DELETE FROM slope_group
     WHERE by = @by AND owner = @owner AND quantity = @quantity AND basis = @basis`,
  );
  const selectSlopes = db.prepare<[], StoredRow>(
    `SELECT quantity, by, ${SUMS}, in_use AS inUse, taken FROM learned_slope
     ORDER BY quantity, by`,
  );
  const selectSlope = db.prepare<[Pick<SlopeGroup, 'by' | 'quantity'>], StoredRow>(
    `SELECT quantity, by, ${SUMS}, in_use AS inUse, taken FROM learned_slope
     WHERE quantity = @quantity AND by = @by`,
  );
  const writeSlope = db.prepare(
    `INSERT INTO learned_slope
       (quantity, by, groups, n, sxx, sxy, syy, sxx_squared, explained, in_use)
     VALUES (@quantity, @by, @groups, @n, @sxx, @sxy, @syy, @sxxSquared, @explained, @inUse)
     ON CONFLICT DO UPDATE SET groups = excluded.groups, n = excluded.n,
       sxx = excluded.sxx, sxy = excluded.sxy, syy = excluded.syy,
       sxx_squared = excluded.sxx_squared, explained = excluded.explained,
       in_use = excluded.in_use`,
  );
  const takeSlope = db.prepare(
    `UPDATE learned_slope SET taken = @taken, in_use = @inUse
     WHERE quantity = @quantity AND by = @by`,
  );
  const selectFollowed = db.prepare<[], { quantity: string; km: number }>(
    `SELECT quantity, max(km) AS km FROM slope_group WHERE by <> 'size' GROUP BY quantity`,
  );

  /** Brings a group, and the sums over all groups, to what its points say now. */
  function bring(group: SlopeGroup, points: readonly SlopePoint[], judge: SlopeJudge): void {
    const { by, quantity } = group;
    const now = judge.sumsOf(quantity, by, points);
    const change = addSlopeSums(now, selectGroup.get(group) ?? NO_SLOPE_SUMS, -1);
    if (Object.values(change).every((difference) => difference === 0)) return;
    const ways = points.map(({ at }) => at);
    const km = by === 'size' ? 0 : 100 * (Math.max(...ways) - Math.min(...ways));
    if (now.groups > 0) writeGroup.run({ ...group, ...now, km });
    else dropGroup.run(group);
    const known = selectSlope.get({ quantity, by });
    const row = known ? rowOf(known) : { ...NO_SLOPE_SUMS, inUse: false, taken: false };
    const sum = addSlopeSums(row, change);
    // What binary fractions leave over of a group that has gone is nothing.
    const kept: SlopeRow = { ...row, ...(sum.groups === 0 ? NO_SLOPE_SUMS : sum), quantity, by };
    writeSlope.run({ ...kept, inUse: Number(judge.isInUse(kept)) });
  }

  return {
    /** Editions whose figures of new shoes have changed. Masses go by their exponent. */
    bringSizes(
      places: readonly { editionId: string; quantity: QuantityId; alike: string }[],
      judge: SlopeJudge,
    ): void {
      const groups = new Map(
        places.map(({ editionId, quantity, alike }) => {
          const basis = alike.slice(alike.indexOf(' ') + 1);
          const group: SlopeGroup = { by: 'size', owner: editionId, quantity, basis };
          return [JSON.stringify(group), group];
        }),
      );
      for (const group of groups.values()) {
        const points = selectOverSizes
          .all(group)
          .map(({ logLength, value }) => ({ at: Math.exp(logLength) / FULL_SIZE_MM, value }));
        bring(group, points, judge);
      }
    },
    /** What a pair says of wear, by all its sittings. */
    bringWear(pairId: string, figures: readonly WornFigure[], judge: SlopeJudge): void {
      const groupOf = ({ by, quantity, basis }: Omit<SlopeGroup, 'owner'>): SlopeGroup => ({
        by,
        owner: pairId,
        quantity,
        basis,
      });
      const points = new Map<string, { group: SlopeGroup; points: SlopePoint[] }>();
      const placeOf = (group: SlopeGroup) => {
        const key = JSON.stringify(group);
        const place = points.get(key) ?? { group, points: [] };
        points.set(key, place);
        return place;
      };
      // A group that was there before may have nothing left.
      for (const group of selectWornGroups.all(pairId)) placeOf(groupOf(group));
      for (const figure of figures) placeOf(groupOf(figure)).points.push(figure);
      for (const { group, points: own } of points.values()) bring(group, own, judge);
    },
    all: (): SlopeRow[] => selectSlopes.all().map(rowOf),
    /** The longest distance over which one pair was followed, by quantity, in km. */
    followed: (): ReadonlyMap<string, number> =>
      new Map(selectFollowed.all().map(({ quantity, km }) => [quantity, km])),
    take: (quantity: QuantityId, by: SlopeKind, taken: boolean, inUse: boolean): void => {
      takeSlope.run({ quantity, by, taken: Number(taken), inUse: Number(inUse) });
    },
  };
}
