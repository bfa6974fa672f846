/** From the readings of a pair to the figures of its shoes and of the pair. */
import { group } from 'd3-array';
import { mean, median } from 'simple-statistics';
import type { GaugeTraits } from '../catalogue/gauge.ts';
import {
  type Catalogue,
  computedIn,
  describeQuantity,
  layerAt,
  type MeasuredQuantityId,
  partsOf,
  QUANTITIES,
  type QuantityId,
  SIDES,
  type Side,
} from '../catalogue/quantities.ts';
import type { Repeatability } from '../statistics/repeated-readings.ts';
import { type Basis, type ConversionStep, compareBases, type Layer } from './basis.ts';
import { carryFigure } from './carried-figure.ts';
import { computedFigure, computedFigures } from './computed.ts';
import { type Conversions, convertBetween, findBridge } from './conversions.ts';
import { combineFigures, type Doubt, type Figure, figureExpanded, meanFigure } from './figure.ts';
import { roomDoubts } from './room.ts';
import { type Reproducibility, stationFigure } from './station-figure.ts';

/** A reading that stands: neither superseded nor voided. */
export interface StandingReading {
  side: Side;
  quantity: MeasuredQuantityId;
  value: number;
  note?: string | undefined;
  gauge: GaugeTraits;
  temperatureC?: number | undefined;
  humidityPct?: number | undefined;
  cycleSd?: number | undefined;
}

/** What the core needs of one sitting with a pair; readings in the order taken. */
export interface SessionReadings {
  id: string;
  startedAt: string;
  basis: Basis;
  /** Repeatability per station of the protocol, with a name for where it comes from. */
  repeatability: Partial<Record<MeasuredQuantityId, Repeatability & { source: string }>>;
  /** What gauge studies found of operators, per station. */
  reproducibility?: Partial<Record<MeasuredQuantityId, Reproducibility>>;
  /** Names of the gauge studies that stand behind this sitting. */
  studies?: readonly string[];
  /** What the protocol says of the set-up at a station. */
  setups?: Partial<Record<MeasuredQuantityId, string>>;
  /** False where the shoes were not conditioned as the protocol asks; absent: not said. */
  conditioned?: boolean | undefined;
  readings: readonly StandingReading[];
  /** Definitions of the quantities; absent: those that ship. */
  catalogue?: Catalogue;
}

/** What a check of left against right read of a pair, as figures. */
export interface CheckedPair {
  id: string;
  startedAt: string;
  figures: Record<Side | 'pair', FigureSet>;
}

export interface MeasuredPair {
  id: string;
  /** Its edition: whose own part of a slope's doubt it bears; absent: it stands for itself. */
  editionId?: string;
  tag: string;
  sessions: readonly SessionReadings[];
  /** Their figures stand where no sitting has the quantity on a basis. */
  checks?: readonly CheckedPair[];
}

export type FigureSet = Partial<Record<QuantityId, Figure>>;

/** The figures of a set, in the order they came. */
export function figuresIn(set: FigureSet): Figure[] {
  return Object.values(set).filter((figure) => figure !== undefined);
}

/** Basis of one quantity: only what it depends on beside size, configuration and wear. */
export function basisFor(
  quantity: QuantityId,
  basis: Basis,
  catalogue: Catalogue = QUANTITIES,
): Basis {
  const { dependsOn } = describeQuantity(quantity, catalogue);
  const { stack, setup, temperatureC, ...rest } = basis;
  const own: Basis = rest;
  if (stack && dependsOn.includes('stack')) own.stack = stack;
  if (setup && dependsOn.includes('setup')) own.setup = setup;
  if (temperatureC !== undefined && dependsOn.includes('temperature'))
    own.temperatureC = temperatureC;
  return own;
}

const known = (values: (number | undefined)[]): number[] =>
  values.filter((value) => value !== undefined);

const meanOf = (values: number[]): number | undefined =>
  values.length > 0 ? mean(values) : undefined;

