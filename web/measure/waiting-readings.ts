/** What the bench shows: what the server has, with what still waits in the browser put on top. */
import type { NewReading, Reading, Session } from '#contract/records.ts';
import { type Catalogue, QUANTITIES } from '#core/quantities.ts';
import { readTypedReading } from '#core/typed-reading.ts';
import type { WaitingChange } from '../api/outbox.ts';

export type BenchReading = Reading & { waiting?: boolean };
export type BenchSession = Omit<Session, 'readings'> & { readings: BenchReading[] };

function addReading(session: BenchSession, body: NewReading, catalogue: Catalogue): void {
  if (session.readings.some((reading) => reading.id === body.id)) return;
  const definition = catalogue[body.quantity];
  const read = definition && readTypedReading(body.typed, definition, body.unit);
  if (!read?.ok) return;
  const earlier = session.readings.find((reading) => reading.id === body.supersedes);
  const same = session.readings.filter(
    (reading) => reading.quantity === body.quantity && reading.side === body.side,
  );
  if (earlier) earlier.supersededBy = body.id;
  session.readings.push({
    supersedes: null,
    reason: '',
    note: '',
    entered: 'typed',
    temperatureC: null,
    humidityPct: null,
    curveId: null,
    curveWindow: null,
    cycleSd: null,
    ...body,
    value: read.value.value,
    trial: earlier?.trial ?? Math.max(0, ...same.map((reading) => reading.trial)) + 1,
    supersededBy: null,
    voided: null,
    waiting: true,
  } as BenchReading);
}

function apply(sessions: BenchSession[], change: WaitingChange, catalogue: Catalogue): void {
  const { name, params, body } = change as unknown as {
    name: string;
    params: { id?: string };
    body: never;
  };
  const find = (id: string | undefined) => sessions.find((session) => session.id === id);
  if (name === 'startSession') {
    const fields = body as Session;
    if (!find(fields.id))
      sessions.push({ ...fields, version: 1, finishedAt: null, readings: [], notes: [] });
  } else if (name === 'describeSession') {
    const session = find(params.id);
    const { version, ...terms } = body as { version: number };
    // What has arrived already is in the fetched session, with its version.
    if (session && session.version === version)
      Object.assign(session, terms, { version: version + 1 });
  } else if (name === 'recordReading') {
    const reading = body as NewReading;
    const session = find(reading.sessionId);
    if (session) addReading(session, reading, catalogue);
  } else if (name === 'voidReading') {
    for (const session of sessions)
      for (const reading of session.readings)
        if (reading.id === params.id) reading.voided ??= (body as { reason: string }).reason;
  } else if (name === 'addNote') {
    const note = body as Session['notes'][number];
    const session = find(params.id);
    if (session && !session.notes.some((one) => one.id === note.id)) session.notes.push(note);
  } else if (name === 'finishSession') {
    const session = find(params.id);
    if (session) session.finishedAt ??= (body as { finishedAt: string }).finishedAt;
  }
}

/**
 * Sessions of a pair with waiting changes applied. A change that the server already has changes
 * nothing, so that arrivals may be applied until they are fetched.
 */
export function withWaiting(
  sessions: readonly Session[],
  changes: readonly WaitingChange[],
  catalogue: Catalogue = QUANTITIES,
): BenchSession[] {
  const merged: BenchSession[] = sessions.map((session) => ({
    ...session,
    readings: session.readings.map((reading) => ({ ...reading })),
    notes: [...session.notes],
  }));
  for (const change of changes) if (!change.refused) apply(merged, change, catalogue);
  return merged;
}

/** A reading that counts: neither corrected nor voided. */
export const stands = (reading: Reading): boolean =>
  reading.voided === null && reading.supersededBy === null;
