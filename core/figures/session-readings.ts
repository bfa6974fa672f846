/** From what is recorded of a sitting to what the figures are computed from. */

import { gaugeTraits, type RecordedInstrument } from '../catalogue/gauge.ts';
import {
  type Catalogue,
  describeQuantity,
  type MeasuredQuantityId,
  type Side,
} from '../catalogue/quantities.ts';
import type { Configuration, StackBasis } from '../catalogue/stack-basis.ts';
import { standInScatter, type ToolName } from '../catalogue/tools.ts';
import type { SizeLabel } from '../sizing/size-label.ts';
import type { Kilometres } from '../sizing/units.ts';
import { DEFAULT_REPEATABILITY_DF, type Repeatability } from '../statistics/repeated-readings.ts';
import type { SessionReadings } from './pair-figure.ts';
import { type Reading, stands } from './reading.ts';

/** A gauge study that sittings with its gauge and protocol lean on. */
export interface AdoptedStudy {
  id: string;
  name: string;
  quantity: MeasuredQuantityId;
  instrumentId: string;
  /** The line of protocols, whatever the version. */
  protocolLineId: string;
  repeatability: Repeatability;
  operator: Repeatability;
  interaction: Repeatability;
}

/** What is recorded of one sitting. */
export interface RecordedSession {
  id: string;
  /** Code of who began it. */
  person: string;
  startedAt: string;
  configuration: Configuration;
  removed: string;
  conditioned: boolean | null;
  wornKm: Kilometres;
  readings: readonly (Pick<
    Reading,
    | 'quantity'
    | 'value'
    | 'person'
    | 'takenAt'
    | 'temperatureC'
    | 'humidityPct'
    | 'cycleSd'
    | 'supersededBy'
    | 'voided'
  > & { side: Side; instrumentId: string; note?: string })[];
}

export interface RecordedProtocol {
  lineId: string;
  stack: StackBasis;
  stations: readonly {
    quantity: MeasuredQuantityId;
    setup: string;
    tool?: ToolName;
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
 * The scatter of a station, wider where a coarser tool than it names took a reading there: what stands in
 * brings its own doubt.
 */
function stationRepeatability(
  { quantity, tool, repeatability }: RecordedProtocol['stations'][number],
  session: RecordedSession,
  kinds: ReadonlyMap<string, ToolName | undefined>,
): { sd: number; df: number; source: string } {
  const others = session.readings.flatMap((reading) => {
    const kind = kinds.get(reading.instrumentId);
    return reading.quantity === quantity && stands(reading) && kind && kind !== tool ? [kind] : [];
  });
  if (tool === undefined || others.length === 0) return repeatability;
  const sd = others.reduce(
    (most, kind) => Math.max(most, standInScatter(repeatability.sd, kind)),
    0,
  );
  return sd === repeatability.sd
    ? repeatability
    : {
        ...repeatability,
        sd,
        source: `${repeatability.source}, by ${[...new Set(others)].join(' and ')}`,
      };
}

/** The studies whose gauge took every standing reading of their quantity here, by this protocol. */
function studiesBehind(
  session: RecordedSession,
  protocol: RecordedProtocol,
  studies: readonly AdoptedStudy[],
): AdoptedStudy[] {
  return studies.filter(({ quantity, instrumentId, protocolLineId }) => {
    if (protocolLineId !== protocol.lineId) return false;
    const own = session.readings.filter((one) => one.quantity === quantity && stands(one));
    return own.length > 0 && own.every((one) => one.instrumentId === instrumentId);
  });
}

/**
 * The standing readings of a recorded session with basis, repeatability and gauges: voided and
 * superseded readings stay in the record and out of the figures. A gauge study of the gauge and
 * protocol gives repeatability and reproducibility of its quantity.
 */
export function sessionReadings(
  session: RecordedSession,
  label: SizeLabel,
  protocol: RecordedProtocol,
  instruments: readonly RecordedInstrument[],
  catalogue?: Catalogue,
  studies: readonly AdoptedStudy[] = [],
): SessionReadings {
  const behind = studiesBehind(session, protocol, studies);
  const known = new Map(instruments.map((instrument) => [instrument.id, instrument]));
  const kinds = new Map(instruments.map(({ id, kind }) => [id, kind]));
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
        protocol.stations.map((station) => [
          station.quantity,
          stationRepeatability(station, session, kinds),
        ]),
      ),
      ...Object.fromEntries(
        behind.map((study) => [
          study.quantity,
          { ...study.repeatability, source: `gauge study ${study.id}` },
        ]),
      ),
    },
    reproducibility: Object.fromEntries(
      behind.map(({ id, quantity, operator, interaction }) => [
        quantity,
        { study: id, operator, interaction },
      ]),
    ),
    studies: behind.map((study) => study.name),
    readings: session.readings.flatMap((reading) => {
      const instrument = known.get(reading.instrumentId);
      if (!stands(reading) || !instrument) return [];
      const { side, quantity, value, person, note, temperatureC, humidityPct, cycleSd } = reading;
      const gauge = gaugeTraits(instrument, reading.takenAt);
      return [
        {
          side,
          quantity,
          value,
          person,
          note,
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
