/** What is written of a measured pair: for lists, and for what the lab learns. */

import { describeQuantity, type QuantityId } from '#core/catalogue/quantities.ts';
import { usualSlope, wearKind } from '#core/catalogue/slopes.ts';
import { stackBasisKey } from '#core/figures/basis.ts';
import { scatterOfSitting } from '#core/figures/learned-repeatability.ts';
import { learnedSlope, slopeGroup } from '#core/figures/learned-slopes.ts';
import { figuresIn, sessionFigures } from '#core/figures/pair-figure.ts';
import { FIGURE_LIMITS } from '#core/limits/figure-limits.ts';
import { lastLength } from '#core/sizing/size-label.ts';
import { NO_SLOPE_SUMS } from '#core/statistics/grading.ts';
import { describeFault } from './described-fault.ts';
import { workOutPair } from './figure-book.ts';
import { type LabFacts, labFacts } from './lab-facts.ts';
import type { Log } from './log.ts';
import type { SlopeJudge } from './store/learned-slopes.ts';
import type { Stores } from './stores.ts';

/** What a figure depends on besides size and wear: basis and set-up. */
function basisWords(
  quantity: QuantityId,
  protocol: LabFacts['protocols'][number] | undefined,
  catalogue: LabFacts['catalogue'],
): string {
  const { dependsOn } = describeQuantity(quantity, catalogue);
  const station = protocol?.stations.find((one) => one.quantity === quantity);
  return [
    dependsOn.includes('stack') && protocol ? stackBasisKey(protocol.stack) : '',
    dependsOn.includes('setup') ? (station?.setup ?? '') : '',
  ].join(' ');
}

/** What a figure of a new shoe may be pooled with: size, and what else it depends on. */
export const likeness = (
  quantity: QuantityId,
  lastMm: number,
  protocol: LabFacts['protocols'][number] | undefined,
  catalogue: LabFacts['catalogue'],
): string => `${lastMm.toFixed(1)} ${basisWords(quantity, protocol, catalogue)}`;

/** The smallest step that is read of a quantity. */
export const stepsOf =
  ({ catalogue }: Pick<LabFacts, 'catalogue'>) =>
  (quantity: QuantityId): number =>
    10 ** -describeQuantity(quantity, catalogue).decimals;

/** A lab's own slope is in use where it is surer than the usual one, and near it or taken over by a person. */
export const judgeSlopes = (catalogue: LabFacts['catalogue']): SlopeJudge => ({
  sumsOf(quantity, by, points) {
    const usual = usualSlope(describeQuantity(quantity, catalogue), by);
    return usual ? slopeGroup(points, usual) : NO_SLOPE_SUMS;
  },
  isInUse({ quantity, by, inUse, taken, ...sums }) {
    const usual = usualSlope(describeQuantity(quantity, catalogue), by);
    const found = learnedSlope(sums, usual, inUse);
    return found?.isSurer === true && (taken || !found.isFar);
  },
});

/** What a pair says of its edition, where it speaks for it. */
export function publishPair(stores: Stores, pairId: string): void {
  const lab = labFacts(stores);
  const protocolOf = (protocolId: string) => lab.protocols.find(({ id }) => id === protocolId);
  stores.learned.publishPair(pairId, {
    // Only shoes as sold and as good as new say how pairs and sizes of an edition differ.
    newKm: FIGURE_LIMITS.sameWear.value,
    asLike({ quantity, editionId, value, system, size, protocolId }) {
      const lastMm = lastLength({ system, size });
      const alike = likeness(quantity, lastMm, protocolOf(protocolId), lab.catalogue);
      return { editionId, quantity, alike, value, logLength: Math.log(lastMm) };
    },
    asWorn({ quantity, value, wornKm, protocolId }) {
      const definition = lab.catalogue[quantity];
      if (!definition) return undefined;
      const protocol = protocolOf(protocolId);
      const stack = definition.dependsOn.includes('stack') ? protocol?.stack : undefined;
      return {
        by: wearKind(definition, stack),
        quantity,
        basis: basisWords(quantity, protocol, lab.catalogue),
        at: wornKm / 100,
        value,
      };
    },
    stepOf: stepsOf(lab),
    slopes: judgeSlopes(lab.catalogue),
  });
}

/**
 * Writes the rows that a change of readings touched: of the list, and what the lab learns from. A
 * sitting that is still open is not learned from before it is finished.
 */
export function summarisePair(
  stores: Stores,
  pairId: string,
  {
    sessionId,
    lab = labFacts(stores),
  }: {
    sessionId?: string;
    lab?: LabFacts;
  } = {},
): void {
  const pair = stores.pairs.byId(pairId);
  const measured = workOutPair(stores, lab, pair);
  const figures = new Map(
    measured.sessions.map((session) => [session.id, sessionFigures(session).pair]),
  );
  const open = new Set(stores.sessions.openOf(pairId));
  const published = measured.sessions.filter(
    ({ id }) => (!sessionId || id === sessionId) && !open.has(id),
  );
  for (const session of published)
    stores.learned.publishSitting(
      session.id,
      figuresIn(figures.get(session.id) ?? {}).map(({ quantity, value }) => ({ quantity, value })),
      scatterOfSitting(
        session.readings.flatMap(({ gauge: { tool }, ...reading }) =>
          tool ? [{ ...reading, tool }] : [],
        ),
      ),
      stepsOf(lab),
    );
  if (published.length > 0) publishPair(stores, pairId);
  stores.consistency.markStale(pair.editionId, sessionId);
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

/** Finds what the scatter of many pairs comes to, a quantity at a time. */
export async function settleLearned(stores: Stores): Promise<void> {
  for (const find of stores.learned.due(stepsOf(labFacts(stores)))) {
    stores.changes.quietly(find);
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/**
 * Works out again the cached rows that an update or a file left behind, a pair at a time, so that
 * requests in between are answered.
 */
export async function refreshStale(stores: Stores, log: Log): Promise<void> {
  const lab = labFacts(stores);
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
  await settleLearned(stores);
  stores.changes.touch();
}
