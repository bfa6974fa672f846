/**
 * Which editions of a shelf are offered to somebody, and why. Liking counts, the poster does not: position on a field,
 * name and colour are never asked for.
 */
import { median } from 'd3-array';
import type { UseAnswer } from '../construction/use-answer.ts';
import { suitability } from '../construction/use-answer.ts';
import { nearestRows, nearWords } from '../sheet/nearest.ts';
import type { ShelfRow } from '../sheet/shelf.ts';
import { tProbability } from '../statistics/distributions.ts';
import type { VerdictWord } from '../statistics/verdict.ts';
import {
  LOADS,
  type Load,
  MATTER_ENTRIES,
  MATTER_WEIGHTS,
  MATTERS,
  type Matter,
  type MatterReading,
  type Risk,
  TRADED,
} from './matters.ts';

export interface ChoiceAnswers {
  /** At most three, the first first. */
  matters: readonly Matter[];
  load: Load;
  /** How much of what speaks against it for safety is borne. */
  risk: Risk;
  /** The most that is paid, and in which currency. */
  money?: { most: number; currency: string } | undefined;
  /** What one is used to, by slug, and whether one likes it. */
  used?: { slug: string; liked: boolean } | undefined;
}

/** How an edition fits the foot, in a label that is made. */
export interface ChoiceFit {
  /** The label, as it is named; undefined: nobody can tell. */
  take?: string | undefined;
  /** How likely it is right. */
  right: number;
  words: string;
}

export interface Candidate {
  row: ShelfRow;
  parts: ReadonlyMap<string, string>;
  scores: ReadonlyMap<string, number>;
  /** Rules of the use and the ground. */
  answers: readonly UseAnswer[];
  /** What it is made for instead; empty: it is made for the use. */
  madeFor?: string;
  /** Undefined: no foot was said. */
  fit?: ChoiceFit | undefined;
  /** By the school of foot types; undefined: switched off, or no arch said. */
  footType?: UseAnswer | undefined;
}

interface Standing {
  /** In noticeable steps over the middle of the shelf. */
  steps: number;
  /** Standard uncertainty of that. */
  u: number;
  known: boolean;
}

/** What nobody took is as likely to lie so many steps off the middle as not. Common practice. */
const UNKNOWN_STEPS = 1.5;
/** More steps than these change nothing any more. */
const MOST_STEPS = 4;
/** An answer of the walk that speaks for a matter, against one that does not. */
const PART_STEPS = 1.5;
/** What may be wrong with a row that does not answer a rule, or a fit that nobody measured. */
const OPEN_U = 2;
const BUT_STEPS = 1;
const UNSAFE_STEPS = 2;
const OTHER_USE_STEPS = 3;
const MISFIT_STEPS = 4;
const USED_WEIGHT = 0.5;
/** Who is further from what one is used to is another kind of shoe, however far. */
const MOST_APART = 8;
const FOOT_TYPE_STEPS = 0.5;
const MOST_OFFERED = 5;
const LEAST_OFFERED = 3;
/** Who is at least so likely the best is offered too. */
const PERHAPS_BEST = 0.05;

const clipped = (steps: number) => Math.max(-MOST_STEPS, Math.min(MOST_STEPS, steps));

type Middles = ReadonlyMap<string, number>;

const keyOf = ({ reads, of }: MatterReading) => `${reads} ${of}`;

function readValue(reading: MatterReading, { row, scores }: Candidate): number | undefined {
  if (reading.reads === 'figure') return row.figures[reading.of]?.value;
  return reading.reads === 'score' ? scores.get(reading.of) : undefined;
}

/** The middle of the shelf in everything that a matter reads. */
function middlesOf(candidates: readonly Candidate[]): Middles {
  const middles = new Map<string, number>();
  for (const { readings } of Object.values(MATTER_ENTRIES))
    for (const reading of readings) {
      const middle = median(candidates.flatMap((one) => readValue(reading, one) ?? []));
      if (middle !== undefined) middles.set(keyOf(reading), middle);
    }
  return middles;
}

