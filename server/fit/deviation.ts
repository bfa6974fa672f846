/** How far the label of an edition is from true: every kind of evidence by itself, and what testers say together. */

import { group } from 'd3-array';
import { median } from 'simple-statistics';
import type { EditionDeviation } from '#contract/deviation-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { combineFigures, figureExpanded } from '#core/figures/figure.ts';
import { krippendorffAlpha } from '#core/fit/agreement.ts';
import {
  deviationOf,
  overSizes,
  type Shortfall,
  shortfallOf,
  tendencyOf,
  usualVotes,
} from '#core/fit/deviation.ts';
import { fitCauses } from '#core/fit/fit-causes.ts';
import { fitOfDeviation } from '#core/fit/fit-probabilities.ts';
import { judgeAgreement, tellsAgreement } from '#core/fit/judged-agreement.ts';
import { splitsOf } from '#core/fit/splits.ts';
import type {
  Deviation,
  DeviationGroup,
  DeviationKind,
  FitWord,
} from '#core/records/sizing-verdict.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { lastLength, type SizeLabel } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import {
  AGREEMENT,
  deviationMissing,
  deviationPhrase,
  deviationSentence,
  deviationSource,
  fitCausePhrase,
  SIZE_COMPARISONS,
  splitPhrase,
  tendencyPhrase,
} from '#core/wording/sizing-sentences.ts';
import { madeOfEdition } from '../construction.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import type { StandingTryOn } from '../store/fit-evidence.ts';
import type { Stores } from '../stores.ts';
import {
  knownShoes,
  lengthAt,
  pairsThatCount,
  triedLabel,
  type UsualLabels,
  usualLabels,
  votesAgainstUsual,
  withDoubt,
} from './evidence.ts';

/** No more exceptions of a maker are named. */
const MOST_NAMED = 12;
const TESTER_GROUPS = ['known shoes', 'try-ons'] as const;

/** Lengths that are held against a reference shoe, and what they are called. */
const HELD: readonly (readonly [quantity: QuantityId, what: string, isHint: boolean])[] = [
  ['internal-length', 'inside length', false],
  ['footbed-length', 'footbeds laid on each other', false],
  ['toe-end-gap', 'toe-end gap', false],
  ['outer-length', 'outer length', true],
];

/** What one look at the lab needs, worked out once for all the editions that it names. */
interface Look {
  stores: Stores;
  lab: LabFacts;
  known: ReturnType<typeof knownShoes>;
  usual: UsualLabels;
  /** Try-ons that stand, by edition. */
  tried: Map<string, StandingTryOn[]>;
  /** Editions with their pairs, and the label of the first: worked out once each. */
  pairsOf: (editionId: string) => ReturnType<typeof pairsThatCount>;
}

function lookAt(stores: Stores): Look {
  const lab = labFacts(stores);
  const held = new Map<string, ReturnType<typeof pairsThatCount>>();
  return {
    stores,
    lab,
    known: knownShoes(stores),
    usual: usualLabels(stores),
    tried: group(stores.fitEvidence.all(), ({ editionId }) => editionId),
    pairsOf(editionId) {
      const pairs = held.get(editionId) ?? pairsThatCount(stores, lab, editionId);
      held.set(editionId, pairs);
      return pairs;
    },
  };
}

/** The label at which most of its pairs stand that were measured inside. */
function labelOf({ stores, pairsOf }: Look, editionId: string): SizeLabel | undefined {
  const measured = new Set(
    pairsOf(editionId)
      .filter(({ sessions }) =>
        sessions.some(({ readings }) =>
          readings.some(({ quantity }) => quantity === 'internal-length'),
        ),
      )
      .map(({ id }) => id),
  );
  const stored = stores.pairs.ofEdition(editionId).filter(({ leftOut }) => leftOut === null);
  return (stored.find(({ id }) => measured.has(id)) ?? stored[0])?.label;
}

/**
 * From the lab's reference shoes, the edition itself left out: from those that are made for the same use where there
 * are any, since a boot is built otherwise than a shoe.
 */
