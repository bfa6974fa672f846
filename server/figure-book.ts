/**
 * Pairs with their figures, kept between requests for as long as neither the pair nor what the lab
 * knows of its readings has changed: its protocols, its gauges, the studies and the catalogue, and no
 * other part of the lab.
 */
import { isDeepStrictEqual } from 'node:util';
import type { MatchCheck } from '#contract/match-records.ts';
import type { MeasuredPair, SessionReadings } from '#core/figures/pair-figure.ts';
import { sessionReadings } from '#core/figures/session-readings.ts';
import { checkedPair } from '#core/match/check-figures.ts';
import type { LabFacts } from './lab-facts.ts';
import type { StoredPair } from './store/pairs.ts';
import type { StandingReading, StandingSession } from './store/sessions.ts';
import type { Stores } from './stores.ts';

/** Pairs that are held at once, some 50 kB each; the one not asked for longest goes first. */
const MOST_KEPT = 400;

interface KeptPair {
  revision: number;
  protocols: readonly string[];
  instruments: readonly string[];
  /** Absent: it has no check that would read a named feature. */
  outsole?: OutsoleNames;
  leansOn: readonly unknown[];
  pair: MeasuredPair;
}

interface FigureBook {
  pairs: Map<string, KeptPair>;
  /** Pairs worked out so far: for tests that count them. */
  worked: number;
}

const books = new WeakMap<Stores, FigureBook>();

/** The figures that are held for the book of these stores. */
export function figureBook(stores: Stores): FigureBook {
  const known = books.get(stores);
  if (known) return known;
  const book = { pairs: new Map(), worked: 0 };
  books.set(stores, book);
  return book;
}

function readingsOf(
  session: StandingSession,
  pair: StoredPair,
  lab: LabFacts,
): SessionReadings | undefined {
  const protocol = lab.protocols.find((known) => known.id === session.protocolId);
  return (
    protocol &&
    sessionReadings(
      session,
      pair.label,
      protocol,
      lab.instruments,
      lab.readingCatalogue,
      lab.adoptedStudies,
    )
  );
}

/**
 * A pair with its sittings, worked out anew.
 * @param keep leaves readings out, as a recall does; left out: all stand
 */
export function workOutPair(
  stores: Stores,
  lab: LabFacts,
  pair: StoredPair,
  keep?: (reading: StandingReading) => boolean,
): MeasuredPair {
  return pairOf(
    stores.sessions.standingOfPair(pair.id),
    stores.matches.ofPair(pair.id),
    lab,
    pair,
    stores.matches.namesOfPair(pair.id),
    keep,
  );
}

/** How the features of an outsole are named on the model of a pair. */
type OutsoleNames = ReturnType<Stores['matches']['namesOfPair']>;

function pairOf(
  sessions: readonly StandingSession[],
  checks: readonly MatchCheck[],
  lab: LabFacts,
  pair: StoredPair,
  outsole: OutsoleNames,
  keep?: (reading: StandingReading) => boolean,
): MeasuredPair {
  const { instruments, readingCatalogue: catalogue, protocols, adoptedStudies } = lab;
  return {
    id: pair.id,
    editionId: pair.editionId,
    tag: pair.tag,
    sessions: sessions.flatMap((session) => {
      const kept = keep ? { ...session, readings: session.readings.filter(keep) } : session;
      return readingsOf(kept, pair, lab) ?? [];
    }),
    checks: checks.map((check) =>
      checkedPair(check, {
        label: pair.label,
        wornKm: pair.wornKm,
        ...outsole,
        instruments,
        catalogue,
        protocols,
        adoptedStudies,
      }),
    ),
  };
}

/** The parts of the lab that a pair leans on: the same objects for as long as they are the same. */
function partsOf(
  lab: LabFacts,
  protocols: readonly string[],
  instruments: readonly string[],
): unknown[] {
  return [
    lab.readingCatalogue,
    lab.adoptedStudies,
    // A new protocol may be the one that learns the most.
    lab.protocols.length,
    ...protocols.map((id) => lab.protocols.find((known) => known.id === id)),
    ...instruments.map((id) => lab.instruments.find((known) => known.id === id)),
  ];
}

/** A pair with its sittings: what is held of it, or worked out where something has changed. */
export function measuredPair(stores: Stores, lab: LabFacts, pair: StoredPair): MeasuredPair {
  // A change under way has not counted its pair on yet.
  if (stores.learned.isChanging()) return workOutPair(stores, lab, pair);
  const book = figureBook(stores);
  const known = book.pairs.get(pair.id);
  if (known) {
    // Held in the order in which they were asked for.
    book.pairs.delete(pair.id);
    const parts = partsOf(lab, known.protocols, known.instruments);
    const isNamedAlike =
      !known.outsole || isDeepStrictEqual(known.outsole, stores.matches.namesOfPair(pair.id));
    if (
      known.revision === pair.revision &&
      isNamedAlike &&
      parts.every((part, place) => part === known.leansOn[place])
    ) {
      book.pairs.set(pair.id, known);
      return known.pair;
    }
  }
  const sessions = stores.sessions.standingOfPair(pair.id);
  const checks = stores.matches.ofPair(pair.id);
  // A check leans on whichever protocol has learned the most of its quantity.
  const protocols =
    checks.length > 0
      ? lab.protocols.map(({ id }) => id)
      : [...new Set(sessions.map((session) => session.protocolId))];
  const instruments = [
    ...new Set(
      [...sessions, ...checks].flatMap(({ readings }) =>
        readings.flatMap(({ instrumentId }) => instrumentId ?? []),
      ),
    ),
  ];
  const outsole = stores.matches.namesOfPair(pair.id);
  const measured = pairOf(sessions, checks, lab, pair, outsole);
  book.worked += 1;
  book.pairs.set(pair.id, {
    revision: pair.revision,
    protocols,
    instruments,
    ...(checks.length > 0 ? { outsole } : {}),
    leansOn: partsOf(lab, protocols, instruments),
    pair: measured,
  });
  const [oldest] = book.pairs.keys();
  if (book.pairs.size > MOST_KEPT && oldest !== undefined) book.pairs.delete(oldest);
  return measured;
}
