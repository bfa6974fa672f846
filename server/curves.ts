/** Curves: stored as taken, analysed by the core, and recorded as a reading of their quantity. */
import type { SittingReading } from '#contract/reading-records.ts';
import { describeQuantity, type QuantityId } from '#core/catalogue/quantities.ts';
import { analyseCurve, orientCurve } from '#core/curves/curve-analysis.ts';
import type { Curve } from '#core/curves/curve-cycles.ts';
import type { CurveFile } from '#core/curves/curve-file.ts';
import { stands } from '#core/figures/reading.ts';
import { Refusal, wrongValue } from './problems.ts';
import type { CurveFields } from './store/curves.ts';
import type { Stores } from './stores.ts';

export function curveTraits(stores: Stores, quantity: string) {
  const definition = stores.lab.catalogue()[quantity];
  if (!definition?.curve)
    throw wrongValue('quantity', `${definition?.name ?? quantity} is not taken as a curve.`);
  return definition.curve;
}

function stiffnessOf(
  stores: Stores,
  quantity: QuantityId,
  curve: Curve,
  window: readonly [number, number],
) {
  const traits = curveTraits(stores, quantity);
  const analysis = analyseCurve(orientCurve(curve, traits), traits, window);
  if (analysis.stiffness) return analysis.stiffness;
  const message = analysis.faults.map((fault) => fault.message).join(' ');
  throw new Refusal(422, message, [{ field: 'curve', message }]);
}

export interface CurveDraft extends CurveFields {
  readingId: string;
  window: readonly [number, number];
  person: string | null;
  temperatureC: number | null;
  humidityPct: number | null;
}

/** Stores a curve and the reading it gives, or neither. */
export function recordCurve(stores: Stores, draft: CurveDraft, file: CurveFile): SittingReading {
  stores.sessions.byId(draft.sessionId);
  describeQuantity(draft.quantity, stores.lab.catalogue());
  const stiffness = stiffnessOf(stores, draft.quantity, file.curve, draft.window);
  const { readingId, person, window, temperatureC, humidityPct, ...fields } = draft;
  stores.curves.add(fields, file);
  return stores.sessions.recordCurve(
    fields,
    {
      id: readingId,
      curveId: fields.id,
      curveWindow: window,
      value: stiffness.mean,
      cycleSd: stiffness.sd,
      person,
      takenAt: fields.takenAt,
      supersedes: null,
      reason: '',
    },
    { temperatureC, humidityPct },
  );
}

/** Fits a stored curve in another window; the new figure supersedes the one that stands. */
export function windowCurve(
  stores: Stores,
  curveId: string,
  wanted: {
    readingId: string;
    window: readonly [number, number];
    reason: string;
    person: string | null;
    takenAt: string;
  },
): SittingReading {
  const { curve, time: _, ...fields } = stores.curves.byId(curveId);
  const standing = stores.sessions
    .ofSession(fields.sessionId)
    .find((reading) => reading.curveId === curveId && stands(reading));
  if (!standing)
    throw new Refusal(409, 'No reading of this curve stands any more; record the curve again.');
  const stiffness = stiffnessOf(stores, fields.quantity, curve, wanted.window);
  const { temperatureC, humidityPct } = standing;
  return stores.sessions.recordCurve(
    fields,
    {
      id: wanted.readingId,
      curveId,
      curveWindow: wanted.window,
      value: stiffness.mean,
      cycleSd: stiffness.sd,
      person: wanted.person,
      takenAt: wanted.takenAt,
      supersedes: standing.id,
      reason: wanted.reason,
    },
    { temperatureC, humidityPct },
  );
}