/** How an edition stands in a matter against the middle of the shelf. */
function standingIn(
  matter: Matter,
  candidate: Candidate,
  middles: Middles,
  steps: Readonly<Record<string, number>>,
): Standing {
  const known = MATTER_ENTRIES[matter].readings.flatMap((reading) => {
    if (reading.reads === 'part') {
      const answer = candidate.parts.get(reading.of);
      if (answer === undefined) return [];
      return [{ steps: reading.good.includes(answer) ? PART_STEPS : -PART_STEPS, u: 0.5 }];
    }
    const value = readValue(reading, candidate);
    const middle = middles.get(keyOf(reading));
    if (value === undefined || middle === undefined) return [];
    const step = reading.reads === 'score' ? 1 : (steps[reading.of] ?? 1);
    const figure = reading.reads === 'figure' ? candidate.row.figures[reading.of] : undefined;
    const half = figure ? (figure.high - figure.low) / 2 : 0.5;
    return [{ steps: clipped((reading.sign * (value - middle)) / step), u: half / 2 / step }];
  });
  if (known.length === 0) return { steps: 0, u: UNKNOWN_STEPS, known: false };
  return {
    steps: known.reduce((sum, one) => sum + one.steps, 0) / known.length,
    u: Math.hypot(...known.map(({ u }) => u)) / known.length,
    known: true,
  };
}

/** Why an edition is not offered. */
export type PassedOver = { slug: string; name: string; why: string };

export interface Offer {
  slug: string;
  name: string;
  /** How it suits the use and the ground. */
  suits: VerdictWord<'suits'>;
  why: string[];
  /** What it gives up, against the middle of the shelf. */
  givesUp: string[];
  /** Against the next one: clearly, probably, or about as good. */
  sure: 'clearly ahead' | 'probably ahead' | 'about as good as the next' | 'the only one';
  /** How likely it is better than the next one; null: there is none. */
  ahead: number | null;
  /** What is not known of it. */
  open: string[];
  /** What the next one would change. */
  next: string[];
  take: string | null;
  fitWords: string;
  /** Cautions of what it is asked. */
  cautions: string[];
}

export interface Choice {
  offers: Offer[];
  passedOver: PassedOver[];
  /** What was said that pulls apart, or cannot be taken as said. */
  said: string[];
}

interface Ranked {
  candidate: Candidate;
  standings: ReadonlyMap<Matter, Standing>;
  score: number;
  u: number;
  suits: VerdictWord<'suits'>;
}

/** Weight of each matter: by its place, and by what is carried. */
function weightsOf({ matters, load }: ChoiceAnswers): Map<Matter, number> {
  const weights = new Map<Matter, number>();
  [...new Set(matters)].slice(0, MATTER_WEIGHTS.length).forEach((matter, place) => {
    weights.set(matter, MATTER_WEIGHTS[place] ?? 0);
  });
  const carried = LOADS[load];
  if (carried > 0) weights.set('steadiness', (weights.get('steadiness') ?? 0) + carried);
  return weights;
}

/** An edition beside what one is used to: how far off, and what drives it. */
const beside = (
  used: ShelfRow | undefined,
  row: ShelfRow,
  steps: Readonly<Record<string, number>>,
) => used && nearestRows(used, [row], { conditions: [], uses: [], words: '' }, steps)[0];

const unsafe = ({ answers }: Candidate): string[] =>
  answers.flatMap(({ evidence }) =>
    evidence.flatMap(({ mark, aspect, words }) =>
      mark === 'but' && aspect === 'safety' ? [words] : [],
    ),
  );

/** Why an edition is passed over; undefined: it is weighed. */
function passed(candidate: Candidate, { money, risk }: ChoiceAnswers): string | undefined {
  const { row, answers, fit } = candidate;
  if (suitability(answers) === 'does not suit') {
    const [first] = answers.filter(({ verdict }) => verdict.word === 'does not suit');
    return first?.words ?? 'does not suit';
  }
  const [danger] = unsafe(candidate);
  if (risk === 'none' && danger) return `no risk was accepted: ${danger}`;
  const price = row.figures.price;
  if (money && price && row.currency === money.currency && price.value > money.most)
    return `it costs ${Math.round(price.value)} ${row.currency}`;
  if (fit && fit.take === undefined && fit.right < 0.1 && fit.words !== '') return fit.words;
  return undefined;
}

