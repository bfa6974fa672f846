/** Sizes over many editions: the matrix of labels, insides for a ruler, and what to take for a foot. */

import type { z } from 'zod';
import type { footAsked, Insides, LabelMatrix, Recommendations } from '#contract/sizing-records.ts';
import { isMadeFor, type ShippedUse } from '#core/catalogue/disciplines.ts';
import { type Figure, figureExpanded } from '#core/figures/figure.ts';
import type { FittingLabel } from '#core/fit/fitting-labels.ts';
import { OFF_BY } from '#core/fit/foot.ts';
import { labelMatrix } from '#core/fit/label-matrix.ts';
import { footWidthWord, recommend } from '#core/fit/recommendation.ts';
import { rightGap } from '#core/fit/try-on.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { nameLabel, REFERENCE_LABEL, type SizeLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { fitCaution, fitNote, recommendationSentence } from '#core/wording/sizing-sentences.ts';
import { madeOfEdition } from '../construction.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import type { Stores } from '../stores.ts';
import { knownShoes, lengthAt, pairsThatCount, triedLabel, withDoubt } from './evidence.ts';
import { madeOf, ruleUse } from './fit.ts';
import { answerBetween } from './labels-between.ts';

/** More editions make no table that a person reads. */
const MOST_IN_MATRIX = 24;
/** Editions at hand of which an inside is worked out for one answer. */
const MOST_AT_HAND = 60;

/** The matrix of the editions of which most is known. */
export function buildLabelMatrix(stores: Stores): LabelMatrix {
  const lab = labFacts(stores);
  const fitting = new Map<string, FittingLabel[]>(knownShoes(stores));
  for (const tryOn of stores.fitEvidence.all()) {
    const labels = triedLabel(tryOn);
    if (labels.length > 0)
      fitting.set(tryOn.editionId, [...(fitting.get(tryOn.editionId) ?? []), ...labels]);
  }
  const measured = new Set(stores.fitEvidence.measuredInside());
  const ids = [...new Set([...fitting.keys(), ...measured])];
  const weight = (id: string) => (fitting.get(id)?.length ?? 0) + Number(measured.has(id));
  const editions = ids
    .sort((a, b) => weight(b) - weight(a) || a.localeCompare(b))
    .slice(0, MOST_IN_MATRIX)
    .map((id) => ({ id, record: stores.editions.byId(id) }))
    .sort((a, b) => editionName(a.record).localeCompare(editionName(b.record)));
  const slugs = new Map(editions.map(({ id, record }) => [id, record.slug]));
  const label = REFERENCE_LABEL;
  const cells = labelMatrix(
    editions.map(({ id }) => {
      const figure = measured.has(id)
        ? lengthAt({ id, pairs: pairsThatCount(stores, lab, id) }, 'internal-length', label, lab)
        : undefined;
      return {
        id,
        fitting: fitting.get(id) ?? [],
        ...(figure ? { inside: withDoubt(figure) } : {}),
      };
    }),
    label,
  );
  const slugOf = (id: string) => slugs.get(id) ?? id;
  return {
    label,
    editions: editions.map(({ record }) => ({ slug: record.slug, name: editionName(record) })),
    ofAll: ids.length,
    cells: cells.map(({ from, to, chain, ...cell }) => ({
      ...cell,
      from: slugOf(from),
      to: slugOf(to),
      ...(chain ? { chain: { ...chain, over: slugOf(chain.over) } } : {}),
    })),
  };
}

/** The labels that pairs of an edition bear which count. */
const ownLabels = (stores: Stores, editionId: string): SizeLabel[] =>
  stores.pairs
    .ofEdition(editionId)
    .filter(({ leftOut }) => leftOut === null)
    .map(({ label }) => label);

const shown = (figure: Figure | undefined) =>
  figure ? { mm: figure.value, U: figureExpanded(figure) } : null;

