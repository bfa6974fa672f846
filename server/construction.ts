/** What editions are made of, and what that says beside their figures. */

import { median } from 'simple-statistics';
import type { EditionRecord } from '#contract/edition-records.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { type MadeOfPart, madeOf } from '#core/construction/made-of.ts';
import type { Meaning, MeantFigure } from '#core/construction/meaning.ts';
import { MEANT_QUANTITIES, meaningsOf } from '#core/construction/meanings.ts';
import type { KnownShoe, RuleTerms } from '#core/construction/use-answer.ts';
import type { Basis } from '#core/figures/basis.ts';
import { figureExpanded } from '#core/figures/figure.ts';
import { handScores, latestFigures, type MeasuredPair } from '#core/figures/pair-figure.ts';
import { gradeWord } from '#core/figures/typed-reading.ts';
import { changedRule } from '#core/limits/lab-limits.ts';
import { compareEditions } from '#core/sheet/comparison.ts';
import { chosenUnit } from '#core/sizing/chosen-units.ts';
import { writeFigure } from '#core/sizing/number-words.ts';
import { COMMON_PRACTICE } from '#core/statistics/answers.ts';
import {
  constructionEvidence,
  meaningName,
  meaningSentence,
} from '#core/wording/construction-sentences.ts';
import { type WriteFigure, writtenUseAnswer } from '#core/wording/use-sentences.ts';
import type { LabFacts } from './lab-facts.ts';
import type { StoredPair } from './store/pairs.ts';
import type { KeptShelfRow } from './store/shelf.ts';
import type { Stores } from './stores.ts';

/** What an edition is made of, by all its pairs that count. */
export function madeOfEdition(
  stores: Stores,
  editionId: string,
  pairs: readonly StoredPair[],
): MadeOfPart[] {
  return madeOf(
    pairs.map((pair) => ({ tag: pair.tag, seen: stores.construction.ofPair(pair.id) })),
    stores.construction.ofEdition(editionId),
  );
}

/** Figures and scores by hand that construction is judged together with. */
interface Meant {
  figures: Map<string, MeantFigure>;
  pairs: readonly MeasuredPair[];
}

/** Medians of what hands said of pairs. */
export function medianScores(pairs: readonly MeasuredPair[]): Map<string, number> {
  const scores = new Map<string, number[]>();
  for (const session of pairs.flatMap((pair) => pair.sessions))
    for (const { quantity, votes } of handScores(session))
      scores.set(quantity, [...(scores.get(quantity) ?? []), ...votes]);
  return new Map([...scores].map(([quantity, votes]) => [quantity, median(votes)]));
}

/** The latest figures of one pair, each with its own doubt. */
export function meantOfPair(pair: MeasuredPair): Meant {
  const figures = new Map<string, MeantFigure>();
  for (const [quantity, figure] of latestFigures(pair)) {
    // A sidewall's lip stands higher than the foot: no rule is about that.
    const { stack } = figure.basis;
    if (figures.has(quantity) || (stack && stack.place !== 'in-shoe')) continue;
    figures.set(quantity, { value: figure.value, U: figureExpanded(figure) });
  }
  return { figures, pairs: [pair] };
}

/** The figures of an edition on a basis, the spread of its pairs in their doubt where it is known. */
export function meantOfEdition(
  edition: { id: string; pairs: readonly MeasuredPair[] },
  basis: Basis,
  lab: LabFacts,
): Meant {
  const { stack } = basis;
  const figures = new Map<string, MeantFigure>();
  for (const { quantity, cells } of compareEditions([edition], basis, lab, MEANT_QUANTITIES)) {
    const answer = cells[0]?.answer;
    if (!answer || answer.terms === 'not') continue;
    const isStack = describeQuantity(quantity, lab.catalogue).dependsOn.includes('stack');
    if (isStack && stack && stack.place !== 'in-shoe') continue;
    const { figure, speaksForEdition, pairU } = answer;
    figures.set(quantity, {
      value: figure.value,
      U: speaksForEdition ? figureExpanded(figure) : pairU,
    });
  }
  return { figures, pairs: edition.pairs };
}

/** How rules are read in this lab: its uses and its limits. */
export function ruleTerms(stores: Stores): RuleTerms {
  const changes = stores.thresholds.changes();
  return {
    known: stores.uses.all(),
    drawn: (subject, use) => changedRule({ changes }, subject, use),
  };
}

/** Writes figures in the units of the lab. */
export function figureWriter(stores: Stores, lab: LabFacts): WriteFigure {
  const chosen = stores.lab.units();
  return (quantity, value, U) => {
    const definition = describeQuantity(quantity, lab.catalogue);
    const grade = U === undefined ? gradeWord(value, definition) : undefined;
    return grade ?? writeFigure(value, U, chosenUnit(definition, chosen), definition.decimals).text;
  };
}

/** What its maker says of an edition in words. */
export const wordsClaimed = (edition: Pick<EditionRecord, 'claimTexts'>): string[] =>
  edition.claimTexts.flatMap(({ text, withdrawn }) => (withdrawn === null ? [text] : []));

/** All that is known of a shoe, as rules read it. */
export const knownShoe = (
  parts: readonly MadeOfPart[],
  { figures, pairs }: Meant,
  edition: Pick<EditionRecord, 'uses' | 'claimTexts'>,
): KnownShoe => ({
  parts,
  figures,
  scores: medianScores(pairs),
  uses: edition.uses,
  claims: wordsClaimed(edition),
});

/** What a rule says of a shoe, in words. */
const writtenMeaning = ({ id, answer, said, evidenceFor, evidenceAgainst }: Meaning) => ({
  name: meaningName(id),
  words: meaningSentence(id, said),
  verdict: {
    word: answer,
    for: evidenceFor.map(constructionEvidence),
    against: evidenceAgainst.map(constructionEvidence),
    source: COMMON_PRACTICE,
  },
});

/** What parts and figures say together, of a shoe for its uses. */
export const meantBy = (
  stores: Stores,
  lab: LabFacts,
  parts: readonly MadeOfPart[],
  meant: Meant,
  edition: Pick<EditionRecord, 'uses' | 'claimTexts'>,
) => {
  const { meanings, suits, cautions } = meaningsOf(
    knownShoe(parts, meant, edition),
    ruleTerms(stores),
  );
  const write = figureWriter(stores, lab);
  return {
    meanings: meanings.map(writtenMeaning),
    suits: suits.map((answer) => writtenUseAnswer(answer, write)),
    cautions,
  };
};

/** Figures of a row as rules read them; what is only stated says so. */
export function shoeOnShelf({ row, shoe }: Pick<KeptShelfRow, 'row' | 'shoe'>): KnownShoe {
  const figures = new Map<string, MeantFigure>();
  for (const [quantity, { value, low, high, evidence }] of Object.entries(row?.figures ?? {}))
    if (evidence !== 'counted')
      figures.set(quantity, {
        value,
        U: (high - low) / 2,
        ...(evidence === 'claimed' || evidence === 'reported' ? { stated: true } : {}),
      });
  return {
    parts: shoe?.parts ?? [],
    figures,
    scores: new Map(shoe?.scores ?? []),
    uses: row?.uses ?? [],
    claims: shoe?.claims ?? [],
  };
}
