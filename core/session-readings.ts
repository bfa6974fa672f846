/** From what is recorded of a sitting to what the figures are computed from. */
import type { Configuration, StackBasis } from './basis.ts';
import { gaugeTraits, type RecordedInstrument } from './gauge.ts';
import type { SessionReadings } from './pair-figure.ts';
import {
  type Catalogue,
  describeQuantity,
  type MeasuredQuantityId,
  type Side,
} from './quantities.ts';
import { DEFAULT_REPEATABILITY_DF } from './repeated-readings.ts';
import type { SizeLabel } from './size-label.ts';

/** What is recorded of one sitting. */
export interface RecordedSession {
  id: string;
  startedAt: string;
  configuration: Configuration;
  removed: string;
  conditioned: boolean | null;
  wornKm: number;
  readings: readonly {
    side: Side;
    quantity: MeasuredQuantityId;
    value: number;
    instrumentId: string;
    takenAt: string;
    temperatureC: number | null;
    humidityPct: number | null;
    cycleSd: number | null;
    supersededBy: string | null;
    voided: string | null;
  }[];
}

export interface RecordedProtocol {
  stack: StackBasis;
  stations: readonly {
    quantity: MeasuredQuantityId;
    setup: string;
    repeatability: { sd: number; df: number; source: string };
  }[];
}

/** What a quantity usually repeats to: for readings that the protocol has no station of. */
function usualRepeatability(
  session: RecordedSession,
  catalogue: Catalogue | undefined,
): SessionReadings['repeatability'] {
  const read = new Set(session.readings.map((reading) => reading.quantity));
  return Object.fromEntries(
    [...read].map((quantity) => [
      quantity,
      {
        sd: describeQuantity(quantity, catalogue).repeatabilitySd,
        df: DEFAULT_REPEATABILITY_DF,
        source: `usual scatter: ${quantity}`,
      },
    ]),
  );
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
  catalogue?: Catalogue,
): SessionReadings {
  const known = new Map(instruments.map((instrument) => [instrument.id, instrument]));
  return {
    id: session.id,
    startedAt: session.startedAt,
    basis: {
      label,
      configuration: session.configuration,
      removed: session.removed,
      wornKm: session.wornKm,
      stack: protocol.stack,
    },
    repeatability: {
      ...usualRepeatability(session, catalogue),
      ...Object.fromEntries(
        protocol.stations.map((station) => [station.quantity, station.repeatability]),
      ),
    },
    readings: session.readings.flatMap((reading) => {
      const instrument = known.get(reading.instrumentId);
      const stands = reading.voided === null && reading.supersededBy === null;
      if (!stands || !instrument) return [];
      const { side, quantity, value, temperatureC, humidityPct, cycleSd } = reading;
      const gauge = gaugeTraits(instrument, reading.takenAt);
      return [
        {
          side,
          quantity,
          value,
          gauge,
          temperatureC: temperatureC ?? undefined,
          humidityPct: humidityPct ?? undefined,
          cycleSd: cycleSd ?? undefined,
        },
      ];
    }),
    setups: Object.fromEntries(
      protocol.stations.map((station) => [station.quantity, station.setup]),
    ),
    conditioned: session.conditioned ?? undefined,
    ...(catalogue ? { catalogue } : {}),
  };
}
