/** Instruments, protocols, people and settings. */
import type { Instrument, Protocol, Tool } from '#contract/records.ts';
import { protocolsFor, TOOL_DEFAULTS } from '#core/protocol.ts';
import {
  DEFAULT_NOTICEABLE,
  type MeasuredQuantityId,
  type NoticeableSteps,
  type QuantityId,
} from '#core/quantities.ts';
import { DEFAULT_REPEATABILITY_DF } from '#core/repeated-readings.ts';
import { findUnit } from '#core/units.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { Db } from './database.ts';

interface StationRow {
  protocol_id: string;
  quantity: MeasuredQuantityId;
  optional: number;
  repeats: number;
  instrument_id: string;
  repeatability_sd: number;
  repeatability_df: number;
}

/** Units of the three families a user chooses for. */
const UNIT_KINDS = { stack: 'length', mass: 'mass', distance: 'distance' } as const;
export type UnitFamily = keyof typeof UNIT_KINDS;
const DEFAULT_UNITS: Record<UnitFamily, string> = { stack: 'mm', mass: 'g', distance: 'km' };

export function labStore(db: Db) {
  const selectInstruments = db.prepare<[], Instrument>(
    `SELECT id, name, kind, unit, resolution, zero_u AS zeroU, gain_u AS gainU
     FROM instrument ORDER BY name`,
  );
  const selectProtocols = db.prepare<
    [],
    { id: string; name: string; version: number; stack: string }
  >('SELECT id, name, version, stack FROM protocol ORDER BY position, version DESC');
  const selectStations = db.prepare<[], StationRow>(
    'SELECT * FROM protocol_station ORDER BY protocol_id, position',
  );
  const selectPeople = db.prepare<[], { id: string; code: string; role: string }>(
    'SELECT id, code, role FROM person ORDER BY code',
  );
  const insertPerson = db.prepare('INSERT INTO person (id, code, role) VALUES (@id, @code, @role)');
  const insertInstrument = db.prepare(
    `INSERT INTO instrument (id, name, kind, unit, resolution, zero_u, gain_u)
     VALUES (@id, @name, @kind, @unit, @resolution, @zeroU, @gainU)`,
  );
  const insertProtocol = db.prepare(
    `INSERT INTO protocol (id, name, version, position, stack)
     VALUES (@id, @name, 1, @position, @stack)`,
  );
  const insertStation = db.prepare(
    `INSERT INTO protocol_station
       (protocol_id, position, quantity, optional, repeats, instrument_id, repeatability_sd, repeatability_df)
     VALUES
       (@protocolId, @position, @quantity, @optional, @repeats, @instrumentId, @sd, @df)`,
  );
  const selectSetting = db.prepare<[string], { value: string }>(
    'SELECT value FROM setting WHERE name = ?',
  );
  const writeSetting = db.prepare(
    `INSERT INTO setting (name, value) VALUES (@name, @value)
     ON CONFLICT (name) DO UPDATE SET value = excluded.value`,
  );

  function setting<T>(name: string): T | undefined {
    const row = selectSetting.get(name);
    return row && (JSON.parse(row.value) as T);
  }

  function protocols(): Protocol[] {
    const stations = selectStations.all();
    return selectProtocols.all().map((row) => ({
      id: row.id,
      name: row.name,
      version: row.version,
      stack: JSON.parse(row.stack),
      stations: stations
        .filter((station) => station.protocol_id === row.id)
        .map((station) => ({
          quantity: station.quantity,
          optional: station.optional === 1,
          repeats: station.repeats,
          instrumentId: station.instrument_id,
          repeatability: {
            sd: station.repeatability_sd,
            df: station.repeatability_df,
            source: `${row.name}, version ${row.version}: ${station.quantity}`,
          },
        })),
    }));
  }

  const noticeable = (): NoticeableSteps => ({
    ...DEFAULT_NOTICEABLE,
    ...setting<Partial<NoticeableSteps>>('noticeable'),
  });

  return {
    instruments: () => selectInstruments.all(),
    protocols,
    people: () => selectPeople.all(),
    addPerson: (person: { id: string; code: string; role: string }) => insertPerson.run(person),
    setting,
    writeSetting: (name: string, value: unknown) =>
      writeSetting.run({ name, value: JSON.stringify(value) }),
    units: () => ({ ...DEFAULT_UNITS, ...setting<Record<UnitFamily, string>>('units') }),
    setUnits(units: Partial<Record<UnitFamily, string>>) {
      for (const [family, symbol] of Object.entries(units)) {
        const kind = UNIT_KINDS[family as UnitFamily];
        if (findUnit(symbol, kind)?.kind !== kind)
          throw wrongValue(family, `${symbol} is no unit of ${kind}.`);
      }
      const chosen = { ...this.units(), ...units };
      this.writeSetting('units', chosen);
      return chosen;
    },
    noticeable,
    setNoticeable(quantity: QuantityId, step: number) {
      this.writeSetting('noticeable', {
        ...setting<Partial<NoticeableSteps>>('noticeable'),
        [quantity]: step,
      });
    },
    /** Makes the instruments and protocols of the tools owned. Done once, at first start. */
    setUp(tools: readonly Tool[], newId: () => string): string {
      if (selectProtocols.get()) throw new Refusal(409, 'The lab is set up already.');
      const instrumentIds = new Map<string, string>();
      for (const tool of new Set(tools)) {
        const id = newId();
        instrumentIds.set(tool, id);
        insertInstrument.run({ id, ...TOOL_DEFAULTS[tool] });
      }
      const ids = protocolsFor(tools).map((draft, position) => {
        const id = newId();
        insertProtocol.run({ id, name: draft.name, position, stack: JSON.stringify(draft.stack) });
        draft.stations.forEach((station, at) => {
          insertStation.run({
            protocolId: id,
            position: at,
            quantity: station.quantity,
            optional: station.optional ? 1 : 0,
            repeats: station.repeats,
            instrumentId: instrumentIds.get(station.tool),
            sd: station.repeatabilitySd,
            df: DEFAULT_REPEATABILITY_DF,
          });
        });
        return id;
      });
      return ids[0] ?? '';
    },
  };
}

export type LabStore = ReturnType<typeof labStore>;