function shortfallBeside(look: Look, editionId: string): Shortfall | undefined {
  const all = look.stores.lines.references().filter((id) => id !== editionId);
  const usesOf = (id: string) =>
    look.stores.editions.byId(id).uses.map(({ discipline }) => discipline);
  const own = usesOf(editionId);
  const alike = all.filter((id) => usesOf(id).some((use) => own.includes(use)));
  const references = alike.length > 0 ? alike : all;
  return shortfallOf(
    references.flatMap((id) => {
      const label = labelOf(look, id);
      const figure =
        label && lengthAt({ id, pairs: look.pairsOf(id) }, 'internal-length', label, look.lab);
      return label && figure ? [{ label, insideMm: figure.value, u: withDoubt(figure).u }] : [];
    }),
  );
}

function evidenceOf(look: Look, editionId: string, label: SizeLabel | undefined) {
  const { stores, lab, pairsOf, known, tried, usual } = look;
  const edition = { id: editionId, pairs: pairsOf(editionId) };
  const inside = label && lengthAt(edition, 'internal-length', label, lab);
  const shortfall = shortfallBeside(look, editionId);
  const references = stores.lines.references().filter((id) => id !== editionId);
  const held = HELD.flatMap(([quantity, what, isHint]) => {
    const own = label && lengthAt(edition, quantity, label, lab);
    const others = label
      ? references.flatMap((id) => lengthAt({ id, pairs: pairsOf(id) }, quantity, label, lab) ?? [])
      : [];
    if (!own || others.length === 0) return [];
    const less = combineFigures([
      { figure: own, coefficient: 1 },
      ...others.map((figure) => ({ figure, coefficient: -1 / others.length })),
    ]);
    return [{ what, n: others.length, isHint, ...withDoubt(less) }];
  });
  const { maker } = stores.editions.byId(editionId);
  const fitting = [
    ...(known.get(editionId) ?? []),
    ...(tried.get(editionId) ?? []).flatMap(triedLabel),
  ];
  const votes = votesAgainstUsual(fitting, usual(maker));
  return {
    shortfall,
    votes,
    deviation: deviationOf({
      ...(label && inside && shortfall
        ? { label: { label, inside: withDoubt(inside), shortfall } }
        : {}),
      references: held,
      votes,
    }),
  };
}

/** Every tester who said something, with the foot that said it. */
function votesOf(
  { stores, tried }: Look,
  editionId: string,
  votes: ReturnType<typeof evidenceOf>['votes'],
) {
  const offsets = usualVotes(votes);
  const latest = new Map((tried.get(editionId) ?? []).map((tryOn) => [tryOn.tester, tryOn]));
  const testers = [...new Set([...offsets.keys(), ...latest.keys()])].sort();
  return testers.map((tester): EditionDeviation['votes'][number] => {
    const profile = stores.testers.profileOf(tester);
    const longest = (...mm: (number | null | undefined)[]) => {
      const known = mm.filter((one) => one != null);
      return known.length > 0 ? Math.max(...known) : null;
    };
    const tryOn = latest.get(tester);
    return {
      tester,
      lengthMm: longest(profile?.lengthLeftMm, profile?.lengthRightMm),
      widthMm: longest(profile?.widthLeftMm, profile?.widthRightMm),
      toeShape: profile?.toeShape ?? '',
      sock: tryOn?.sock ?? profile?.usualSock ?? 'usual',
      halfSizes: offsets.get(tester) ?? null,
      fits: tryOn ? fitsBy(tryOn) : null,
      says: tryOn?.words ?? 'a shoe that is known to them',
    };
  });
}

/** Rows that are no complaint yet: again with the usual sock, usual when new. */
const NOT_YET = [3, 14];

function fitsBy({ outcome, row }: { outcome: string; row: number | null }): boolean | null {
  if (outcome === 'keep') return true;
  if (outcome === 'cannot tell' || (row !== null && NOT_YET.includes(row))) return null;
  return false;
}

/** How far testers agree over all editions that two of them speak of: half sizes against their usual. */
function agreementOver({ known, tried, usual }: Look): EditionDeviation['agreement'] {
  const makers = new Map([...tried].map(([id, [first]]) => [id, first?.maker ?? '']));
  const units = [...new Set([...known.keys(), ...tried.keys()])].map((id) => {
    const fitting = [...(known.get(id) ?? []), ...(tried.get(id) ?? []).flatMap(triedLabel)];
    const maker = makers.get(id) ?? known.get(id)?.[0]?.maker ?? '';
    return usualVotes(votesAgainstUsual(fitting, usual(maker)));
  });
  const usable = units.filter((unit) => unit.size >= 2);
  if (!tellsAgreement(usable.length)) return null;
  const testers = [...new Set(usable.flatMap((unit) => [...unit.keys()]))].sort();
  const ratings = testers.map((tester) => usable.map((unit) => unit.get(tester) ?? null));
  const { alpha, n } = krippendorffAlpha(ratings, 'ordinal');
  return { alpha, n, units: usable.length, words: textOf(AGREEMENT[judgeAgreement(alpha)]({})) };
}

