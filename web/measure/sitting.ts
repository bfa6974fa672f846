/** The sitting at the bench: the session with this pair and protocol, and what can be done in it. */
import { useLocalStorage } from '@mantine/hooks';
import { useMemo } from 'react';
import { v7 as newId } from 'uuid';
import type { Lab, PairRecord, Protocol } from '#contract/records.ts';
import { type FigureSet, sessionFigures } from '#core/pair-figure.ts';
import type { MeasuredQuantityId, Side } from '#core/quantities.ts';
import { sessionReadings } from '#core/session-readings.ts';
import { keep, takeBack } from '../api/outbox.ts';
import { useOutbox } from '../api/queries.ts';
import { type BenchReading, type BenchSession, stands, withWaiting } from './waiting-readings.ts';

export interface NewEntry {
  quantity: MeasuredQuantityId;
  side: Side;
  typed: string;
  /** What a bare number in `typed` means. */
  unit: string;
  supersedes?: BenchReading | undefined;
  reason?: string;
  note?: string;
}

export interface Sitting {
  /** The session shown: the open one, else the last finished with this protocol. */
  session: BenchSession | undefined;
  /** False where the next reading starts a new session. */
  open: boolean;
  /** Earlier sittings with this pair. */
  earlier: BenchSession[];
  /** All readings of the sitting, voided and corrected ones too, in the order taken. */
  readings: BenchReading[];
  figures: Record<Side | 'pair', FigureSet>;
  valuesAt: (quantity: MeasuredQuantityId, side: Side) => number[];
  standingAt: (quantity: MeasuredQuantityId, side: Side) => BenchReading[];
  /** Values of the open session only: what the order of the hand counts. */
  takenAt: (quantity: MeasuredQuantityId, side: Side) => number[];
  record: (entry: NewEntry) => void;
  voidReading: (reading: BenchReading, reason: string) => void;
  /** Takes a reading back: unsent it goes, saved it is voided. */
  undo: (reading: BenchReading) => Promise<void>;
  addNote: (text: string) => void;
  finish: () => void;
  person: string;
  setPerson: (code: string) => void;
}

const EMPTY_FIGURES = { left: {}, right: {}, pair: {} };

/** The protocol to go on with: that of the pair's latest sitting, else the lab's first. */
export function protocolToUse(
  lab: Lab,
  record: PairRecord,
  chosen: string | null,
): Protocol | undefined {
  const last = record.sessions.at(-1)?.protocolId;
  return (
    lab.protocols.find((protocol) => protocol.id === chosen) ??
    lab.protocols.find((protocol) => protocol.id === last) ??
    lab.protocols[0]
  );
}

export function useSitting(record: PairRecord, lab: Lab, protocol: Protocol): Sitting {
  const outbox = useOutbox();
  const [person, setPerson] = useLocalStorage({ key: 'emvex-person', defaultValue: '' });
  const { pair } = record;
  const sessions = useMemo(
    () =>
      withWaiting(
        record.sessions,
        [...outbox.arrived, ...outbox.waiting].filter((change) => change.tag === pair.tag),
      ),
    [record.sessions, outbox, pair.tag],
  );
  const like = sessions.filter(
    (one) => one.protocolId === protocol.id && one.wornKm === pair.wornKm,
  );
  const current = like.findLast((one) => one.finishedAt === null);
  const session = current ?? like.at(-1);
  const readings = session?.readings ?? [];
  const figures = useMemo(
    () =>
      session
        ? sessionFigures(sessionReadings(session, pair.label, protocol, lab.instruments))
        : EMPTY_FIGURES,
    [session, pair.label, protocol, lab.instruments],
  );
  const standingAt = (quantity: MeasuredQuantityId, side: Side) =>
    readings.filter((r) => r.quantity === quantity && r.side === side && stands(r));
  const waiting = { person, tag: pair.tag };

  function ensureSession(): string {
    if (current) return current.id;
    const id = newId();
    keep({
      ...waiting,
      name: 'startSession',
      params: {},
      body: {
        id,
        pairId: pair.id,
        protocolId: protocol.id,
        person,
        configuration: 'as sold',
        wornKm: pair.wornKm,
        startedAt: new Date().toISOString(),
      },
    });
    return id;
  }

  function voidReading(reading: BenchReading, reason: string): void {
    keep({ ...waiting, name: 'voidReading', params: { id: reading.id }, body: { reason } });
  }

  return {
    session,
    open: current !== undefined,
    earlier: sessions.filter((one) => one !== session && one.readings.length > 0),
    readings,
    figures,
    standingAt,
    takenAt: (quantity, side) =>
      current ? standingAt(quantity, side).map((reading) => reading.value) : [],
    valuesAt: (quantity, side) => standingAt(quantity, side).map((reading) => reading.value),
    person,
    setPerson,
    record({ quantity, side, typed, unit, supersedes, reason = '', note = '' }) {
      const sessionId = ensureSession();
      const station = protocol.stations.find((one) => one.quantity === quantity);
      keep({
        ...waiting,
        name: 'recordReading',
        params: {},
        body: {
          id: newId(),
          sessionId,
          side,
          quantity,
          typed,
          unit,
          instrumentId: station?.instrumentId ?? '',
          takenAt: new Date().toISOString(),
          supersedes: supersedes?.id ?? null,
          reason,
          note,
        },
      });
    },
    voidReading,
    async undo(reading) {
      const unsent = outbox.waiting.find(
        (change) =>
          change.name === 'recordReading' && (change.body as { id: string }).id === reading.id,
      );
      if (unsent && (await takeBack(unsent.id))) return;
      voidReading(reading, 'undone at the slip');
    },
    addNote(text) {
      const id = ensureSession();
      const note = { id: newId(), text, at: new Date().toISOString() };
      keep({ ...waiting, name: 'addNote', params: { id }, body: note });
    },
    finish() {
      if (!current) return;
      const body = { finishedAt: new Date().toISOString() };
      keep({ ...waiting, name: 'finishSession', params: { id: current.id }, body });
    },
  };
}