/** Insides and insoles of what was measured, at the label of a pair of each. */
export function listInsides(stores: Stores): Insides {
  const lab = labFacts(stores);
  const ids = stores.fitEvidence.measuredInside();
  const rows = ids.slice(0, MOST_AT_HAND).flatMap((id) => {
    const [label] = ownLabels(stores, id);
    if (!label) return [];
    const edition = { id, pairs: pairsThatCount(stores, lab, id) };
    const record = stores.editions.byId(id);
    return [
      {
        slug: record.slug,
        name: editionName(record),
        label,
        inside: shown(lengthAt(edition, 'internal-length', label, lab)),
        insole: shown(lengthAt(edition, 'footbed-length', label, lab)),
      },
    ];
  });
  return { rows, ofAll: ids.length };
}

type FootAsked = z.output<typeof footAsked>;

/** What is typed of a foot, else what is known of the tester. */
function footOf(stores: Stores, asked: FootAsked) {
  const { tester = '' } = asked;
  const profile = tester ? stores.testers.profileOf(tester) : null;
  const widths = [profile?.widthLeftMm, profile?.widthRightMm].filter((mm) => mm != null);
  return {
    tester,
    lengthLeftMm: asked.left ?? profile?.lengthLeftMm ?? null,
    lengthRightMm: asked.right ?? profile?.lengthRightMm ?? null,
    widthMm: asked.wide ?? (widths.length > 0 ? Math.max(...widths) : null),
    arch: asked.arch ?? profile?.arch ?? '',
    sock: asked.sock ?? profile?.usualSock ?? 'usual',
  } as const;
}

/** How it is done: as asked for, else as the lab does. */
function schoolsOf(stores: Stores, { leather, archSchool }: FootAsked) {
  const own = stores.lab.schools();
  return {
    leatherSmall: (leather ?? own.leather) === 'small',
    byArch: (archSchool ?? own.footTypes) === 'by the arch',
  };
}

/** What each shoe that a tester knows says of an edition by itself; all testers speak in it. */
function saidByKnownShoes(
  stores: Stores,
  tester: string,
  editionId: string,
  known: ReturnType<typeof knownShoes>,
): string[] {
  const profile = stores.testers.profileOf(tester);
  return (profile?.knownShoes ?? []).flatMap(({ editionId: from, label, width, fits }) => {
    const standing = stores.names.lead('edition', from);
    if (standing === editionId) return [];
    const asked = { label, width: width || undefined, fits };
    const { answer } = answerBetween(stores, [standing, editionId], asked, known);
    if (answer.verdict === 'cannot tell') return [];
    const off = OFF_BY[fits] === 0 ? '' : `, which is ${fits}`;
    return [`From ${editionName(stores.editions.byId(standing))}${off}: ${answer.words}`];
  });
}

/** The arch of a foot, and the foot in a line; empty: none was said. */
export function footWordsOf(
  stores: Stores,
  asked: FootAsked,
): { arch: string; words: string; byArch: boolean } {
  const foot = footOf(stores, asked);
  const lengths = [foot.lengthLeftMm, foot.lengthRightMm].map((mm) => mm?.toFixed(0) ?? '–');
  const isKnown = foot.lengthLeftMm !== null || foot.lengthRightMm !== null;
  const width = foot.widthMm === null ? '' : `, ${foot.widthMm.toFixed(0)} mm wide`;
  return {
    arch: foot.arch,
    byArch: schoolsOf(stores, asked).byArch,
    words: isKnown
      ? `${foot.tester ? `${foot.tester}: ` : ''}${lengths.join(' / ')} mm${width}, sock ${foot.sock}`
      : '',
  };
}