function rank(
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
  if (suits === 'cannot tell') add(0, OPEN_U);
  if (suits === 'suits with a but') add(-BUT_STEPS);
  if (candidate.madeFor) add(-OTHER_USE_STEPS);
  if (answers.risk === 'the usual' && unsafe(candidate).length > 0) add(-UNSAFE_STEPS);
  const { fit, footType, row } = candidate;
  if (fit)
    add(
      fit.take === undefined ? 0 : -MISFIT_STEPS * (1 - fit.right),
      fit.take === undefined ? OPEN_U : 0,
    );
  if (answers.money && row.figures.price === undefined) add(0, 1);
  const near = beside(used, row, steps);
  if (near) {
    const away = Math.min(MOST_APART, near.steps);
    add((answers.used?.liked ? -1 : 1) * USED_WEIGHT * away);
  }
  if (footType) {
    const points = footType.evidence.reduce(
      (sum, { mark }) => sum + (mark === 'for' ? 1 : mark === 'but' ? -1 : 0),
      0,
    );
    add(FOOT_TYPE_STEPS * points, footType.verdict.word === 'cannot tell' ? 0.5 : 0);
  }
  return { candidate, standings, score, u: Math.sqrt(squares), suits };
}

/** How likely the first of two is the better. */
const ahead = (a: Ranked, b: Ranked): number => {
  const u = Math.hypot(a.u, b.u);
  if (u > 0) return tProbability((a.score - b.score) / u, Number.POSITIVE_INFINITY);
  return a.score > b.score ? 1 : a.score < b.score ? 0 : 0.5;
};

function sureOf(own: Ranked, next: Ranked | undefined): Offer['sure'] {
  if (!next) return 'the only one';
  const p = ahead(own, next);
  if (p >= 0.9) return 'clearly ahead';
  return p >= 0.7 ? 'probably ahead' : 'about as good as the next';
}

const stepsIn = ({ standings }: Ranked, matter: Matter) => standings.get(matter)?.steps ?? 0;
const knownIn = ({ standings }: Ranked, matter: Matter) => standings.get(matter)?.known === true;

/** What is given up for what: trades first, then what was asked for and lies under the middle. */
function givenUp(ranked: Ranked, asked: readonly Matter[]): string[] {
  const traded = TRADED.flatMap(([gained, lost]) =>
    stepsIn(ranked, gained) >= 1 && stepsIn(ranked, lost) <= -1
      ? [`${MATTER_ENTRIES[lost].less} for ${gained}`]
      : [],
  );
  const under = asked.flatMap((matter) =>
    stepsIn(ranked, matter) <= -0.75 ? [`${MATTER_ENTRIES[matter].less} than the middle here`] : [],
  );
  return [...new Set([...traded, ...under])];
}

/** What another one would change, noticeably. */
function changed(from: Ranked, to: Ranked, steps: Readonly<Record<string, number>>): string[] {
  const words = MATTERS.flatMap((matter) => {
    if (!knownIn(from, matter) || !knownIn(to, matter)) return [];
    const by = stepsIn(to, matter) - stepsIn(from, matter);
    if (Math.abs(by) < 1) return [];
    return [{ by, words: by > 0 ? MATTER_ENTRIES[matter].more : MATTER_ENTRIES[matter].less }];
  });
  const [a, b] = [from.candidate.row.figures.drop, to.candidate.row.figures.drop];
  const drop = a && b ? (b.value - a.value) / (steps.drop ?? 2) : 0;
  return [
    ...words.sort((one, two) => Math.abs(two.by) - Math.abs(one.by)).map((one) => one.words),
    ...(Math.abs(drop) >= 1 ? [drop > 0 ? 'more drop' : 'less drop'] : []),
  ].slice(0, 4);
}

/** A change of drop that calves and tendons notice, mm: common practice. */
const SUDDEN_DROP_MM = 4;

