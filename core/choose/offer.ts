/** A model that is offered: why, what it gives up, how sure, and what the next one would change. */
import { CHOOSE_LIMITS } from '../limits/choose-limits.ts';
import {
  MATTERS,
  type Matter,
  type Offer,
  type OfferChange,
  type OfferMissing,
  type OfferReason,
} from '../records/choice-verdict.ts';
import type { UseFinding } from '../records/use-verdict.ts';
import { isAtLeast } from '../statistics/at-limit.ts';
import type { Asking, Candidate } from './candidate.ts';
import { TRADED } from './matters.ts';
import { ahead, beside, type Ranked } from './ranking.ts';

function sureOf(own: Ranked, next: Ranked | undefined): Offer['sure'] {
  if (!next) return 'the only one';
  const p = ahead(own, next);
  if (p >= CHOOSE_LIMITS.clearlyAhead.value) return 'clearly ahead';
  return p >= CHOOSE_LIMITS.probablyAhead.value ? 'probably ahead' : 'about as good as the next';
}

const stepsIn = ({ standings }: Ranked, matter: Matter) => standings.get(matter)?.steps ?? 0;
const knownIn = ({ standings }: Ranked, matter: Matter) => standings.get(matter)?.known === true;

/** What is given up for what: trades first, then what was asked for and lies under the median. */
function givenUp(ranked: Ranked, asked: readonly Matter[]): OfferReason[] {
  const traded = TRADED.filter(
    ([gained, lost]) => stepsIn(ranked, gained) >= 1 && stepsIn(ranked, lost) <= -1,
  );
  const under = asked.filter((matter) => stepsIn(ranked, matter) <= -0.75);
  return [
    ...traded.map(([gained, lost]): OfferReason => ({ kind: 'traded', lost, gained })),
    ...under.map((matter): OfferReason => ({ kind: 'matter', matter, direction: 'less' })),
  ];
}

const directionOf = (steps: number) => (steps > 0 ? 'more' : 'less');

/** What another one would change, noticeably. */
function changed(from: Ranked, to: Ranked, steps: Readonly<Record<string, number>>): OfferChange[] {
  const changes = MATTERS.flatMap((matter) => {
    if (!knownIn(from, matter) || !knownIn(to, matter)) return [];
    const by = stepsIn(to, matter) - stepsIn(from, matter);
    return Math.abs(by) < 1 ? [] : [{ matter, by }];
  });
  const [drop, otherDrop] = [from.candidate.row.figures.drop, to.candidate.row.figures.drop];
  const dropSteps = drop && otherDrop ? (otherDrop.value - drop.value) / (steps.drop ?? 2) : 0;
  return [
    ...changes
      .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))
      .map(
        ({ matter, by }): OfferChange => ({ kind: 'matter', matter, direction: directionOf(by) }),
      ),
    ...(Math.abs(dropSteps) >= 1
      ? [{ kind: 'drop', direction: directionOf(dropSteps) } as const]
      : []),
  ].slice(0, 4);
}

/** What the rules lack, each thing once. */
const missingOf = ({ answers }: Candidate): OfferMissing[] => [
  ...new Map(
    answers
      .flatMap(({ unknown }) => unknown)
      .map((missing) => [`${missing.kind} ${missing.subject}`, { kind: 'rule', missing } as const]),
  ).values(),
];

const findingsOf = ({ answers }: Candidate, wanted: UseFinding['mark']): OfferReason[] =>
  answers.flatMap(({ findings }) =>
    findings
      .filter(({ mark }) => mark === wanted)
      .map((finding): OfferReason => ({ kind: 'rule', finding })),
  );

/** What an offer is weighed by. */
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
  const gap = drop === undefined || usual === undefined ? 0 : Math.abs(drop - usual);
  const isPriceAsked = answers.most !== undefined || asked.includes('a low price');
  const isPriceKnown = row.figures.price !== undefined && row.currency === currency;
  const priceMissing: OfferMissing = {
    kind: 'price',
    ...(row.figures.price === undefined ? {} : { currency }),
  };
  return {
    slug: row.slug,
    name: row.name,
    suits,
    why: [
      ...asked.flatMap((matter): OfferReason[] =>
        stepsIn(ranked, matter) >= 0.5 ? [{ kind: 'matter', matter, direction: 'more' }] : [],
      ),
      ...(near ? [{ kind: 'likeness', drivers: near.drivers } as const] : []),
      ...findingsOf(candidate, 'for'),
      ...(candidate.footType
        ? findingsOf({ ...candidate, answers: [candidate.footType] }, 'for')
        : []),
    ].slice(0, 6),
    givesUp: [
      ...(candidate.madeFor ? [{ kind: 'made for', uses: candidate.madeFor } as const] : []),
      ...givenUp(ranked, asked),
      ...findingsOf(candidate, 'but'),
    ],
    sure: sureOf(ranked, next),
    ahead: next ? ahead(ranked, next) : null,
    open: [
      ...missingOf(candidate),
      ...asked.flatMap((matter): OfferMissing[] =>
        matter !== 'a low price' && !knownIn(ranked, matter) ? [{ kind: 'matter', matter }] : [],
      ),
      ...(fit && fit.take === undefined ? [{ kind: 'fit' } as const] : []),
      ...(isPriceAsked && !isPriceKnown ? [priceMissing] : []),
    ],
    next: next ? changed(ranked, next, steps) : [],
    take: fit?.take ?? null,
    fitWords: fit?.words ?? '',
    cautions: [...new Set(candidate.answers.flatMap(({ rule }) => rule.caution ?? []))],
    ...(isAtLeast(gap, CHOOSE_LIMITS.suddenDrop.value) ? { suddenDropMm: gap } : {}),
  };
}
