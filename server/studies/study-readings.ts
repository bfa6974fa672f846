/** What studies are made from: readings grouped by basis, methods, and the shoes two methods share. */

import { group } from 'd3-array';
import { mean } from 'simple-statistics';
import type { z } from 'zod';
import type {
  GaugeStudyRecord,
  PairStudyReadings,
  sideDifference,
} from '#contract/study-records.ts';
import { type Catalogue, describeQuantity, type QuantityId } from '#core/catalogue/quantities.ts';
import {
  type Basis,
  type ConversionStep,
  compareBases,
  nameStackBasis,
} from '#core/figures/basis.ts';
import { carryValue } from '#core/figures/carry.ts';
import { basisFor } from '#core/figures/pair-figure.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { distinctSizes, isSameSize, type SizeLabel } from '#core/sizing/size-label.ts';
import { completeParts, studyGauge } from '#core/study/gauge-study.ts';
import type { StudyReading } from '#core/study/study-cells.ts';
import { viewCarried } from '../figure-view.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { StoredStudy } from '../store/gauge-studies.ts';
import type { StudySession } from '../store/study-readings.ts';
import type { Stores } from '../stores.ts';
import { studiedQuantities, studiedReadings, studiedSessions } from './studied-readings.ts';

/** Sittings whose readings of a quantity are like for like. */
interface BasisGroup {
  key: string;
  basis: Basis;
  sessions: StudySession[];
}

/** What a sitting's protocol says of a quantity. */
function termsOf(session: StudySession, quantity: QuantityId, lab: LabFacts): Basis {
  const protocol = lab.protocols.find((one) => one.id === session.protocolId);
  const setup = protocol?.stations.find((station) => station.quantity === quantity)?.setup;
  return basisFor(
    quantity,
    {
      label: { system: session.system, size: session.size },
      configuration: session.configuration,
      removed: session.removed,
      wornKm: session.wornKm,
      ...(protocol ? { stack: protocol.stack } : {}),
      ...(setup ? { setup } : {}),
      ...(session.temperatureC === null ? {} : { temperatureC: session.temperatureC }),
    },
    lab.catalogue,
  );
}

