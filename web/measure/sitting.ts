/** The sitting at the bench: the session with this pair and protocol, and what can be done in it. */
import { useLocalStorage } from '@mantine/hooks';
import { group } from 'd3-array';
import { useMemo } from 'react';
import { v7 as newId } from 'uuid';
import type { z } from 'zod';
import type { Lab, Protocol } from '#contract/lab-records.ts';
import type { PairRecord } from '#contract/pair-records.ts';
import type { sessionTerms } from '#contract/reading-records.ts';
import type { Use } from '#core/catalogue/disciplines.ts';
import type { MeasuredQuantityId, Side } from '#core/catalogue/quantities.ts';
import { countOnSameTerms, type TakenOnBasis } from '#core/figures/counted-readings.ts';
import {
  type FigureSet,
  type HandScore,
  handScores,
  sessionFigures,
} from '#core/figures/pair-figure.ts';
import { stands } from '#core/figures/reading.ts';
import type { Room } from '#core/figures/room.ts';
import { sessionReadings } from '#core/figures/session-readings.ts';
import { configurationOf } from '#core/fit/placed-insole.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { keep } from '../api/outbox.ts';
import { usePerson } from '../api/person.ts';
import { useOutbox } from '../api/queries.ts';
import { type BenchReading, type BenchSession, projectSittings } from '../bench/projected.ts';
import { useSteady } from '../bench/steady.ts';
import { useUndo } from '../bench/undo.ts';
import { useCatalogue } from '../shell/units.ts';

export interface NewEntry {
  quantity: MeasuredQuantityId;
  side: Side;
  typed: string;
  /** What a bare number in `typed` means. */
  unit: string;
  instrumentId: string;
  entered?: 'typed' | 'live';
  room?: Room;
  supersedes?: BenchReading | undefined;
  reason?: string;
  note?: string;
}

/** In which configuration, how far worn and how conditioned the shoes are. */
export type SessionTerms = z.output<typeof sessionTerms>;

/** The basis of each quantity by a protocol, on what is said of the shoes. */
const basisIn =
  (
    label: SizeLabel,
    { stack, stations }: Pick<Protocol, 'stack' | 'stations'>,
    { configuration, removed, wornKm }: Pick<SessionTerms, 'configuration' | 'removed' | 'wornKm'>,
  ): TakenOnBasis['basisOf'] =>
  (quantity) => ({
    label,
    configuration,
    removed,
    wornKm,
    stack,
    setup: stations.find((station) => station.quantity === quantity)?.setup ?? '',
  });

/** What was read of a pair by other protocols, and in checks of left against right. */
function takenElsewhere(
  { pair, checked }: PairRecord,
  sessions: readonly BenchSession[],
  protocol: Protocol,
  protocols: readonly Protocol[],
): TakenOnBasis[] {
  const others = sessions.flatMap((session): TakenOnBasis[] => {
    const by = protocols.find(({ id }) => id === session.protocolId);
    // A second session by the same protocol is meant to take everything anew.
    if (!by || by.lineId === protocol.lineId) return [];
    return [
      { basisOf: basisIn(pair.label, by, session), readings: session.readings.filter(stands) },
    ];
  });
  const asSold = { configuration: 'as sold', removed: '', wornKm: pair.wornKm } as const;
  return [
    ...others,
    {
      basisOf: () => ({ ...basisIn(pair.label, protocol, asSold)('mass'), setup: 'on the shoe' }),
      readings: checked,
    },
  ];
}

/** What a person chose where another's session was open. */
export interface SessionChoice {
  session: string;
  person: string;
  choice: 'continue' | 'own';
}

/**
 * The open session that the next reading of a person goes into, and that of another person which is to be asked
 * about first. A person who has read in it already is not asked again.
 */
export function sessionToContinue<S extends Pick<BenchSession, 'id' | 'person' | 'finishedAt'>>(
  sessions: readonly (S & { readings: readonly { person: string }[] })[],
  person: string,
  chosen: SessionChoice | null,
): { current: S | undefined; toAsk: S | undefined } {
  const open = sessions.filter(({ finishedAt }) => finishedAt === null);
  const own = open.findLast((session) => session.person === person);
  if (own) return { current: own, toAsk: undefined };
  const last = open.at(-1);
  if (!last) return { current: undefined, toAsk: undefined };
  const choice =
    chosen?.session === last.id && chosen.person === person ? chosen.choice : undefined;
  if (choice === 'own') return { current: undefined, toAsk: undefined };
  const joined = choice === 'continue' || last.readings.some((one) => one.person === person);
  // A session of nobody is anybody's, and nobody in particular has no session to begin.
  const named = last.person !== '' && person !== '';
  return { current: last, toAsk: named && !joined ? last : undefined };
}