function offerOf(
  ranked: Ranked,
  next: Ranked | undefined,
  answers: ChoiceAnswers,
  asked: readonly Matter[],
  steps: Readonly<Record<string, number>>,
  used: ShelfRow | undefined,
): Offer {
  const { candidate, suits } = ranked;
  const { row, fit } = candidate;
  const near = beside(used, row, steps);
  const [drop, usual] = [row.figures.drop?.value, used?.figures.drop?.value];
  const sudden =
    drop !== undefined && usual !== undefined && Math.abs(drop - usual) >= SUDDEN_DROP_MM
      ? [
          `Its drop is another than you are used to (${Math.abs(drop - usual).toFixed(0)} mm): change over slowly; pain is for a clinician.`,
        ]
      : [];
  const unpriced =
    answers.money === undefined
      ? []
      : row.figures.price === undefined
        ? ['its price']
        : row.currency === answers.money.currency
          ? []
          : [`its price in ${answers.money.currency}`];
  return {
    slug: row.slug,
    name: row.name,
    suits,
    why: [
      ...asked.flatMap((matter) =>
        stepsIn(ranked, matter) >= 0.5
          ? [`${MATTER_ENTRIES[matter].more} than the middle here`]
          : [],
      ),
      ...(near ? [`beside what you are used to: ${nearWords(near)}`] : []),
      ...candidate.answers.flatMap(({ evidence }) =>
        evidence.filter(({ mark }) => mark === 'for').map(({ words }) => words),
      ),
      ...(candidate.footType?.verdict.for ?? []),
    ].slice(0, 6),
    givesUp: [
      ...(candidate.madeFor ? [`it is made for ${candidate.madeFor}`] : []),
      ...givenUp(ranked, asked),
      ...candidate.answers.flatMap(({ evidence }) =>
        evidence.filter(({ mark }) => mark === 'but').map(({ words }) => words),
      ),
    ],
    sure: sureOf(ranked, next),
    ahead: next ? ahead(ranked, next) : null,
    open: [
      ...new Set([
        ...candidate.answers.flatMap(({ wouldTell }) => wouldTell.map(({ words }) => words)),
        ...asked.flatMap((matter) => (knownIn(ranked, matter) ? [] : [matter])),
        ...(fit && fit.take === undefined ? ['how it fits'] : []),
        ...unpriced,
      ]),
    ],
    next: next ? changed(ranked, next, steps) : [],
    take: fit?.take ?? null,
    fitWords: fit?.words ?? '',
    cautions: [
      ...new Set([...candidate.answers.flatMap(({ caution }) => caution || []), ...sudden]),
    ],
  };
}

/** What was said that pulls apart. */
export function pullsApart(matters: readonly Matter[]): string[] {
  const twice = matters.filter((matter, at) => matters.indexOf(matter) !== at);
  return [
    ...[...new Set(twice)].map((matter) => `${matter} is said twice and counts once.`),
    ...TRADED.flatMap(([one, other]) => {
      const [first, second] = [matters.indexOf(one), matters.indexOf(other)];
      if (first < 0 || second < 0) return [];
      const [before, after] = first < second ? [one, other] : [other, one];
      return [`${before} and ${after} pull apart: ${before} goes before.`];
    }),
  ];
}

/**
 * Three to five editions, the best first; fewer where no more are left, none where none suits.
 *
 * @param steps noticeable steps by column
 * @param used the row of what one is used to
 * @example with little weight first, of two that suit alike the one two steps lighter is clearly ahead
 */
export function choose(
  candidates: readonly Candidate[],
  answers: ChoiceAnswers,
  steps: Readonly<Record<string, number>>,
  used?: ShelfRow,
): Choice {
  const passedOver: PassedOver[] = [];
  const weighed: Candidate[] = [];
  for (const candidate of candidates) {
    const why = passed(candidate, answers);
    if (why === undefined) weighed.push(candidate);
    else passedOver.push({ slug: candidate.row.slug, name: candidate.row.name, why });
  }
  const weights = weightsOf(answers);
  const middles = middlesOf(candidates);
  const ranked = weighed
    .map((candidate) => rank(candidate, answers, weights, middles, steps, used))
    .sort((a, b) => b.score - a.score || a.candidate.row.slug.localeCompare(b.candidate.row.slug));
  const [first] = ranked;
  const offered = ranked.filter(
    (one, at) =>
      at < LEAST_OFFERED ||
      (at < MOST_OFFERED && first !== undefined && ahead(one, first) >= PERHAPS_BEST),
  );
  const asked = [...weights.keys()];
  return {
    offers: offered.map((one, at) => offerOf(one, ranked[at + 1], answers, asked, steps, used)),
    passedOver,
    said: pullsApart(answers.matters),
  };
}
