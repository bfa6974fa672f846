/** Pairs as the core wants them, and what the lab as a whole has learned from them. */
import type { Lab, Protocol } from '#contract/records.ts';
import { SAME_WEAR_KM, stackBasisKey } from '#core/basis.ts';
import type { KeptBridge } from '#core/conversions.ts';
import { type PooledSpreads, poolSpread } from '#core/edition-figure.ts';
import {
  DEFAULT_MASS_EXPONENT,
  fitMassExponent,
  type MassExponent,
  type WeighedShoe,
} from '#core/mass.ts';
import {
  figuresIn,
  type MeasuredPair,
  type SessionReadings,
  sessionFigures,
} from '#core/pair-figure.ts';
import { pooledRepeatability, scatterOfRepeats } from '#core/pooled-repeatability.ts';
import {
  type Catalogue,
  describeQuantity,
  type NoticeableSteps,
  type QuantityId,
} from '#core/quantities.ts';
import { sessionReadings } from '#core/session-readings.ts';
import { lastLength } from '#core/size-label.ts';
import { describeFault, type Log } from './log.ts';
import type { StoredPair } from './store/pairs.ts';
import type { StandingReading, StandingSession } from './store/sessions.ts';
import type { Stores } from './stores.ts';

export interface LabKnowledge {
  exponent: MassExponent;
  bridges: KeptBridge[];
  spreads: PooledSpreads;
  noticeable: NoticeableSteps;
  catalogue: Catalogue;
}

/** A lab's own exponent replaces the default once it is the surer of the two. */
const EXPONENT_DF = 4;

/** Instruments, protocols and catalogue, read once for many pairs. */
export type LabRecords = Pick<Lab, 'instruments' | 'protocols' | 'adoptedStudies'> & {
  catalogue: Catalogue;
};

/** Protocols with the repeatability that this lab's own repeats show, where they show one. */
function learnedProtocols(stores: Stores, catalogue: Catalogue): Protocol[] {
  const scatter = new Map(
    stores.figures.scatter().map((row) => [`${row.protocolId} ${row.quantity}`, row]),
  );
  return stores.protocols.all().map((protocol) => ({
    ...protocol,
    stations: protocol.stations.map((station) => ({
      ...station,
      repeatability: pooledRepeatability(
        station.repeatability,
        scatter.get(`${protocol.id} ${station.quantity}`),
        10 ** -(catalogue[station.quantity]?.decimals ?? 1),
      ),
    })),
  }));
}

export function labRecords(stores: Stores): LabRecords {
  const catalogue = stores.lab.catalogue();
  return {
    instruments: stores.instruments.all(),
    protocols: learnedProtocols(stores, catalogue),
    adoptedStudies: stores.gaugeStudies.adopted(),
    catalogue,
  };
}

function readingsOf(
  session: StandingSession,
  pair: StoredPair,
  lab: LabRecords,
): SessionReadings | undefined {
  const protocol = lab.protocols.find((known) => known.id === session.protocolId);
  return (
    protocol &&
    sessionReadings(
      session,
      pair.label,
      protocol,
      lab.instruments,
      lab.catalogue,
      lab.adoptedStudies,
    )
  );
}

/**
 * A pair with its sessions.
 * @param keep leaves readings out, as a recall does; left out: all stand
 */
export function measuredPair(
  stores: Stores,
  lab: LabRecords,
  pair: StoredPair,
  keep?: (reading: StandingReading) => boolean,
): MeasuredPair {
  return {
    id: pair.id,
    tag: pair.tag,
    sessions: stores.sessions.standingOfPair(pair.id).flatMap((session) => {
      const kept = keep ? { ...session, readings: session.readings.filter(keep) } : session;
      return readingsOf(kept, pair, lab) ?? [];
    }),
  };
}