export interface Sitting {
  /** The session shown: the open one, else the last finished with this protocol. */
  session: BenchSession | undefined;
  /** False where the next reading starts a new session. */
  open: boolean;
  /** Code of the other person whose open session this is, until it is said whether to continue it. */
  askAbout: string | undefined;
  choose: (choice: SessionChoice['choice']) => void;
  /** Earlier sittings with this pair. */
  earlier: BenchSession[];
  /** All readings of the sitting, voided and corrected ones too, in the order taken. */
  readings: BenchReading[];
  figures: Record<Side | 'pair', FigureSet>;
  /** Scores by hand: ordinal, apart from the figures. */
  scores: HandScore[];
  /** What is said of the shoes: of this sitting, or for the one that the next reading starts. */
  terms: SessionTerms;
  describe: (terms: SessionTerms) => void;
  /** The sitting's id, started if none is open: for what is sent beside the readings. */
  ensureSession: () => string;
  valuesAt: (quantity: MeasuredQuantityId, side: Side) => number[];
  standingAt: (quantity: MeasuredQuantityId, side: Side) => BenchReading[];
  /** Values of the open session only: trials count from here. */
  takenAt: (quantity: MeasuredQuantityId, side: Side) => number[];
  /** Readings on the same terms by other protocols and in checks: they need not be taken again. */
  countedAt: (quantity: MeasuredQuantityId, side: Side) => number;
  record: (entry: NewEntry) => void;
  voidReading: (reading: BenchReading, reason: string) => void;
  /** Takes a reading back: unsent it goes, saved it is voided. */
  undo: (reading: BenchReading) => Promise<void>;
  addNote: (text: string) => void;
  finish: () => void;
  person: string;
}

const EMPTY_FIGURES = { left: {}, right: {}, pair: {} };
const NO_READINGS: BenchReading[] = [];

/** The protocols in the groups they are offered in: those of this shoe's uses first. */
export function groupProtocols(
  offered: readonly Protocol[],
  uses: readonly Use[],
): { group: string; items: Protocol[] }[] {
  const isOfUse = ({ discipline }: Protocol) => uses.some((use) => use.discipline === discipline);
  return [
    { group: 'For this use', items: offered.filter(isOfUse) },
    { group: 'For any shoe', items: offered.filter(({ discipline }) => discipline === '') },
    {
      group: 'For other uses',
      items: offered.filter((protocol) => protocol.discipline !== '' && !isOfUse(protocol)),
    },
  ].filter(({ items }) => items.length > 0);
}

/** The protocols that are offered: the newest of each line, and those of sittings still open. */
export function offeredProtocols(lab: Lab, record: PairRecord): Protocol[] {
  const open = new Set(
    record.sessions.filter((one) => one.finishedAt === null).map((one) => one.protocolId),
  );
  return lab.protocols.filter((protocol) => !protocol.retired || open.has(protocol.id));
}

/** The protocol to go on with: that of the pair's latest sitting, else the lab's first. */
export function protocolToUse(
  lab: Lab,
  record: PairRecord,
  chosen: string | null,
): Protocol | undefined {
  const offered = offeredProtocols(lab, record);
  const last = lab.protocols.find((one) => one.id === record.sessions.at(-1)?.protocolId);
  return (
    offered.find((protocol) => protocol.id === chosen) ??
    offered.find((protocol) => protocol.id === last?.id) ??
    // A newer version of the line takes over where the last one was edited since.
    offered.find((protocol) => protocol.lineId === last?.lineId) ??
    offered[0]
  );
}

