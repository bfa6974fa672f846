/** Two to ten editions on like terms, put together from their pairs. */

import type { EditionRecord } from '#contract/edition-records.ts';
import type { CellView, Comparison } from '#contract/sheet-records.ts';
import { SHOE_PARTS } from '#core/catalogue/construction.ts';
import type { Catalogue } from '#core/catalogue/quantities.ts';
import type { StackBasis } from '#core/catalogue/stack-basis.ts';
import { readReportedFigure } from '#core/claims/reported.ts';
import type { MadeOfPart } from '#core/construction/made-of.ts';
import { nameStackBasis } from '#core/figures/basis.ts';
import type { MeasuredPair } from '#core/figures/pair-figure.ts';
import { type ComparedCell, compareEditions } from '#core/sheet/comparison.ts';
import { leastWayKm, leastWayLabel } from '#core/sheet/comparison-terms.ts';
import type { StatedOfEdition } from '#core/sheet/stated-figures.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import {
  distinctSizes,
  isSameSize,
  lastLength,
  REFERENCE_LABEL,
  type SizeLabel,
} from '#core/sizing/size-label.ts';
import { madeOfEdition, meantBy, meantOfEdition } from '../construction.ts';
import { measuredPair } from '../figure-book.ts';
import { viewFigure } from '../figure-view.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { type SizeWords, wordsOfEditions } from './edition-words.ts';
import { leastWornBasis, stackBases } from './sheet.ts';

/** More editions do not stand beside each other. */
const MOST_COMPARED = 10;

/** The candidate that most editions can show; the first edition's own where several can. */
function mostShared<T>(candidates: readonly T[], counts: (candidate: T) => number): T | undefined {
  let best: T | undefined;
  for (const candidate of candidates)
    if (best === undefined || counts(candidate) > counts(best)) best = candidate;
  return best;
}

/** What is claimed and reported of an edition, the latest first. */
export function statedFigures(
  { claims, reported }: EditionRecord,
  catalogue: Catalogue,
): StatedOfEdition[] {
  const standing = <T extends { withdrawn: string | null }>(list: readonly T[]) =>
    list.filter(({ withdrawn }) => withdrawn === null).toReversed();
  return [
    ...standing(claims).map(
      ({ quantity, typed, value, halfWidth, label, statedBasis, source }): StatedOfEdition => ({
        quantity,
        typed,
        value,
        halfWidth,
        provenance: 'claimed',
        source,
        label: label ?? undefined,
        basis: Object.values(statedBasis).join(', '),
      }),
    ),
    ...standing(reported).map(
      ({ quantity, typed, value, label, basis, source, dated }): StatedOfEdition => {
        const read = readReportedFigure(quantity, typed, catalogue);
        return {
          quantity,
          typed,
          value,
          halfWidth: read.ok ? read.value.halfWidth : 0,
          provenance: 'reported',
          source: [source, dated].filter(Boolean).join(', '),
          label: label ?? undefined,
          basis,
        };
      },
    ),
  ];
}

/** Parts that are known of two editions at least, and are not the same in all of them. */
export function differingParts(editions: readonly (readonly MadeOfPart[])[]): Comparison['parts'] {
  return SHOE_PARTS.flatMap(({ id }) => {
    const cells = editions.map((made) => made.find(({ part }) => part === id));
    const known = cells.filter((cell) => cell !== undefined);
    if (known.length < 2 || new Set(known.map(({ answer }) => answer.toLowerCase())).size < 2)
      return [];
    return [
      {
        part: id,
        cells: cells.map((cell) => (cell ? { answer: cell.answer, state: cell.state } : null)),
      },
    ];
  });
}

/** The distances at which pairs were measured, as sold where any was. */
function distancesOf(pairs: readonly MeasuredPair[]): number[] {
  const sittings = pairs
    .flatMap((pair) => pair.sessions)
    .filter(({ readings }) => readings.length > 0)
    .map(({ basis }) => basis);
  const asSold = sittings.filter(({ configuration }) => configuration === 'as sold');
  return (asSold.length > 0 ? asSold : sittings).map(({ wornKm }) => wornKm);
}

/** A pair stands among editions by this before its tag. */
const PAIR = 'pair:';

export const isPairSlug = (slug: string): boolean => slug.startsWith(PAIR);

/** An edition with its pairs and what is stated of it; or one pair of it, by itself. */
function gatherEdition(stores: Stores, lab: LabFacts, slug: string) {
  const own = isPairSlug(slug) ? stores.pairs.byTag(slug.slice(PAIR.length)) : undefined;
  const edition = own ? stores.editions.byId(own.editionId) : stores.editions.bySlug(slug);
  const stored = own
    ? [own]
    : stores.pairs.ofEdition(edition.id).filter((pair) => pair.leftOut === null);
  const pairs = stored.map((pair) => measuredPair(stores, lab, pair));
  return {
    edition,
    id: own?.id ?? edition.id,
    editionId: edition.id,
    slug: own ? `${PAIR}${own.tag}` : edition.slug,
    name: own ? `${own.tag}, ${editionName(edition)}` : editionName(edition),
    isPair: own ? (true as const) : undefined,
    made: madeOfEdition(stores, edition.id, stored),
    labels: stored.map((pair) => pair.label),
    stored,
    pairs,
    measured: pairs.filter((pair) => pair.sessions.some((s) => s.readings.length > 0)).length,
    // What its maker states is of the edition, never of one pair.
    stated: own ? [] : statedFigures(edition, lab.catalogue),
    stacks: stackBases(pairs),
  };
}

