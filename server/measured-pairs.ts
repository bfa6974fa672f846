/** Pairs as the core wants them, and what the lab as a whole has learned from them. */
import type { Lab } from '#contract/records.ts';
import { SAME_WEAR_KM, stackBasisKey } from '#core/basis.ts';
import { type PooledSpreads, poolSpread } from '#core/edition-figure.ts';
import {
  DEFAULT_MASS_EXPONENT,
  fitMassExponent,
  type MassExponent,
  type WeighedShoe,
} from '#core/mass.ts';
import { type MeasuredPair, sessionFigures } from '#core/pair-figure.ts';
import { type NoticeableSteps, QUANTITY_IDS, type QuantityId } from '#core/quantities.ts';
import { sessionReadings } from '#core/session-readings.ts';
import { lastLength } from '#core/size-label.ts';
import type { StoredPair } from './store/pairs.ts';
import type { Stores } from './stores.ts';

export interface LabKnowledge {
  exponent: MassExponent;
  spreads: PooledSpreads;
  noticeable: NoticeableSteps;
}

/** A lab's own exponent replaces the default once it is the surer of the two. */
const EXPONENT_DF = 4;

/** Instruments and protocols, read once for many pairs. */
export type LabRecords = Pick<Lab, 'instruments' | 'protocols'>;

export function labRecords(stores: Stores): LabRecords {
  return { instruments: stores.lab.instruments(), protocols: stores.lab.protocols() };
}

export function measuredPair(stores: Stores, lab: LabRecords, pair: StoredPair): MeasuredPair {
  return {
    id: pair.id,
    tag: pair.tag,
    sessions: stores.sessions.ofPair(pair.id).flatMap((session) => {
      const protocol = lab.protocols.find((known) => known.id === session.protocolId);
      return protocol ? [sessionReadings(session, pair.label, protocol, lab.instruments)] : [];
    }),
  };
}

/** Writes the row of the list that a change of readings touched. */
export function summarisePair(stores: Stores, pairId: string): void {
  const pair = stores.pairs.byId(pairId);
  const lab = labRecords(stores);
  const measured = measuredPair(stores, lab, pair);
  const sessions = stores.sessions.ofPair(pairId);
  const latest = sessions.at(-1);
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
      const figure = sessionFigures(session).pair[quantity];
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

function learn(stores: Stores): Omit<LabKnowledge, 'noticeable'> {
  const lab = labRecords(stores);
  const weighed: WeighedShoe[] = [];
  const groups = new Map<QuantityId, Map<string, number[]>>();
  for (const edition of stores.editions.list())
    for (const pair of stores.pairs.ofEdition(edition.id)) {
      const latest = measuredPair(stores, lab, pair).sessions.at(-1);
      // Only shoes as sold and as good as new say how pairs and sizes of an edition differ.
      if (latest?.basis.configuration !== 'as sold' || latest.basis.wornKm > SAME_WEAR_KM) continue;
      const figures = sessionFigures(latest).pair;
      const stack = latest.basis.stack ? stackBasisKey(latest.basis.stack) : '';
      const size = lastLength(pair.label).toFixed(1);
      if (figures.mass)
        weighed.push({ edition: edition.id, label: pair.label, massG: figures.mass.value });
      for (const quantity of QUANTITY_IDS) {
        const figure = figures[quantity];
        if (!figure) continue;
        const key = `${edition.id} ${size} ${figure.basis.stack ? stack : ''}`;
        const byKey = groups.get(quantity) ?? new Map<string, number[]>();
        byKey.set(key, [...(byKey.get(key) ?? []), figure.value]);
        groups.set(quantity, byKey);
      }
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
    return { ...kept.knowledge, noticeable: stores.lab.noticeable() };
  };
}