/** The verdict of one group of kinds, the first that is sure. */
const verdictBy = ({ kinds }: Deviation, groups: readonly DeviationGroup[]) =>
  kinds.find(({ group, verdict }) => groups.includes(group) && verdict !== 'cannot tell')
    ?.verdict ?? 'cannot tell';

/** Two of three pairs are within so much of their edition, and of their gauge, mm. Common practice. */
const PAIR_U_MM = Math.hypot(1, 0.5);

/** How the editions of a maker run: by their insides against their labels, and by what testers take. */
function makerOf(
  look: Look,
  editionId: string,
  shortfall: Shortfall | undefined,
): EditionDeviation['maker'] {
  const { stores, tried, known, usual } = look;
  const { makerId, maker } = stores.editions.byId(editionId);
  const all = stores.names.editionsOf('maker', makerId);
  const insides = stores.fitEvidence.insidesOfMaker(makerId);
  const nameOf = (id: string) => editionName(stores.editions.byId(id));
  // The label of an edition that most pairs speak for.
  const lengths = all.flatMap((id) => {
    const [inside] = insides
      .filter((one) => one.editionId === id)
      .sort((a, b) => b.pairs - a.pairs);
    if (!inside || !shortfall) return [];
    const { system, size, mm, pairs } = inside;
    const deviation = mm - (lastLength({ system, size }) - shortfall.mm);
    const u = Math.hypot(PAIR_U_MM / Math.sqrt(pairs), shortfall.u);
    return [{ id, verdict: fitOfDeviation(deviation, u, shortfall.df).verdict }];
  });
  const testers = all.flatMap((id) => {
    const fitting = [...(known.get(id) ?? []), ...(tried.get(id) ?? []).flatMap(triedLabel)];
    const votes = votesAgainstUsual(fitting, usual(maker));
    return votes.length > 0
      ? [{ id, verdict: verdictBy(deviationOf({ references: [], votes }), TESTER_GROUPS) }]
      : [];
  });
  const by = (name: string, editions: readonly { id: string; verdict: FitWord }[]) => {
    // Only exceptions are named: a maker has many models.
    const tendency = tendencyOf(editions.map(({ id, verdict }) => ({ name: id, verdict })));
    const { n, exceptions } = tendency;
    return { by: name, n, words: textOf(tendencyPhrase(tendency)), exceptions };
  };
  return {
    name: maker,
    tendencies: [by('by its lengths', lengths), by('by testers', testers)].map((tendency) => ({
      ...tendency,
      exceptions: tendency.exceptions.slice(0, MOST_NAMED).map(nameOf),
    })),
    editions: all.length,
  };
}

/** What is on record that can make it feel otherwise than it is long. */
function causesOf(look: Look, editionId: string, label: SizeLabel | undefined): string[] {
  const { stores, lab, pairsOf } = look;
  const tryOns = look.tried.get(editionId) ?? [];
  const stored = stores.pairs.ofEdition(editionId).filter(({ leftOut }) => leftOut === null);
  const own =
    label &&
    lengthAt({ id: editionId, pairs: pairsOf(editionId) }, 'toe-box-height', label, lab)?.value;
  const others = stores.fitEvidence
    .toeBoxes()
    .filter((one) => one.editionId !== editionId)
    .map(({ mm }) => mm);
  return fitCauses({
    rows: tryOns.flatMap(({ outcome, row }) => (outcome === 'keep' || row === null ? [] : [row])),
    tryOns: tryOns.length,
    parts: madeOfEdition(stores, editionId, stored),
    ...(own !== undefined && others.length > 0
      ? { toeBox: { mm: own, othersMm: median(others) } }
      : {}),
  })
    .flatMap((cause) => fitCausePhrase(cause) ?? [])
    .map(textOf);
}