function basisWords(basis: Basis): string {
  return [
    basis.stack ? nameStackBasis(basis.stack) : '',
    basis.setup ?? '',
    basis.configuration === 'as sold' ? '' : basis.configuration,
    basis.wornKm > 0 ? `worn ${basis.wornKm.toFixed(0)} km` : 'new',
    basis.temperatureC === undefined ? '' : `${basis.temperatureC.toFixed(0)} °C`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** Groups sittings by basis; of each pair the latest of a basis. The group of most pairs is first. */
export function groupByBasis(
  sessions: readonly StudySession[],
  quantity: QuantityId,
  lab: LabFacts,
): BasisGroup[] {
  const groups: BasisGroup[] = [];
  for (const session of sessions) {
    const basis = termsOf(session, quantity, lab);
    const found = groups.find(
      (one) => compareBases(quantity, basis, one.basis, lab.catalogue).terms === 'like',
    );
    if (!found) groups.push({ key: basisWords(basis), basis, sessions: [session] });
    else if (!found.sessions.some((one) => one.pairId === session.pairId))
      found.sessions.push(session);
  }
  const position = ({ sessions: [first] }: BasisGroup) =>
    lab.protocols.findIndex((one) => one.id === first?.protocolId);
  return groups.sort((a, b) => b.sessions.length - a.sessions.length || position(a) - position(b));
}

/** The group asked for; all at once only where they are one. */
function chooseGroup(
  groups: readonly BasisGroup[],
  wanted: string | undefined,
  quantity: QuantityId,
  catalogue: Catalogue,
): BasisGroup | undefined {
  if (wanted === 'all' && groups.length > 1) {
    const [first, second] = groups as [BasisGroup, BasisGroup];
    const answer = compareBases(quantity, first.basis, second.basis, catalogue);
    throw new Refusal(
      422,
      `Readings on ${groups.length} bases are not pooled: ${answer.terms === 'not' ? answer.reason : 'the bases differ'}. Choose one of them.`,
    );
  }
  const found = groups.find((one) => one.key === wanted);
  if (wanted && wanted !== 'all' && !found)
    throw wrongValue(
      'basis',
      'There are no readings on this basis.',
      groups.map((one) => one.key),
    );
  return found ?? groups[0];
}

/** Of each further pair the latest sitting that differs from a group in size or wear only. */
function carriable(
  sessions: readonly StudySession[],
  chosen: BasisGroup,
  quantity: QuantityId,
  lab: LabFacts,
): { session: StudySession; basis: Basis }[] {
  const seen = new Set(chosen.sessions.map(({ pairId }) => pairId));
  return sessions.flatMap((session) => {
    if (seen.has(session.pairId)) return [];
    const basis = termsOf(session, quantity, lab);
    const answer = compareBases(quantity, basis, chosen.basis, lab.catalogue);
    if (answer.terms === 'not') return [];
    if (answer.terms === 'convertible' && answer.by.some(({ kind }) => !isCarrying(kind)))
      return [];
    seen.add(session.pairId);
    return [{ session, basis }];
  });
}

const isCarrying = (kind: ConversionStep['kind']) => kind === 'size' || kind === 'wear';

export function pairStudyReadings(
  stores: Stores,
  wanted: {
    edition: string;
    quantity?: QuantityId | undefined;
    label?: SizeLabel | undefined;
    basis?: string | undefined;
    /** Pairs of another size or wear too, carried. */
    carried?: boolean;
  },
): PairStudyReadings {
  const edition = stores.editions.bySlug(wanted.edition);
  const lab = labFacts(stores);
  const read = studiedQuantities(stores, lab, edition.id);
  const quantities = Object.values(lab.catalogue)
    .filter((definition) => read.has(definition.id) && !definition.ordinal)
    .map((definition) => definition.id as QuantityId);
  const stored = stores.pairs.ofEdition(edition.id);
  const labels = distinctSizes(stored.map((pair) => pair.label));
  const counted = (label: SizeLabel) =>
    stored.filter((pair) => isSameSize(pair.label, label)).length;
  const label =
    labels.find((one) => wanted.label && isSameSize(one, wanted.label)) ??
    [...labels].sort((a, b) => counted(b) - counted(a))[0];
  if (!label) throw wrongValue('edition', `There is no pair of ${edition.model} yet.`);
  const quantity = wanted.quantity ?? quantities[0] ?? 'mass';
  if (describeQuantity(quantity, lab.catalogue).ordinal)
    throw wrongValue('quantity', 'Scores by hand are votes: they are not averaged.');
  const all = studiedSessions(stores, lab, quantity, edition.id);
  const sessions = all.filter(({ system, size }) => isSameSize({ system, size }, label));
  const groups = groupByBasis(sessions, quantity, lab);
  const chosen = chooseGroup(groups, wanted.basis, quantity, lab.catalogue);
  const further = chosen ? carriable(all, chosen, quantity, lab) : [];
  const carried = wanted.carried ? further : [];
  const carriedPairs = new Set(carried.map(({ session }) => session.pairId));
  const pairs = stored
    .filter((pair) => isSameSize(pair.label, label) || carriedPairs.has(pair.id))
    .sort((a, b) => a.receivedOn.localeCompare(b.receivedOn) || a.tag.localeCompare(b.tag));
  const placeOf = new Map(pairs.map((pair, place) => [pair.id, place]));
  const pairOf = new Map(
    [...(chosen?.sessions ?? []), ...carried.map(({ session }) => session)].map((one) => [
      one.id,
      placeOf.get(one.pairId) ?? -1,
    ]),
  );
  const from = new Map(carried.map((one) => [one.session.id, one]));
  const carry = ({ session, basis }: (typeof carried)[number], value: number) =>
    carryValue(
      value,
      describeQuantity(quantity, lab.catalogue),
      basis,
      chosen?.basis ?? basis,
      lab,
      { edition: edition.id, pair: session.pairId, stack: basis.stack },
    );
  const steps = new Map<string, PairStudyReadings['carried'][number]['steps']>();
  const readings: PairStudyReadings['readings'] = { pair: [], side: [], value: [] };
  for (const { sessionId, side, value } of studiedReadings(stores, lab, quantity, edition.id)) {
    const place = pairOf.get(sessionId);
    if (place === undefined) continue;
    readings.pair.push(place);
    readings.side.push(side);
    const other = from.get(sessionId);
    const there = other && carry(other, value);
    readings.value.push(there?.value ?? value);
    // How far, told of its first reading.
    if (other && there && !steps.has(other.session.tag))
      steps.set(other.session.tag, viewCarried(there.carried));
  }
  return {
    edition: {
      slug: edition.slug,
      name: editionName(edition),
    },
    label,
    labels,
    quantity,
    quantities,
    basis: chosen ? { key: chosen.key, words: chosen.key } : null,
    bases: groups.map(({ key, sessions: own }) => ({ key, words: key, pairs: own.length })),
    carriable: further.length,
    carried: [...steps].map(([tag, own]) => ({ tag, steps: own })),
    pairs: pairs.map(({ tag, lot, receivedOn, leftOut }) => ({
      tag,
      lot,
      receivedOn,
      leftOut: leftOut !== null,
    })),
    readings,
    claims: edition.claims
      .filter((claim) => claim.quantity === quantity && claim.withdrawn === null)
      .map(({ typed, value, halfWidth }) => ({ typed, value, halfWidth })),
  };
}

/** Readings of a group as the core studies them. */
export function readingsIn(
  chosen: BasisGroup,
  bySession: ReadonlyMap<string, readonly { side: 'left' | 'right'; value: number }[]>,
): StudyReading[] {
  return chosen.sessions.flatMap((session) =>
    (bySession.get(session.id) ?? []).map(({ side, value }, index) => ({
      pair: session.tag,
      side,
      trial: index,
      value,
    })),
  );
}

/** One difference a pair, from its latest sitting that read both shoes. */
export function sideDifferences(
  stores: Stores,
  quantity: QuantityId,
  slug: string | undefined,
): z.output<typeof sideDifference>[] {
  const editionId = slug ? stores.editions.bySlug(slug).id : null;
  const lab = labFacts(stores);
  const bySession = group(
    studiedReadings(stores, lab, quantity, editionId),
    (row) => row.sessionId,
  );
  const seen = new Set<string>();
  return studiedSessions(stores, lab, quantity, editionId).flatMap((session) => {
    if (seen.has(session.pairId)) return [];
    const values = (side: 'left' | 'right') =>
      (bySession.get(session.id) ?? []).filter((row) => row.side === side).map((row) => row.value);
    const [left, right] = [values('left'), values('right')];
    if (left.length === 0 || right.length === 0) return [];
    seen.add(session.pairId);
    const { maker, model, name } = stores.editions.byId(session.editionId);
    return [
      {
        tag: session.tag,
        edition: editionName({ maker, model, name }),
        difference: mean(right) - mean(left),
      },
    ];
  });
}

/** A study as a page shows it: blind until every turn has its reading. */
export function showStudy(stores: Stores, study: StoredStudy): GaugeStudyRecord {
  const standing = stores.gaugeStudies.standing(study.id);
  const { adopted, adoptedAt, ...rest } = study;
  return {
    ...rest,
    taken: stores.readings
      .of(study.id)
      .map(({ id, turn, voided }) => ({ id, turn: turn ?? 0, voided })),
    readings:
      standing.length < study.turns.length && study.ended === ''
        ? null
        : stores.gaugeStudies.readings(study),
    adopted: adopted && adoptedAt ? { at: adoptedAt, without: adopted.without } : null,
  };
}

/** GRR of a study that is taken or ended, or null where it cannot be analysed. */
export function verdictOf(stores: Stores, study: StoredStudy) {
  const all = stores.gaugeStudies.readings(study);
  if (all.length < study.turns.length && study.ended === '') return null;
  const readings = completeParts(all);
  try {
    const { percentStudy, verdict } = studyGauge(readings, study.tolerance ?? undefined);
    return { grrPercent: percentStudy.grr, verdict };
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