/** Basis and doubts of one station: its set-up, and the room of its readings. */
function stationTerms(
  session: SessionReadings,
  quantity: MeasuredQuantityId,
  readings: readonly StandingReading[],
): { basis: Basis; doubts: Doubt[] } {
  const { catalogue = QUANTITIES } = session;
  const { dependsOn } = describeQuantity(quantity, catalogue);
  const temperatureC = meanOf(known(readings.map((reading) => reading.temperatureC)));
  const humidityPct = meanOf(known(readings.map((reading) => reading.humidityPct)));
  const setup = session.setups?.[quantity];
  const basis = basisFor(
    quantity,
    {
      ...session.basis,
      ...(setup ? { setup } : {}),
      ...(temperatureC === undefined ? {} : { temperatureC }),
    },
    catalogue,
  );
  const doubts: Doubt[] = dependsOn.includes('temperature')
    ? roomDoubts({ temperatureC, humidityPct })
    : [];
  if (dependsOn.includes('temperature') && session.conditioned === false)
    doubts.push({ code: 'conditioning', text: 'shoes not conditioned' });
  if (dependsOn.includes('setup') && !setup)
    doubts.push({ code: 'set-up', text: 'set-up not stated' });
  return { basis, doubts };
}

/** What was worked out of a session, as long as anyone holds it: many quantities are asked of each. */
const worked = new WeakMap<SessionReadings, Record<Side | 'pair', FigureSet>>();

function workOutShoe(session: SessionReadings, side: Side): FigureSet {
  const figures: FigureSet = {};
  const { catalogue = QUANTITIES } = session;
  const mine = session.readings.filter((reading) => reading.side === side);
  for (const [quantity, readings] of group(mine, (reading) => reading.quantity)) {
    // Scores by hand are votes, not lengths: `handScores` keeps them.
    if (describeQuantity(quantity, catalogue).ordinal) continue;
    const { basis, doubts } = stationTerms(session, quantity, readings);
    const figure = stationFigure({
      quantity,
      side,
      sessionId: session.id,
      basis,
      repeatability: session.repeatability[quantity],
      reproducibility: session.reproducibility?.[quantity],
      readings,
      catalogue,
    });
    if (figure) figures[quantity] = { ...figure, doubts: [...figure.doubts, ...doubts] };
  }
  return { ...figures, ...computedFigures(figures, catalogue) };
}

/** Unweighted mean of left and right; one shoe alone stands with a doubt. */
export function pairOfShoes(
  left: Figure | undefined,
  right: Figure | undefined,
): Figure | undefined {
  if (left && right) return meanFigure([left, right]);
  const only = left ?? right;
  if (!only) return undefined;
  const text = `${left ? 'left' : 'right'} shoe only`;
  return { ...only, doubts: [...only.doubts, { code: 'one-shoe', text }] };
}

/** All figures of one shoe in one session, those that are worked out too. */
export const shoeFigures = (session: SessionReadings, side: Side): FigureSet =>
  sessionFigures(session)[side];

/** Figures of a pair from one session; a session is worked out once. */
export function sessionFigures(session: SessionReadings): Record<Side | 'pair', FigureSet> {
  const known = worked.get(session);
  if (known) return known;
  const left = workOutShoe(session, 'left');
  const right = workOutShoe(session, 'right');
  const pair: FigureSet = {};
  for (const quantity of new Set([
    ...Object.keys(left),
    ...Object.keys(right),
  ]) as Set<QuantityId>) {
    const figure = pairOfShoes(left[quantity], right[quantity]);
    if (figure) pair[quantity] = figure;
  }
  const figures = { left, right, pair };
  worked.set(session, figures);
  return figures;
}

/** The latest figure of each quantity that a sitting of a pair gave. */
export function latestFigures(measured: Pick<MeasuredPair, 'sessions'>): Map<string, Figure> {
  const latest = new Map<string, Figure>();
  for (const session of measured.sessions)
    for (const figure of figuresIn(sessionFigures(session).pair))
      latest.set(figure.quantity, figure);
  return latest;
}

/** The votes of a score by hand, by shoe, with their median. */
export interface HandScore {
  quantity: MeasuredQuantityId;
  side: Side;
  votes: number[];
  median: number;
}