/** What to take of one edition; undefined where no pair of it bears a label. */
function recommendEdition(
  stores: Stores,
  lab: LabFacts,
  foot: ReturnType<typeof footOf>,
  asked: FootAsked,
  id: string,
) {
  const use = asked.use ?? '';
  const record = stores.editions.byId(id);
  const [label] = ownLabels(stores, id);
  if (!label) return undefined;
  const edition = { id, pairs: pairsThatCount(stores, lab, id) };
  const ruled = ruleUse(stores, use === '' ? record.uses : [{ discipline: use, speciality: '' }]);
  const stored = stores.pairs.ofEdition(id).filter(({ leftOut }) => leftOut === null);
  const upper = madeOfEdition(stores, id, stored).find(({ part }) => part === 'upper-material');
  const answer = recommend(
    {
      lengthLeftMm: foot.lengthLeftMm ?? undefined,
      lengthRightMm: foot.lengthRightMm ?? undefined,
      widthMm: foot.widthMm ?? undefined,
      arch: foot.arch,
      sock: foot.sock,
      use: ruled,
    },
    {
      insideAt: (wanted) => {
        const figure = lengthAt(edition, 'internal-length', wanted, lab);
        return figure && withDoubt(figure);
      },
      made: madeOf(stores, id),
      label,
      leather: upper?.answer.toLowerCase().includes('leather') ?? false,
    },
    schoolsOf(stores, asked),
  );
  return { record, answer, ruled };
}

/** Fits of so many editions are worked out for one answer. */
const MOST_FITTED = 40;

/** How the first of some editions fit a foot, by id: the label that is made, and how likely it is right. */
export function fitsOfFoot(
  stores: Stores,
  asked: FootAsked,
  editionIds: readonly string[],
): Map<string, { take: string | undefined; right: number; words: string }> {
  const lab = labFacts(stores);
  const foot = footOf(stores, asked);
  // An inside that nobody measured says nothing against an edition, and nothing for it.
  const measured = new Set(stores.fitEvidence.measuredInside());
  const first = editionIds.filter((id) => measured.has(id)).slice(0, MOST_FITTED);
  return new Map(
    first.flatMap((id) => {
      const found = recommendEdition(stores, lab, foot, asked, id);
      if (!found) return [];
      const { take, chances } = found.answer;
      const [best] = chances;
      if (!best) return [];
      const named = take && [nameLabel(take.label), take.width].filter(Boolean).join(' ');
      const words = textOf(recommendationSentence(found.answer));
      return [[id, { take: named, right: best.right, words }] as const];
    }),
  );
}

/** What is said of a use before any label. */
function cautionOf(use: string): string | null {
  const caution = fitCaution(use);
  return caution ? textOf(caution) : null;
}

/** What to take for a foot, over the editions whose inside was measured. */
export function recommendFor(stores: Stores, asked: FootAsked): Recommendations {
  const lab = labFacts(stores);
  const foot = footOf(stores, asked);
  const use = asked.use ?? '';
  const known = knownShoes(stores);
  const uses = stores.uses.all();
  const all = stores.fitEvidence
    .measuredInside()
    .filter(
      (id) => use === '' || isMadeFor(stores.editions.byId(id).uses, use as ShippedUse, uses),
    );
  const rows = all.slice(0, MOST_AT_HAND).flatMap((id) => {
    const found = recommendEdition(stores, lab, foot, asked, id);
    if (!found) return [];
    const { record, answer, ruled } = found;
    return [
      {
        slug: record.slug,
        name: editionName(record),
        verdict: answer.verdict,
        words: textOf(recommendationSentence(answer)),
        chances: answer.chances,
        notes: answer.notes.map(fitNote).map(textOf),
        take: answer.take ?? null,
        gap: [...rightGap(ruled)] as [number, number],
        caution: cautionOf(ruled),
        known: foot.tester ? saidByKnownShoes(stores, foot.tester, id, known) : [],
      },
    ];
  });
  const best = ({ chances }: { chances: { right: number }[] }) => chances[0]?.right ?? -1;
  const longest = Math.max(foot.lengthLeftMm ?? 0, foot.lengthRightMm ?? 0);
  return {
    foot: {
      ...foot,
      widthWord: footWidthWord(longest || undefined, foot.widthMm ?? undefined) ?? null,
    },
    use,
    rows: rows.sort((a, b) => best(b) - best(a) || a.name.localeCompare(b.name)),
    ofAll: all.length,
  };
}
