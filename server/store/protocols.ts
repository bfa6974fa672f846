/** Protocols: lines of versions, of which the newest is offered. */
import type { z } from 'zod';
import type { Protocol, protocolFields } from '#contract/lab-records.ts';
import type { Discipline } from '#core/catalogue/disciplines.ts';
import { type ProtocolDraft, savedDraft } from '#core/catalogue/protocol.ts';
import type { MeasuredQuantityId } from '#core/catalogue/quantities.ts';
import type { ToolName } from '#core/catalogue/tools.ts';
import { notFound, Refusal } from '../problems.ts';
import type { Db } from './database.ts';

interface ProtocolRow {
  id: string;
  lineId: string;
  name: string;
  version: number;
  position: number;
  retired: number;
  used: number;
  conditioning: string;
  discipline: Discipline | '';
  stack: string;
}

interface StationRow {
  protocol_id: string;
  quantity: MeasuredQuantityId;
  optional: number;
  repeats: number;
  tool: ToolName;
  setup: string;
  repeatability_sd: number;
  repeatability_df: number;
}

type ProtocolFields = z.output<typeof protocolFields>;

export function protocolStore(db: Db) {
  const selectAll = db.prepare<[], ProtocolRow>(
    `SELECT id, line_id AS lineId, name, version, position, retired, conditioning, discipline, stack,
       EXISTS (SELECT 1 FROM sitting s WHERE s.protocol_id = protocol.id) AS used
     FROM protocol ORDER BY position, version DESC`,
  );
  const selectStations = db.prepare<[], StationRow>(
    'SELECT * FROM protocol_station ORDER BY protocol_id, position',
  );
  const selectLine = db.prepare<[string], unknown>('SELECT 1 FROM protocol WHERE line_id = ?');
  const lastPosition = db.prepare<[], { position: number }>(
    'SELECT coalesce(max(position), -1) AS position FROM protocol',
  );
  const positionOf = db.prepare<[string], { position: number }>(
    'SELECT position FROM protocol WHERE id = ?',
  );
  const lastVersion = db.prepare<[string, string], { version: number }>(
    'SELECT coalesce(max(version), 0) AS version FROM protocol WHERE line_id = ? OR name = ?',
  );
  const insert = db.prepare(
    `INSERT INTO protocol (id, line_id, name, version, position, stack, conditioning, discipline)
     VALUES (@id, @lineId, @name, @version, @position, @stack, @conditioning, @discipline)`,
  );
  const rewrite = db.prepare(
    `UPDATE protocol SET name = @name, stack = @stack, conditioning = @conditioning,
       discipline = @discipline WHERE id = @id`,
  );
  const retire = db.prepare('UPDATE protocol SET retired = 1 WHERE id = ?');
  const clearStations = db.prepare('DELETE FROM protocol_station WHERE protocol_id = ?');
  const insertStation = db.prepare(
    `INSERT INTO protocol_station
       (protocol_id, position, quantity, optional, repeats, tool, setup, repeatability_sd,
        repeatability_df)
     VALUES
       (@protocolId, @position, @quantity, @optional, @repeats, @tool, @setup, @sd, @df)`,
  );
  const nameHolder = db.prepare<[string], { lineId: string }>(
    'SELECT line_id AS lineId FROM protocol WHERE name = ? AND retired = 0',
  );

  function addStations(protocolId: string, stations: ProtocolFields['stations']): void {
    stations.forEach(({ quantity, optional, repeats, tool, setup, repeatability }, position) => {
      const { sd, df } = repeatability;
      insertStation.run({
        protocolId,
        position,
        quantity,
        optional: Number(optional),
        repeats,
        tool,
        setup,
        sd,
        df,
      });
    });
  }

  function all(): Protocol[] {
    const stations = selectStations.all();
    return selectAll.all().map(({ position: _, ...row }) => ({
      ...row,
      retired: row.retired === 1,
      used: row.used === 1,
      stack: JSON.parse(row.stack),
      stations: stations
        .filter((station) => station.protocol_id === row.id)
        .map((station) => ({
          quantity: station.quantity,
          optional: station.optional === 1,
          repeats: station.repeats,
          tool: station.tool,
          setup: station.setup,
          repeatability: {
            sd: station.repeatability_sd,
            df: station.repeatability_df,
            source: `${row.name}, version ${row.version}: ${station.quantity}`,
          },
          ownRepeatability: { sd: station.repeatability_sd, df: station.repeatability_df },
        })),
    }));
  }

  return {
    requireLine(lineId: string): void {
      if (!selectLine.get(lineId)) throw notFound('This protocol');
    },
    all,
    byId(id: string): Protocol {
      const found = all().find((protocol) => protocol.id === id);
      if (!found) throw notFound('This protocol');
      return found;
    },
    any: (): boolean => selectAll.get() !== undefined,
    /**
     * Adds a protocol. One that follows an unused version takes its place; one that follows a used
     * version becomes the next, and the used one stays with its sessions.
     */
    save(fields: ProtocolFields): { id: string; version: number } {
      const { id, basedOn, name, stations, conditioning, discipline } = fields;
      const stack = JSON.stringify(fields.stack);
      const before = basedOn ? this.byId(basedOn) : undefined;
      const holder = nameHolder.get(name);
      if (holder && holder.lineId !== before?.lineId)
        throw new Refusal(422, `${name} is the name of another protocol. Give this one its own.`, [
          { field: 'name', message: `${name} is the name of another protocol.` },
        ]);
      if (before?.retired)
        throw new Refusal(409, `${before.name} has a newer version already. Edit that one.`);
      if (before && !before.used) {
        rewrite.run({ id: before.id, name, stack, conditioning, discipline });
        clearStations.run(before.id);
        addStations(before.id, stations);
        return { id: before.id, version: before.version };
      }
      const lineId = before?.lineId ?? id;
      const version = (lastVersion.get(lineId, name)?.version ?? 0) + 1;
      // A new version stands where the one before it stood.
      const position = before
        ? (positionOf.get(before.id)?.position ?? 0)
        : (lastPosition.get()?.position ?? -1) + 1;
      insert.run({ id, lineId, name, version, position, stack, conditioning, discipline });
      addStations(id, stations);
      if (before) retire.run(before.id);
      return { id, version };
    },
    /** Adds a protocol that ships. */
    addDraft(id: string, draft: ProtocolDraft): void {
      this.save(savedDraft(draft, id));
    },
  };
}

export type ProtocolStore = ReturnType<typeof protocolStore>;