/** Editions with their pairs and what is stated of them, and the terms on which they are held side by side. */
export function gatherEditions(
  stores: Stores,
  slugs: readonly string[],
  wanted: { label?: SizeLabel | undefined; stack?: string | undefined },
) {
  const lab = labFacts(stores);
  const editions = slugs.map((slug) => gatherEdition(stores, lab, slug));

  // Editions that are only stated are compared at the size that makers state figures for.
  const least =
    leastWayLabel(editions.map((one) => one.labels)) ??
    editions.find(({ edition }) => edition.sample)?.edition.sample ??
    REFERENCE_LABEL;
  const labels = distinctSizes([...editions.flatMap((one) => one.labels), least]);
  const label = labels.find((known) => wanted.label && isSameSize(known, wanted.label)) ?? least;

  const stacks = new Map<string, StackBasis>(editions.flatMap((one) => [...one.stacks]));
  const stackKey =
    (wanted.stack && stacks.has(wanted.stack) ? wanted.stack : undefined) ??
    mostShared([...stacks.keys()], (key) => editions.filter((one) => one.stacks.has(key)).length);
  const stack = stackKey ? stacks.get(stackKey) : undefined;
  const basis = {
    ...leastWornBasis(editions[0]?.pairs ?? [], label),
    wornKm: leastWayKm(editions.map(({ pairs }) => distancesOf(pairs))),
    ...(stack ? { stack } : {}),
  };
  return { lab, editions, label, labels, stacks, stackKey, basis };
}

/** A cell as pages show it. */
export function viewCell({ answer, words, remark, stated, difference }: ComparedCell): CellView {
  // A figure on other terms would be quoted beside the others.
  const figure = answer.terms === 'not' ? undefined : answer.figure;
  return {
    figure: figure ? viewFigure(figure) : null,
    terms: answer.terms,
    isUnmeasured: answer.terms === 'not' && answer.isUnmeasured === true,
    words,
    remark,
    stated: stated
      ? { value: stated.value, halfWidth: stated.halfWidth, provenance: stated.provenance }
      : null,
    difference: difference
      ? {
          difference: difference.difference,
          U: difference.U,
          verdict: difference.verdict,
          noticeable: difference.noticeable,
        }
      : null,
  };
}

/** The latest claim and the latest report of a quantity. */
function statedBeside(
  stated: readonly StatedOfEdition[],
  quantity: string,
): Comparison['rows'][number]['cells'][number]['beside'] {
  return (['claimed', 'reported'] as const).flatMap((provenance) => {
    const one = stated.find(
      (known) => known.quantity === quantity && known.provenance === provenance,
    );
    return one ? [{ typed: one.typed, provenance, source: one.source }] : [];
  });
}

export function buildComparison(
  stores: Stores,
  slugs: readonly string[],
  wanted: { label?: SizeLabel | undefined; stack?: string | undefined },
  sizeWords: (editionIds: readonly string[]) => SizeWords,
): Comparison {
  if (slugs.length < 2 || slugs.length > MOST_COMPARED)
    throw wrongValue('editions', `A comparison takes two to ten editions; ${slugs.length} given.`);
  if (new Set(slugs).size !== slugs.length)
    throw wrongValue('editions', 'Each edition is named once.');
  const gathered = gatherEditions(stores, slugs, wanted);
  const { lab, editions, label, labels, stacks, stackKey, basis } = gathered;
  const rows = compareEditions(editions, basis, lab);
  return {
    label,
    labels,
    wornKm: basis.wornKm,
    stackKey: stackKey ?? null,
    stacks: [...stacks].map(([key, value]) => ({ key, name: nameStackBasis(value) })),
    editions: editions.map(({ edition, id, slug, name, pairs, made, measured }) => ({
      id,
      slug,
      name,
      pairs: measured,
      lastMm: lastLength(label),
      meant: meantBy(stores, lab, made, meantOfEdition({ id, pairs }, basis, lab), edition),
    })),
    parts: differingParts(editions.map(({ made }) => made)),
    said: wordsOfEditions(
      stores,
      lab,
      editions.map(({ editionId }) => editionId),
      sizeWords,
    ),
    rows: rows.map(({ quantity, noticeable, against, cells }) => ({
      quantity,
      noticeable,
      against,
      cells: cells.map((cell, place) => ({
        ...viewCell(cell),
        // Where nothing was measured, what is stated stands in its place.
        beside: cell.stated ? [] : statedBeside(editions[place]?.stated ?? [], quantity),
      })),
    })),
  };
}