/** Scores by hand of a session: ordinal, kept apart, never averaged with a fixture's figure. */
export function handScores(session: SessionReadings): HandScore[] {
  const { catalogue = QUANTITIES } = session;
  const scored = session.readings.filter(
    (reading) => describeQuantity(reading.quantity, catalogue).ordinal,
  );
  return [...group(scored, (reading) => `${reading.quantity} ${reading.side}`).values()].map(
    (readings) => {
      const [{ quantity, side }] = readings as [StandingReading];
      const votes = readings.map((reading) => reading.value);
      return { quantity, side, votes, median: median(votes) };
    },
  );
}

/** The thickness of a layer of one shoe of the pair, from the latest session that took it. */
function layerFigure(
  pair: MeasuredPair,
  side: Side,
  stack: QuantityId,
  layer: Layer,
): Figure | undefined {
  const quantity = layerAt(stack, layer, pair.sessions[0]?.catalogue);
  if (!quantity) return undefined;
  return latestFirst(pair.sessions)
    .map((session) => shoeFigures(session, side)[quantity])
    .find((figure) => figure !== undefined);
}

function latestFirst<T extends { startedAt: string }>(taken: readonly T[] = []): T[] {
  return [...taken].sort((a, b) => b.startedAt.localeCompare(a.startedAt));
}

/** Quantities that were read of a pair, in a sitting or a check, and what is worked out from them. */
export function quantitiesOfPair({ sessions, checks = [] }: MeasuredPair): Set<QuantityId> {
  const read = new Set<QuantityId>([
    ...sessions.flatMap(({ readings }) => readings.map((reading) => reading.quantity)),
    ...checks.flatMap(({ figures }) => Object.keys(figures.pair) as QuantityId[]),
  ]);
  const { catalogue = QUANTITIES } = sessions[0] ?? {};
  for (const { id } of computedIn(catalogue)) {
    const quantity = id as QuantityId;
    if (partsOf(quantity, catalogue).every((part) => read.has(part))) read.add(quantity);
  }
  return read;
}

/** The set-ups in which a quantity of a pair was read; an empty word: not stated. */
export function setupsOfPair(
  { sessions, checks = [] }: MeasuredPair,
  quantity: QuantityId,
): string[] {
  return [
    ...sessions
      .filter(({ readings }) => readings.some((reading) => reading.quantity === quantity))
      .map(({ setups }) => setups?.[quantity as MeasuredQuantityId] ?? ''),
    ...checks.flatMap(({ figures }) => figures.pair[quantity]?.basis.setup ?? []),
  ];
}

/** A stack with a measured layer added or taken off, carrying the doubt of both. */
function withLayer(
  pair: MeasuredPair,
  side: Side,
  stack: Figure,
  { kind, add }: ConversionStep & { kind: Layer },
): Figure | undefined {
  const layer = layerFigure(pair, side, stack.quantity, kind);
  if (!layer || !stack.basis.stack) return undefined;
  const converted = combineFigures(
    [
      { figure: stack, coefficient: 1 },
      { figure: layer, coefficient: add ? 1 : -1 },
    ],
    { basis: { ...stack.basis, stack: { ...stack.basis.stack, [kind]: add ? 'in' : 'out' } } },
  );
  return {
    ...converted,
    provenance: 'converted',
    conversions: [...converted.conversions, `${kind} ${add ? 'added' : 'taken off'}`],
  };
}

/** A step to another layer or method: taken shoe by shoe, before anything is carried. */
type MethodStep = Exclude<ConversionStep, { kind: 'size' | 'wear' }>;

const isMethodStep = (step: ConversionStep): step is MethodStep =>
  step.kind !== 'size' && step.kind !== 'wear';

function convertFigure(
  pair: MeasuredPair,
  side: Side,
  start: Figure | undefined,
  steps: readonly MethodStep[],
  known: Conversions,
): Figure | undefined {
  let figure = start;
  for (const step of steps) {
    if (!figure) return undefined;
    if (step.kind === 'bridge') figure = convertBetween(figure, step, known, `${pair.id}:${side}`);
    // What is no stack, such as the width that a stack is held against, is on every layer's basis.
    else if (figure.basis.stack)
      figure = withLayer(pair, side, figure, { kind: step.kind, add: step.add });
  }
  return figure;
}

