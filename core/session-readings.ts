/** From what is recorded of a sitting to what the figures are computed from. */
import type { Configuration, StackBasis } from './basis.ts';
import type { SessionReadings } from './pair-figure.ts';
import type { MeasuredQuantityId, Side } from './quantities.ts';
import type { SizeLabel } from './size-label.ts';
import type { GaugeTraits } from './station-figure.ts';
import { findUnit } from './units.ts';

/** What is recorded of one sitting. */
export interface RecordedSession {
  id: string;
  startedAt: string;
  configuration: Configuration;
  wornKm: number;
  readings: readonly {
    side: Side;
    quantity: MeasuredQuantityId;
    value: number;
    instrumentId: string;
    supersededBy: string | null;
    voided: string | null;
  }[];
}

export interface RecordedProtocol {
  stack: StackBasis;
  stations: readonly {
    quantity: MeasuredQuantityId;
    repeatability: { sd: number; df: number; source: string };
  }[];
}

/** An instrument with its resolution and calibration in its own unit. */
export interface RecordedInstrument {
  id: string;
  unit: string;
  resolution: number;
  zeroU: number;
  gainU: number;
}

/** An instrument's traits in the canonical unit. */
export function gaugeTraits(instrument: RecordedInstrument): GaugeTraits {
  const factor = findUnit(instrument.unit)?.factor ?? 1;
  return {
    id: instrument.id,
    resolution: instrument.resolution * factor,
    zeroU: instrument.zeroU * factor,
    gainU: instrument.gainU,
  };
}

/**
 * The standing readings of a recorded session with basis, repeatability and gauges: voided and
 * superseded readings stay in the record and out of the figures.
 */
export function sessionReadings(
  session: RecordedSession,
  label: SizeLabel,
  protocol: RecordedProtocol,
  instruments: readonly RecordedInstrument[],
): SessionReadings {
  const gauges = new Map(instruments.map((i) => [i.id, gaugeTraits(i)]));
  return {
    id: session.id,
    startedAt: session.startedAt,
    basis: {
      label,
      configuration: session.configuration,
      wornKm: session.wornKm,
      stack: protocol.stack,
    },
    repeatability: Object.fromEntries(
      protocol.stations.map((station) => [station.quantity, station.repeatability]),
    ),
    readings: session.readings.flatMap((reading) => {
      const gauge = gauges.get(reading.instrumentId);
      const stands = reading.voided === null && reading.supersededBy === null;
      const { side, quantity, value } = reading;
      return stands && gauge ? [{ side, quantity, value, gauge }] : [];
    }),
  };
}
