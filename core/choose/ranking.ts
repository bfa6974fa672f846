/** Editions in the order in which they answer to what was asked, with how sure that is. */
import { suitability } from '../construction/use-answer.ts';
import { CHOOSE_LIMITS } from '../limits/choose-limits.ts';
import { LOADS, MATTERS, type Matter, type PassReason } from '../records/choice-verdict.ts';
import type { UseAnswerCode, UseFinding } from '../records/use-verdict.ts';
import { nearestRows } from '../sheet/nearest.ts';
import type { ShelfRow } from '../sheet/shelf.ts';
import { tProbability } from '../statistics/distributions.ts';
import type { Candidate, ChoiceAnswers } from './candidate.ts';
import { MATTER_WEIGHTS } from './matters.ts';
import { type Middles, type Standing, standingIn } from './standing.ts';

export interface Ranked {
  candidate: Candidate;
  standings: ReadonlyMap<Matter, Standing>;
  score: number;
  u: number;
  suits: UseAnswerCode;
}

/** Weight of each matter: by its place, and by what is carried. */
export function weightsOf({ matters, load }: ChoiceAnswers): Map<Matter, number> {
  const weights = new Map<Matter, number>();
  [...new Set(matters)].slice(0, MATTER_WEIGHTS.length).forEach((matter, place) => {
    weights.set(matter, MATTER_WEIGHTS[place] ?? 0);
  });
  const carried = LOADS[load];
  if (carried > 0) weights.set('steadiness', (weights.get('steadiness') ?? 0) + carried);
  return weights;
}

/** An edition beside what one is used to: how far off, and what drives it. */
export const beside = (
  used: ShelfRow | undefined,
  row: ShelfRow,
  steps: Readonly<Record<string, number>>,
) => used && nearestRows(used, [row], { conditions: [], uses: [], words: '' }, steps)[0];

const unsafe = ({ answers }: Candidate): UseFinding[] =>
  answers.flatMap(({ findings }) =>
    findings.filter(({ mark, aspect }) => mark === 'but' && aspect === 'safety'),
  );

/** Why a model is passed over; undefined: it is weighed. */
export function passed(
  candidate: Candidate,
  { most, risk }: ChoiceAnswers,
  currency: string,
): PassReason | undefined {
  const { row, answers, fit } = candidate;
  const unsuitable = answers.find(({ answer }) => answer === 'does not suit');
  if (unsuitable) return { kind: 'not suitable', answer: unsuitable };
  const [danger] = unsafe(candidate);
  if (risk === 'none' && danger) return { kind: 'risk', finding: danger };
  const price = row.figures.price;
  if (most !== undefined && price && row.currency === currency && price.value > most)
    return { kind: 'price', amount: price.value, currency: row.currency };
  if (fit && fit.take === undefined && fit.right < 0.1 && fit.words !== '')
    return { kind: 'fit', words: fit.words };
  return undefined;
}

/**
 * What an edition comes to, in noticeable steps: matters by their weight, less what speaks against it; `u` is the
 * standard uncertainty of that. Common practice.
 *
 * @param steps noticeable steps by column
 * @param used the row of what one is used to
 * @example 2 steps lighter than the middle, little weight first (3): a score of 6
 */
export function rank(
  candidate: Candidate,
  answers: ChoiceAnswers,
  weights: ReadonlyMap<Matter, number>,
  middles: Middles,
  steps: Readonly<Record<string, number>>,
  used: ShelfRow | undefined,
): Ranked {
  const standings = new Map(
    MATTERS.map((matter) => [matter, standingIn(matter, candidate, middles, steps)] as const),
  );
  let score = 0;
  let squares = 0;
  const add = (amount: number, u = 0) => {
    score += amount;
    squares += u * u;
  };
  for (const [matter, weight] of weights) {
    const { steps: by = 0, u = 0 } = standings.get(matter) ?? {};
    add(weight * by, weight * u);
  }
  const suits = suitability(candidate.answers);
  if (suits === 'cannot tell') add(0, CHOOSE_LIMITS.unknownUncertainty.value);
  if (suits === 'suits with a but') add(-CHOOSE_LIMITS.reservation.value);
  if (candidate.madeFor) add(-CHOOSE_LIMITS.otherUse.value);
  if (answers.risk === 'the usual' && unsafe(candidate).length > 0)
    add(-CHOOSE_LIMITS.unsafe.value);
  const { fit, footType, row } = candidate;
  if (fit)
    // An unknown fit is as likely wrong as right: it is no better than one that is known to be likely.
    add(
      -CHOOSE_LIMITS.misfit.value * (1 - fit.right),
      fit.take === undefined ? CHOOSE_LIMITS.unknownUncertainty.value : 0,
    );
  const isPriced = row.figures.price !== undefined && row.currency === middles.currency;
  if (answers.most !== undefined && !isPriced) add(0, 1);
  const near = beside(used, row, steps);
  if (near) {
    const away = Math.min(CHOOSE_LIMITS.mostApart.value, near.steps);
    add((answers.used?.liked ? -1 : 1) * CHOOSE_LIMITS.usedTo.value * away);
  }
  if (footType) {
    const points = footType.findings.reduce(
      (sum, { mark }) => sum + (mark === 'for' ? 1 : mark === 'but' ? -1 : 0),
      0,
    );
    add(CHOOSE_LIMITS.footType.value * points, footType.answer === 'cannot tell' ? 0.5 : 0);
  }
  return { candidate, standings, score, u: Math.sqrt(squares), suits };
}

/** How likely the first of two is the better. */
export const ahead = (a: Ranked, b: Ranked): number => {
  const u = Math.hypot(a.u, b.u);
  if (u > 0) return tProbability((a.score - b.score) / u, Number.POSITIVE_INFINITY);
  return a.score > b.score ? 1 : a.score < b.score ? 0 : 0.5;
};