function convertShoe(
  pair: MeasuredPair,
  side: Side,
  shoe: FigureSet,
  quantity: QuantityId,
  steps: readonly MethodStep[],
  known: Conversions,
): Figure | undefined {
  const convert = (figure: Figure | undefined) => convertFigure(pair, side, figure, steps, known);
  const { catalogue } = pair.sessions[0] ?? {};
  return describeQuantity(quantity, catalogue).computed
    ? computedFigure(quantity, (part) => convert(shoe[part]), catalogue)
    : convert(shoe[quantity]);
}

/** Why a stack could not be carried over: the layer that nobody measured. */
function missingLayer(pair: MeasuredPair, own: Basis, wanted: Basis) {
  const layer: Layer = own.stack?.insole === wanted.stack?.insole ? 'lugs' : 'insole';
  return {
    reason: `the ${layer} ${layer === 'lugs' ? 'are' : 'is'} ${own.stack?.[layer]} in one and ${wanted.stack?.[layer]} in the other`,
    measure: `measure the ${layer} of ${pair.tag}, or its stack with the ${layer} ${wanted.stack?.[layer]}`,
  };
}

/** The reason why there is no figure, and what to measure instead. */
export interface NoFigure {
  terms: 'not';
  reason: string;
  measure: string;
  /** The quantity was not measured by any method. */
  isUnmeasured?: true;
}

/** A pair's figure on a wanted basis, carried or converted to it, or why there is none. */
export type PairAnswer =
  | { terms: 'like' | 'carried' | 'converted'; figure: Figure }
  | (NoFigure & { figure?: Figure });

/**
 * The figure of a pair on the basis wanted: from the latest session that is like for like, else from
 * a check that is, else from the one that is surest after being carried or converted, else the reason
 * and the remedy, with the figure on its own basis.
 */
export function pairFigureOn(
  pair: MeasuredPair,
  quantity: QuantityId,
  wanted: Basis,
  known: Conversions,
  catalogue: Catalogue = QUANTITIES,
): PairAnswer {
  let converted: { terms: 'carried' | 'converted'; figure: Figure } | undefined;
  let refusal: PairAnswer | undefined;
  // What a sitting read stands before what a check did.
  const sources = [
    ...latestFirst(pair.sessions).map(sessionFigures),
    ...latestFirst(pair.checks).map(({ figures }) => figures),
  ];
  for (const figures of sources) {
    const own = figures.pair[quantity];
    if (!own) continue;
    const aim = basisFor(quantity, wanted, catalogue);
    const plain = compareBases(quantity, own.basis, aim, catalogue);
    const answer =
      plain.terms === 'not'
        ? (findBridge(quantity, own.basis, aim, known, catalogue) ?? plain)
        : plain;
    if (answer.terms === 'like') return { terms: 'like', figure: own };
    if (answer.terms === 'not') {
      refusal ??= { ...answer, figure: own };
      continue;
    }
    const methods = answer.by.filter(isMethodStep);
    const shoes = SIDES.map((side) =>
      convertShoe(pair, side, figures[side], quantity, methods, known),
    );
    const there = methods.length === 0 ? own : pairOfShoes(shoes[0], shoes[1]);
    if (there) {
      const owners = { edition: pair.editionId ?? pair.id, pair: pair.id };
      const figure = carryFigure(there, wanted, owners, known, catalogue);
      const terms = methods.length === 0 ? 'carried' : 'converted';
      // Of several that may be carried, the one that is surest afterwards.
      if (!converted || figureExpanded(figure) < figureExpanded(converted.figure))
        converted = { terms, figure };
    } else
      refusal ??= {
        terms: 'not',
        ...missingLayer(pair, own.basis, wanted),
        figure: own,
      };
  }
  return (
    converted ??
    refusal ?? {
      terms: 'not',
      reason: 'not measured',
      isUnmeasured: true,
      measure: `measure ${describeQuantity(quantity, catalogue).name.toLowerCase()} of ${pair.tag}`,
    }
  );
}