/** A kind of evidence as it is written. */
function writtenKind(kind: DeviationKind): EditionDeviation['kinds'][number] {
  const { length: _, sureHalfSizes: __, ...rest } = kind;
  return {
    ...rest,
    what: textOf(deviationSource(kind)),
    words: textOf(deviationPhrase(kind)),
  };
}

/** What is known of how an edition runs. */
export function deviationOfEdition(stores: Stores, slug: string): EditionDeviation {
  const edition = stores.editions.bySlug(slug);
  const look = lookAt(stores);
  const label = labelOf(look, edition.id);
  const { deviation, shortfall, votes } = evidenceOf(look, edition.id, label);
  const said = votesOf(look, edition.id, votes);
  const offsets = [...usualVotes(votes, 'known shoes'), ...usualVotes(votes, 'try-ons')];
  const causes = causesOf(look, edition.id, label);
  const kin = stores.lines
    .linksAround(edition.id)
    .flatMap(({ edition: one, of, kind }) =>
      one === edition.id ? [{ id: of, kind }] : of === edition.id ? [{ id: one, kind }] : [],
    );
  const insides = look.pairsOf(edition.id).flatMap((pair) => {
    const stored = stores.pairs.byId(pair.id);
    const figure = lengthAt(
      { id: edition.id, pairs: [pair] },
      'internal-length',
      stored.label,
      look.lab,
    );
    return figure ? [{ label: stored.label, mm: figure.value }] : [];
  });
  const footed = said.map(({ tester, lengthMm, widthMm, toeShape, sock, halfSizes, fits }) => ({
    tester,
    halfSizes,
    fits,
    lengthMm: lengthMm ?? undefined,
    widthMm: widthMm ?? undefined,
    toeShape,
    sock,
  }));
  return {
    edition: {
      slug: edition.slug,
      name: editionName(edition),
      fitsTrue: stores.lines.fitsTrue(edition.id),
    },
    label: label ?? null,
    words: textOf(deviationSentence(deviation)),
    kinds: deviation.kinds.map(writtenKind),
    parts: deviation.parts !== undefined,
    causes,
    settle: deviation.settle.map(deviationMissing).map(textOf),
    shortfall: shortfall ? { mm: shortfall.mm, u: shortfall.u, n: shortfall.n } : null,
    references: stores.lines.references().map((id) => {
      const reference = stores.editions.byId(id);
      return { slug: reference.slug, name: editionName(reference) };
    }),
    sizes: overSizes(insides).map(({ comparison, ...size }) => ({
      ...size,
      words: textOf(SIZE_COMPARISONS[comparison]({})),
    })),
    kin: kin.map(({ id, kind }) => {
      const other = stores.editions.byId(id);
      return {
        slug: other.slug,
        name: editionName(other),
        kind,
        words: textOf(deviationSentence(evidenceOf(look, id, labelOf(look, id)).deviation)),
      };
    }),
    maker: makerOf(look, edition.id, shortfall),
    votes: said,
    median: offsets.length > 0 ? median(said.flatMap(({ halfSizes }) => halfSizes ?? [])) : null,
    splits: [
      ...new Set(
        [
          ...splitsOf(
            footed.flatMap((one) =>
              one.halfSizes === null ? [] : [{ ...one, value: one.halfSizes }],
            ),
          ),
          ...splitsOf(
            footed.flatMap((one) =>
              one.fits === null ? [] : [{ ...one, value: Number(one.fits) }],
            ),
          ),
        ].map((split) => textOf(splitPhrase(split))),
      ),
    ],
    agreement: agreementOver(look),
  };
}

/** How the label of any edition runs, in words, by one look at the lab; empty: nobody can tell. */
export function sizeWordsOf(stores: Stores): (editionId: string) => string {
  const look = lookAt(stores);
  return (editionId) => {
    const { deviation } = evidenceOf(look, editionId, labelOf(look, editionId));
    return deviation.kinds.length > 0 ? deviation.verdict : '';
  };
}

/** The inside of an edition at one of its labels, for rulers: null where it was not measured. */
export function insideOfPair(stores: Stores, pairId: string): { mm: number; U: number } | null {
  const lab = labFacts(stores);
  const { editionId, label } = stores.pairs.byId(pairId);
  const pairs = pairsThatCount(stores, lab, editionId);
  const figure = lengthAt({ id: editionId, pairs }, 'internal-length', label, lab);
  return figure ? { mm: figure.value, U: figureExpanded(figure) } : null;
}
