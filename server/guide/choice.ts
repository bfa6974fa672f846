/** The choice of a shoe: the shelf as candidates, held against the answers of the conversation. */
import type { z } from 'zod';
import type { Choice, choiceAsked } from '#contract/choice-records.ts';
import type { footAsked } from '#contract/sizing-records.ts';
import { cautionsOf, describeDiscipline, nameUses } from '#core/catalogue/disciplines.ts';
import { FOOT_TYPE_RULES } from '#core/catalogue/rules/foot-types.ts';
import { rulesOfUse } from '#core/catalogue/rules-of-uses.ts';
import type { Candidate, ChoiceFit } from '#core/choose/candidate.ts';
import { choose, weighedOf } from '#core/choose/choice.ts';
import { judgeTwoUses, lifeCost } from '#core/choose/pair-costs.ts';
import { currenciesOf } from '#core/choose/standing.ts';
import {
  answerRule,
  answerUse,
  limitsOf,
  type RuleTerms,
  suitability,
  WHATEVER,
} from '#core/construction/use-answer.ts';
import type { Offer } from '#core/records/choice-verdict.ts';
import {
  askedSentences,
  CHOICE_MESSAGES,
  changePhrase,
  contradictionSentence,
  passPhrase,
  twoUsesSentence,
  writtenOffer,
} from '#core/wording/choice-sentences.ts';
import { type Sentence, textOf } from '#core/wording/sentence.ts';
import { limitPhrase, USE_READINGS, type WriteFigure } from '#core/wording/use-sentences.ts';
import { figureWriter, ruleTerms, shoeOnShelf } from '../construction.ts';
import { labFacts } from '../lab-facts.ts';
import { wrongValue } from '../problems.ts';
import type { KeptShelfRow } from '../store/shelf.ts';
import type { Stores } from '../stores.ts';
import type { ShelfSource } from './suits.ts';

export type ChoiceAsked = z.output<typeof choiceAsked>;
type FootAsked = z.output<typeof footAsked>;

/** What other steps hand over: the shelf, fits of a foot, and the same shoe of last year. */
export interface ChoiceSources {
  shelf: ShelfSource;
  /** Of the first of some editions whose inside was measured. */
  fits: (asked: FootAsked, editionIds: readonly string[]) => Map<string, ChoiceFit>;
  archOf: (asked: FootAsked) => { arch: string; words: string; byArch: boolean };
  lastYears: (slug: string) => { slug: string; name: string; words: Sentence } | null;
}

type Held = KeptShelfRow & { row: NonNullable<KeptShelfRow['row']> };

interface Weighed extends Candidate {
  editionId: string;
}

/** An edition made for a use, or one whose rules it is known to answer. */
function candidateOf(
  held: Held,
  use: string,
  aim: string,
  terms: RuleTerms,
  arch: string,
): Weighed | undefined {
  const shoe = shoeOnShelf(held);
  const answers = answerUse(use, aim || WHATEVER, shoe, terms);
  const shipped = (name: string) => describeDiscipline(name, terms.known).copiedFrom ?? name;
  const isMade = shoe.uses.some(({ discipline }) => shipped(discipline) === shipped(use));
  const word = suitability(answers);
  // What is made for something else serves where its rules are known to say so, for a ground that was said.
  if (!isMade && (aim === '' || (word !== 'suits' && word !== 'suits with a but')))
    return undefined;
  const rule = arch === 'low' || arch === 'high' ? FOOT_TYPE_RULES[arch] : undefined;
  return {
    editionId: held.editionId,
    row: held.row,
    parts: new Map(shoe.parts.map(({ part, answer }) => [part, answer])),
    scores: shoe.scores,
    answers,
    madeFor: isMade ? '' : nameUses(held.row.uses),
    footType: rule && answerRule(rule, use, shoe, terms),
  };
}

const isFootSaid = ({ tester, left, right }: ChoiceAsked) =>
  Boolean(tester) || left !== undefined || right !== undefined;

