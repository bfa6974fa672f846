/** Loss, return and set of the curves behind a sheet's figures; a curve never changes, so each is worked out once. */
import type { Session, SittingReading } from '#contract/reading-records.ts';
import type { Side } from '#core/catalogue/quantities.ts';
import { analyseCurve, orientCurve } from '#core/curves/curve-analysis.ts';
import { stands } from '#core/figures/reading.ts';
import { curveTraits } from '../curves.ts';
import type { Stores } from '../stores.ts';

export interface LoopFigures {
  lossJ: number;
  returnPercent: number;
  /** What the displacement or angle does not come back to: mm or °. */
  set: number;
}

/** Curves whose figures are remembered. */
const MOST_KEPT = 2000;

export type LoopReader = (reading: SittingReading) => LoopFigures | undefined;

export function loopReader(stores: Stores): LoopReader {
  const kept = new Map<string, LoopFigures>();
  return ({ curveId, quantity }) => {
    if (curveId === null) return undefined;
    const known = kept.get(curveId);
    if (known) return known;
    const traits = curveTraits(stores, quantity);
    const { curve } = stores.curves.byId(curveId);
    const { lossJ, returnPercent, set } = analyseCurve(orientCurve(curve, traits), traits);
    if (!lossJ || !returnPercent || set === undefined) return undefined;
    const figures = { lossJ: lossJ.mean, returnPercent: returnPercent.mean, set };
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(curveId, figures);
    return figures;
  };
}

/** The loops of a quantity on one pair: of each shoe's last standing curve in its latest sitting. */
export function loopsOf(
  sessions: readonly Session[],
  quantity: string,
  read: LoopReader,
): ({ side: Side } & LoopFigures)[] {
  const curves = (session: Session) =>
    session.readings.filter(
      (reading) => reading.quantity === quantity && reading.curveId !== null && stands(reading),
    );
  const latest = sessions.map(curves).findLast((found) => found.length > 0) ?? [];
  return (['left', 'right'] as const).flatMap((side) => {
    const last = latest.findLast((one) => one.side === side);
    const figures = last && read(last);
    return figures ? [{ side, ...figures }] : [];
  });
}
