/** An edition that is offered, in words: why, what it gives up, how sure, and what the next one would change. */
import { CHOOSE_LIMITS } from '../limits/choose-limits.ts';
import { nearWords } from '../sheet/nearest.ts';
import { isAtLeast } from '../statistics/at-limit.ts';
import type { VerdictWord } from '../statistics/verdict.ts';
import type { Asking } from './candidate.ts';
import { MATTER_ENTRIES, MATTERS, type Matter, TRADED } from './matters.ts';
import { ahead, beside, type Ranked } from './ranking.ts';

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

function sureOf(own: Ranked, next: Ranked | undefined): Offer['sure'] {
  if (!next) return 'the only one';
  const p = ahead(own, next);
  if (p >= CHOOSE_LIMITS.clearlyAhead.value) return 'clearly ahead';
  return p >= CHOOSE_LIMITS.probablyAhead.value ? 'probably ahead' : 'about as good as the next';
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

/** What an offer is put into words by. */
interface Asked extends Asking {
  /** Matters that are weighed. */
  asked: readonly Matter[];
  /** Prices are weighed in it. */
  currency: string;
}

/**
 * An edition beside the next one in the order.
 *
 * @param next undefined: no other is weighed
 * @example with little weight first, 2 steps under the middle: “lighter than the middle here” is why
 */
export function offerOf(
  ranked: Ranked,
  next: Ranked | undefined,
  { answers, asked, steps, used, currency }: Asked,
): Offer {
  const { candidate, suits } = ranked;
  const { row, fit } = candidate;
  const near = beside(used, row, steps);
  const [drop, usual] = [row.figures.drop?.value, used?.figures.drop?.value];
  const sudden =
    drop !== undefined &&
    usual !== undefined &&
    isAtLeast(Math.abs(drop - usual), CHOOSE_LIMITS.suddenDrop.value)
      ? [
          `Its drop is another than you are used to (${Math.abs(drop - usual).toFixed(0)} mm): change over slowly; pain is for a clinician.`,
        ]
      : [];
  const isPriceAsked = answers.most !== undefined || asked.includes('a low price');
  const unpriced =
    !isPriceAsked || (row.figures.price && row.currency === currency)
      ? []
      : [row.figures.price ? `its price in ${currency}` : 'its price'];
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
        ...asked.filter((matter) => matter !== 'a low price' && !knownIn(ranked, matter)),
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