/** What to look for where nothing here suits: what the rules need, with their limits, and what matters. */
function lookFor(asked: ChoiceAsked, terms: RuleTerms, write: WriteFigure): Sentence[] {
  const entry = rulesOfUse(asked.use, terms.known);
  const needed = (entry?.rules ?? [])
    .filter(({ aims }) => !aims || asked.aim === '' || aims.includes(asked.aim))
    .flatMap((rule) =>
      rule.asks.flatMap(({ tests, holds, holding, needed: isNeeded, failing }) => {
        if (holding !== 'for' || holds === '' || !(isNeeded || failing === 'against')) return [];
        const [test] = tests;
        if (test?.reads !== 'figure') return [USE_READINGS.plain({ says: holds })];
        const limits = limitsOf(rule.id, test, asked.use, terms.drawn);
        const readings = limitPhrase(test.of, limits, write);
        return [USE_READINGS.finding({ says: holds, readings })];
      }),
    );
  const phrases = [...needed, ...asked.matters.map((matter) => changePhrase(matter, 'more'))];
  return [...new Map(phrases.map((phrase) => [textOf(phrase), phrase])).values()];
}

function refuseUnknown(stores: Stores, { use, second, aim, secondAim }: ChoiceAsked): void {
  stores.uses.requireName(use);
  if (second !== '') stores.uses.requireName(second);
  for (const [name, wanted, of] of [
    ['aim', aim, use],
    ['secondAim', secondAim, second],
  ] as const) {
    const aims = rulesOfUse(of, stores.uses.all())?.aims ?? [];
    if (wanted !== '' && !aims.includes(wanted))
      throw wrongValue(name, `${of} has no ${wanted}: ${aims.join(', ')}.`);
  }
}

/** One pair for both uses, or the best of each: both priced. */
function twoUses(
  asked: ChoiceAsked,
  best: Offer | undefined,
  held: readonly Held[],
  terms: RuleTerms,
  weigh: (use: string, aim: string) => Offer[],
): Choice['twoUses'] {
  if (asked.second === '' || asked.second === asked.use) return null;
  const others = weigh(asked.second, asked.secondAim);
  const costOf = (slug: string | undefined) => {
    const row = held.find((one) => one.row.slug === slug)?.row;
    return row && lifeCost(row);
  };
  const two = [
    { use: asked.use, offer: best },
    { use: asked.second, offer: others[0] },
  ].flatMap(({ use, offer }) => (offer ? [{ use, slug: offer.slug, name: offer.name }] : []));
  const wordIn = (one: Held, use: string, aim: string) =>
    suitability(answerUse(use, aim || WHATEVER, shoeOnShelf(one), terms));
  const rank = ['suits', 'suits with a but', 'cannot tell'];
  const both = held
    .map((one) => ({
      row: one.row,
      suits: [
        wordIn(one, asked.use, asked.aim),
        wordIn(one, asked.second, asked.secondAim),
      ] as const,
    }))
    .filter(
      ({ suits }) =>
        suits.every((word) => rank.includes(word)) && suits.some((word) => word !== 'cannot tell'),
    )
    .sort(
      (a, b) =>
        Math.max(...a.suits.map((word) => rank.indexOf(word))) -
          Math.max(...b.suits.map((word) => rank.indexOf(word))) ||
        (a.row.figures.price?.value ?? Number.POSITIVE_INFINITY) -
          (b.row.figures.price?.value ?? Number.POSITIVE_INFINITY) ||
        a.row.slug.localeCompare(b.row.slug),
    );
  // What is offered for one of the two uses goes before what nobody would choose for either.
  const offered = new Set([...(best ? [best.slug] : []), ...others.map(({ slug }) => slug)]);
  const one = both.find(({ row }) => offered.has(row.slug)) ?? both[0];
  const judged = judgeTwoUses(
    one && { name: one.row.name, suits: one.suits, cost: lifeCost(one.row) },
    two.map(({ slug, name }) => ({ name, cost: costOf(slug) })),
  );
  return {
    word: judged.answer,
    words: twoUsesSentence(judged),
    one: one ? { slug: one.row.slug, name: one.row.name } : null,
    two,
  };
}

function noneSentence({ use, aim }: ChoiceAsked, all: number): Sentence {
  const asked = aim ? CHOICE_MESSAGES.purposeAndAim({ use, aim }) : use;
  return all === 0
    ? CHOICE_MESSAGES.nothingOfUse({ use: asked })
    : CHOICE_MESSAGES.allPassedOver({ use: asked, all });
}