export function useSitting(pairRecord: PairRecord, lab: Lab, protocol: Protocol): Sitting {
  const outbox = useOutbox();
  const [person] = usePerson();
  const { pair, sessions: recorded, placed, kmNow } = pairRecord;
  const catalogue = useCatalogue();
  const [nextTerms, setNextTerms] = useLocalStorage<SessionTerms | null>({
    key: `emvex-terms-${pair.tag}`,
    defaultValue: null,
  });
  const sessions = useMemo(
    () =>
      projectSittings(
        recorded,
        [...outbox.arrived, ...outbox.waiting].filter((change) => change.tag === pair.tag),
        { catalogue, instruments: lab.instruments },
      ),
    [recorded, outbox, pair.tag, catalogue, lab.instruments],
  );
  const like = sessions.filter((one) => one.protocolId === protocol.id);
  const [choice, setChoice] = useLocalStorage<SessionChoice | null>({
    key: `emvex-session-of-${pair.tag}`,
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const { current, toAsk } = sessionToContinue(like, person, choice);
  const session = current ?? like.findLast((one) => one.wornKm === pair.wornKm);
  const readings = session?.readings ?? NO_READINGS;
  const { figures, scores } = useMemo(() => {
    if (!session) return { figures: EMPTY_FIGURES, scores: [] };
    const read = sessionReadings(
      session,
      pair.label,
      protocol,
      lab.instruments,
      catalogue,
      lab.adoptedStudies,
    );
    return { figures: sessionFigures(read), scores: handScores(read) };
  }, [session, pair.label, protocol, lab.instruments, lab.adoptedStudies, catalogue]);
  const byStation = useMemo(
    () => group(readings.filter(stands), (reading) => `${reading.quantity} ${reading.side}`),
    [readings],
  );
  const elsewhere = useMemo(
    () => takenElsewhere(pairRecord, sessions, protocol, lab.protocols),
    [pairRecord, sessions, protocol, lab.protocols],
  );
  const waiting = { person, tag: pair.tag };
  const undo = useUndo(waiting);
  const terms = useMemo((): SessionTerms => {
    const untold = {
      configuration: configurationOf(placed),
      removed: '',
      conditioned: null,
    } as const;
    const said = current ?? nextTerms ?? { ...untold, wornKm: kmNow };
    const { configuration, removed, conditioned, wornKm } = said;
    return { configuration, removed, conditioned, wornKm };
  }, [current, nextTerms, kmNow, placed]);

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
        ...terms,
        startedAt: new Date().toISOString(),
      },
    });
    // They were said of this sitting; the next one starts anew.
    setNextTerms(null);
    return id;
  }

  const begin = useSteady(ensureSession);
  const describe = useSteady((next: SessionTerms) => {
    if (!current) setNextTerms(next);
    else
      keep({
        ...waiting,
        name: 'describeSession',
        params: { id: current.id },
        body: { ...next, version: current.version },
      });
  });
  const record = useSteady(
    ({
      quantity,
      side,
      typed,
      unit,
      instrumentId,
      entered = 'typed',
      room = {},
      supersedes,
      reason = '',
      note = '',
    }: NewEntry) => {
      const occasionId = ensureSession();
      keep({
        ...waiting,
        name: 'recordReading',
        params: {},
        body: {
          id: newId(),
          occasionId,
          side,
          quantity,
          typed,
          unit,
          instrumentId,
          entered,
          temperatureC: room.temperatureC ?? null,
          humidityPct: room.humidityPct ?? null,
          takenAt: new Date().toISOString(),
          supersedes: supersedes?.id ?? null,
          reason,
          note,
        },
      });
    },
  );
  const choose = useSteady((choice: SessionChoice['choice']) => {
    if (toAsk) setChoice({ session: toAsk.id, person, choice });
  });
  const voidReading = useSteady((reading: BenchReading, reason: string) => {
    keep({ ...waiting, name: 'voidReading', params: { id: reading.id }, body: { reason } });
  });
  const takeBack = useSteady((reading: BenchReading) => undo(reading, 'undone at the slip'));
  const addNote = useSteady((text: string) => {
    const id = ensureSession();
    const note = { id: newId(), text, at: new Date().toISOString() };
    keep({ ...waiting, name: 'addNote', params: { id }, body: note });
  });
  const finish = useSteady(() => {
    if (!current) return;
    const body = { finishedAt: new Date().toISOString() };
    keep({ ...waiting, name: 'finishSession', params: { id: current.id }, body });
  });

  // The same for as long as it says the same: what shows it does not render for what is typed.
  return useMemo(() => {
    const standingAt = (quantity: MeasuredQuantityId, side: Side) =>
      byStation.get(`${quantity} ${side}`) ?? [];
    const valuesAt = (quantity: MeasuredQuantityId, side: Side) =>
      standingAt(quantity, side).map(({ value }) => value);
    return {
      session,
      open: current !== undefined,
      askAbout: toAsk?.person,
      choose,
      earlier: sessions.filter((one) => one !== session && one.readings.length > 0),
      readings,
      figures,
      scores,
      terms,
      person,
      standingAt,
      valuesAt,
      takenAt: (quantity, side) => (current ? valuesAt(quantity, side) : []),
      countedAt: (quantity, side) =>
        countOnSameTerms(
          quantity,
          side,
          basisIn(pair.label, protocol, terms),
          elsewhere,
          catalogue,
        ),
      ensureSession: begin,
      describe,
      record,
      voidReading,
      undo: takeBack,
      addNote,
      finish,
    };
  }, [
    sessions,
    session,
    current,
    toAsk,
    choose,
    readings,
    figures,
    scores,
    terms,
    person,
    byStation,
    elsewhere,
    catalogue,
    pair.label,
    protocol,
    begin,
    describe,
    record,
    voidReading,
    takeBack,
    addNote,
    finish,
  ]);
}
