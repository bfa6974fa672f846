/** From the readings of a pair to the figures of its shoes and of the pair. */
import { type Basis, type ConversionStep, compareBases } from './basis.ts';
import { dropFigure } from './drop.ts';
import { combineFigures, type Figure, meanFigure } from './figure.ts';
import { type MassExponent, massFigureAtLabel } from './mass.ts';
import {
  INSOLE_AT,
  MEASURED_QUANTITIES,
  type MeasuredQuantityId,
  QUANTITIES,
  type QuantityId,
  SIDES,
  type Side,
} from './quantities.ts';
import type { Repeatability } from './repeated-readings.ts';
import { type GaugeTraits, stationFigure } from './station-figure.ts';

/** A reading that stands: neither superseded nor voided. */
export interface StandingReading {
  side: Side;
  quantity: MeasuredQuantityId;
  value: number;
  gauge: GaugeTraits;
}

/** What the core needs of one sitting with a pair; readings in the order taken. */
export interface SessionReadings {
  id: string;
  startedAt: string;
  basis: Basis;
  /** Repeatability per station of the protocol, with a name for where it comes from. */
  repeatability: Partial<Record<MeasuredQuantityId, Repeatability & { source: string }>>;
  readings: readonly StandingReading[];
}

export interface MeasuredPair {
  id: string;
  tag: string;
  sessions: readonly SessionReadings[];
}

export type FigureSet = Partial<Record<QuantityId, Figure>>;

/** Basis of one quantity in a session: only stacks and drop carry a stack basis. */
export function basisFor(quantity: QuantityId, basis: Basis): Basis {
  if (QUANTITIES[quantity].dependsOn.includes('stack')) return basis;
  const { stack: _stack, ...rest } = basis;
  return rest;
}

/** All figures of one shoe in one session, drop included. */
export function shoeFigures(session: SessionReadings, side: Side): FigureSet {
  const figures: FigureSet = {};
  for (const quantity of MEASURED_QUANTITIES) {
    const figure = stationFigure({
      quantity,
      side,
      sessionId: session.id,
      basis: basisFor(quantity, session.basis),
      repeatability: session.repeatability[quantity],
      readings: session.readings.filter((r) => r.side === side && r.quantity === quantity),
    });
    if (figure) figures[quantity] = figure;
  }
  const { 'heel-stack': heel, 'forefoot-stack': forefoot } = figures;
  if (heel && forefoot) figures.drop = dropFigure(heel, forefoot);
  return figures;
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

/** Figures of a pair from one session. */
export function sessionFigures(session: SessionReadings): Record<Side | 'pair', FigureSet> {
  const left = shoeFigures(session, 'left');
  const right = shoeFigures(session, 'right');
  const pair: FigureSet = {};
  for (const quantity of Object.keys(QUANTITIES) as QuantityId[]) {
    const figure = pairOfShoes(left[quantity], right[quantity]);
    if (figure) pair[quantity] = figure;
  }
  return { left, right, pair };
}

/** The insole thickness of one shoe of the pair, from the latest session that took it. */
function insoleFigure(pair: MeasuredPair, side: Side, stack: QuantityId): Figure | undefined {
  const quantity = INSOLE_AT[stack];
  if (!quantity) return undefined;
  return latestFirst(pair)
    .map((session) => shoeFigures(session, side)[quantity])
    .find((figure) => figure !== undefined);
}

function latestFirst(pair: MeasuredPair): SessionReadings[] {
  return [...pair.sessions].sort((a, b) => b.startedAt.localeCompare(a.startedAt));
}

function withInsole(
  pair: MeasuredPair,
  side: Side,
  stack: Figure,
  add: boolean,
): Figure | undefined {
  const insole = insoleFigure(pair, side, stack.quantity);
  if (!insole || !stack.basis.stack) return undefined;
  const converted = combineFigures(
    [
      { figure: stack, coefficient: 1 },
      { figure: insole, coefficient: add ? 1 : -1 },
    ],
    { basis: { ...stack.basis, stack: { ...stack.basis.stack, insole: add ? 'in' : 'out' } } },
  );
  return {
    ...converted,
    provenance: 'converted',
    conversions: [...converted.conversions, add ? 'insole added' : 'insole taken off'],
  };
}

function convertShoe(
  pair: MeasuredPair,
  side: Side,
  shoe: FigureSet,
  quantity: QuantityId,
  steps: readonly ConversionStep[],
  to: Basis,
  exponent: MassExponent,
): Figure | undefined {
  let figure = shoe[quantity];
  for (const step of steps) {
    if (!figure) return undefined;
    if (step.kind === 'size') {
      figure = massFigureAtLabel(figure, to.label, exponent);
    } else if (quantity === 'drop') {
      const { 'heel-stack': heel, 'forefoot-stack': forefoot } = shoe;
      const heelOn = heel && withInsole(pair, side, heel, step.add);
      const forefootOn = forefoot && withInsole(pair, side, forefoot, step.add);
      figure = heelOn && forefootOn ? dropFigure(heelOn, forefootOn) : undefined;
    } else {
      figure = withInsole(pair, side, figure, step.add);
    }
  }
  return figure;
}

/** A pair's figure on a wanted basis, or why there is none. */
export type PairAnswer =
  | { terms: 'like' | 'converted'; figure: Figure }
  | { terms: 'not'; reason: string; measure: string; figure?: Figure };

/**
 * The figure of a pair on the basis wanted: from the latest session that is like for like, else
 * from the latest that can be converted, else the reason and the remedy with the figure on its
 * own basis, to be shown greyed.
 */
export function pairFigureOn(
  pair: MeasuredPair,
  quantity: QuantityId,
  wanted: Basis,
  exponent: MassExponent,
): PairAnswer {
  let converted: PairAnswer | undefined;
  let refusal: PairAnswer | undefined;
  for (const session of latestFirst(pair)) {
    const figures = sessionFigures(session);
    const own = figures.pair[quantity];
    if (!own) continue;
    const answer = compareBases(quantity, own.basis, basisFor(quantity, wanted));
    if (answer.terms === 'like') return { terms: 'like', figure: own };
    if (answer.terms === 'not') {
      refusal ??= { ...answer, figure: own };
      continue;
    }
    const shoes = SIDES.map((side) =>
      convertShoe(pair, side, figures[side], quantity, answer.by, wanted, exponent),
    );
    const figure = pairOfShoes(shoes[0], shoes[1]);
    if (figure) converted ??= { terms: 'converted', figure };
    else
      refusal ??= {
        terms: 'not',
        reason: `the insole is ${own.basis.stack?.insole} in one and ${wanted.stack?.insole} in the other`,
        measure: `measure the insole of ${pair.tag}, or its stack with the insole ${wanted.stack?.insole}`,
        figure: own,
      };
  }
  return (
    converted ??
    refusal ?? {
      terms: 'not',
      reason: 'not measured',
      measure: `measure ${QUANTITIES[quantity].name.toLowerCase()} of ${pair.tag}`,
    }
  );
}