export function choiceOf(
  stores: Stores,
  asked: ChoiceAsked,
  { shelf, fits, archOf, lastYears }: ChoiceSources,
): Choice {
  refuseUnknown(stores, asked);
  const { kept, steps, waiting } = shelf();
  const terms = ruleTerms(stores);
  const write = figureWriter(stores, labFacts(stores));
  const held = [...kept.values()].filter((one): one is Held => one.row !== undefined);
  const { arch, words: footWords, byArch } = archOf(asked);
  const used = asked.used ? kept.get(asked.used)?.row : undefined;
  if (asked.used && !used)
    throw wrongValue(
      'used',
      waiting > 0
        ? 'This edition is not on the shelf, or not worked out yet: ask again in a moment.'
        : 'This edition is not on the shelf.',
    );
  const currencies = currenciesOf(held.map(({ row }) => row));
  const asking = {
    steps,
    used,
    answers: {
      matters: asked.matters,
      load: asked.load,
      risk: asked.risk,
      most: currencies.length > 0 ? asked.money : undefined,
      currency: asked.currency ?? currencies[0],
      used: used ? { slug: used.slug, liked: asked.liked === 'yes' } : undefined,
    },
  };
  const candidatesFor = (use: string, aim: string) => {
    const candidates = held.flatMap(
      (one) => candidateOf(one, use, aim, terms, byArch ? arch : '') ?? [],
    );
    if (!isFootSaid(asked)) return candidates;
    const found = fits(
      { ...asked, use },
      weighedOf(candidates, asking).map(({ editionId }) => editionId),
    );
    const unknown: ChoiceFit = {
      right: 0.5,
      words: textOf(CHOICE_MESSAGES.fitNotMeasured({})),
    };
    return candidates.map((one) => ({ ...one, fit: found.get(one.editionId) ?? unknown }));
  };
  const candidates = candidatesFor(asked.use, asked.aim);
  const chosen = choose(candidates, asking);
  const [best] = chosen.offers;
  const rowOf = (slug: string) => kept.get(slug)?.row;
  const cautions = cautionsOf(
    [asked.use, asked.second].filter(Boolean).map((discipline) => ({ discipline, speciality: '' })),
    terms.known,
  );
  const knownToSuit = chosen.offers.some(({ suits }) => suits !== 'cannot tell');
  return {
    offers: chosen.offers.map((offer) => {
      const row = rowOf(offer.slug);
      return {
        ...writtenOffer(offer, write),
        // What holds for all is said once.
        cautions: offer.cautions.filter((caution) => !cautions.includes(caution)),
        price: row?.figures.price ? `${Math.round(row.figures.price.value)} ${row.currency}` : '',
        lastYears: lastYears(offer.slug),
      };
    }),
    ofAll: candidates.length,
    waiting,
    passedOver: chosen.passedOver.map(({ slug, name, reason }) => ({
      slug,
      name,
      why: passPhrase(reason, write),
    })),
    said: [
      ...chosen.contradictions.map(contradictionSentence),
      ...(asked.aim === ''
        ? [
            CHOICE_MESSAGES.sayAim({
              aims: rulesOfUse(asked.use, terms.known)?.aims.join(', ') ?? '',
            }),
          ]
        : []),
      ...(asked.money !== undefined && currencies.length === 0
        ? [CHOICE_MESSAGES.noPrices({})]
        : []),
      ...(byArch && footWords !== '' && (arch === '' || arch === 'middle')
        ? [CHOICE_MESSAGES.archSilent({})]
        : []),
    ],
    none: best ? null : noneSentence(asked, candidates.length),
    lookFor: best && knownToSuit ? [] : lookFor(asked, terms, write),
    asked: askedSentences({
      ...asking.answers,
      foot: footWords,
      used: used?.name ?? '',
      isUsedLiked: asking.answers.used?.liked === true,
    }),
    currencies,
    twoUses: twoUses(
      asked,
      best,
      held,
      terms,
      (use, aim) => choose(candidatesFor(use, aim), asking).offers,
    ),
    cautions,
  };
}