/** Writes the rows that a change of readings touched: of the session, and of the list. */
export function summarisePair(
  stores: Stores,
  pairId: string,
  { sessionId, lab = labRecords(stores) }: { sessionId?: string; lab?: LabRecords } = {},
): void {
  const pair = stores.pairs.byId(pairId);
  const measured = measuredPair(stores, lab, pair);
  const figures = new Map(
    measured.sessions.map((session) => [session.id, sessionFigures(session).pair]),
  );
  for (const session of measured.sessions) {
    if (sessionId && session.id !== sessionId) continue;
    stores.figures.write(
      session.id,
      figuresIn(figures.get(session.id) ?? {}).map(({ quantity, value }) => {
        const { ss, df } = scatterOfRepeats(
          session.readings.filter((reading) => reading.quantity === quantity),
        );
        return { quantity, value, scatterSs: ss, scatterDf: df };
      }),
    );
  }
  const latest = stores.sessions.latestOf(pairId);
  const protocol = lab.protocols.find((known) => known.id === latest?.protocolId);
  const required = protocol?.stations.filter((station) => !station.optional) ?? [];
  const taken = measured.sessions.find((session) => session.id === latest?.id)?.readings ?? [];
  const done = new Set(
    taken
      .filter((reading) => required.some((station) => station.quantity === reading.quantity))
      .map((reading) => `${reading.quantity} ${reading.side}`),
  );
  const value = (quantity: QuantityId): number | null => {
    for (const session of [...measured.sessions].reverse()) {
      const figure = figures.get(session.id)?.[quantity];
      if (figure) return figure.value;
    }
    return null;
  };
  stores.pairs.writeSummary({
    pairId,
    readings: measured.sessions.reduce((sum, session) => sum + session.readings.length, 0),
    stationsDone: done.size,
    stations: required.length * (pair.shoes === 'both' ? 2 : 1),
    heelMm: value('heel-stack'),
    forefootMm: value('forefoot-stack'),
    massG: value('mass'),
  });
}

/**
 * Works out again the cached rows that an update or a file left behind, a pair at a time, so that
 * requests in between are answered.
 */
export async function refreshStale(stores: Stores, log: Log): Promise<void> {
  const lab = labRecords(stores);
  for (const pairId of stores.pairs.stale()) {
    try {
      stores.changes.quietly(() => summarisePair(stores, pairId, { lab }));
    } catch (error) {
      // One pair that cannot be summed up, or a moment at which the book is busy, is no reason to
      // leave the others: it stays marked, and is tried again at the next file or start.
      log.error({ ...describeFault(error), pairId }, 'the row of a pair could not be worked out');
    }
    await new Promise((resolve) => setImmediate(resolve));
  }
  stores.changes.touch();
}

function learn(stores: Stores): Pick<LabKnowledge, 'exponent' | 'spreads'> {
  const protocols = new Map(stores.protocols.all().map((protocol) => [protocol.id, protocol]));
  const catalogue = stores.lab.catalogue();
  const weighed: WeighedShoe[] = [];
  const groups = new Map<QuantityId, Map<string, number[]>>();
  // Only shoes as sold and as good as new say how pairs and sizes of an edition differ.
  for (const one of stores.figures.ofNewShoes(SAME_WEAR_KM)) {
    const { quantity, value } = one;
    const label = { system: one.system, size: one.size };
    if (quantity === 'mass') weighed.push({ edition: one.editionId, label, massG: value });
    const { dependsOn } = describeQuantity(quantity, catalogue);
    const protocol = protocols.get(one.protocolId);
    const terms = [
      dependsOn.includes('stack') && protocol ? stackBasisKey(protocol.stack) : '',
      dependsOn.includes('setup')
        ? (protocol?.stations.find((station) => station.quantity === quantity)?.setup ?? '')
        : '',
    ];
    const key = [one.editionId, lastLength(label).toFixed(1), ...terms].join(' ');
    const byKey = groups.get(quantity) ?? new Map<string, number[]>();
    byKey.set(key, [...(byKey.get(key) ?? []), value]);
    groups.set(quantity, byKey);
  }
  const fit = fitMassExponent(weighed);
  const surer = fit && fit.df >= EXPONENT_DF && fit.uK < DEFAULT_MASS_EXPONENT.uK;
  const spreads: PooledSpreads = {};
  for (const [quantity, byKey] of groups) {
    const pooled = poolSpread([...byKey.values()]);
    if (pooled) spreads[quantity] = pooled;
  }
  return { exponent: surer ? fit : DEFAULT_MASS_EXPONENT, spreads };
}

/** What the lab has learned, worked out again after a change and kept until the next. */
export function labKnowledge(stores: Stores): () => LabKnowledge {
  let kept: { revision: number; knowledge: ReturnType<typeof learn> } | undefined;
  return () => {
    const revision = stores.changes.revision();
    if (kept?.revision !== revision) kept = { revision, knowledge: learn(stores) };
    return {
      ...kept.knowledge,
      bridges: stores.bridges.inUse(),
      noticeable: stores.lab.noticeable(),
      catalogue: stores.lab.catalogue(),
    };
  };
}
