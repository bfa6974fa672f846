/** How far the label of an edition is from true: every kind of evidence by itself, and what testers say together. */
import { median } from 'simple-statistics';
import type { EditionDeviation } from '#contract/deviation-records.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { combineFigures, figureExpanded } from '#core/figures/figure.ts';
import { krippendorffAlpha } from '#core/fit/agreement.ts';
import { agreementWords, UNITS_ENOUGH } from '#core/fit/agreement-words.ts';
import {
  type Deviation,
  type DeviationGroup,
  deviationOf,
  overSizes,
  type Shortfall,
  shortfallOf,
  tendencyOf,
  usualVotes,
} from '#core/fit/deviation.ts';
import { fitCauses } from '#core/fit/fit-causes.ts';
import { voteOfTester } from '#core/fit/label-to-label.ts';
import { splitsOf } from '#core/fit/splits.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import type { SizeLabel } from '#core/sizing/size-label.ts';
import { madeOfEdition } from '../construction.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import type { Stores } from '../stores.ts';
import {
  fittingIn,
  knownShoes,
  lengthAt,
  pairsThatCount,
  triedLabel,
  usualLabels,
  votesAgainstUsual,
  withDoubt,
} from './evidence.ts';

/** Of a maker no more editions are looked at, the first by name. */
const MOST_OF_MAKER = 24;

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

/** From the lab's reference shoes, the edition itself left out. */
function shortfallBeside(look: Look, editionId: string): Shortfall | undefined {
  const references = look.stores.lines.references().filter((id) => id !== editionId);
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
  const { stores, lab, pairsOf, known } = look;
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
  const fitting = fittingIn(stores, editionId, known);
  const votes = votesAgainstUsual(fitting, usualLabels(stores, maker));
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
  { stores }: Look,
  editionId: string,
  votes: ReturnType<typeof evidenceOf>['votes'],
) {
  const offsets = new Map<string, number[]>();
  for (const { tester, offsetHalfSizes } of votes)
    offsets.set(tester, [...(offsets.get(tester) ?? []), offsetHalfSizes]);
  const latest = new Map(
    stores.fitEvidence.ofEdition(editionId).map((tryOn) => [tryOn.tester, tryOn]),
  );
  const testers = [...new Set([...offsets.keys(), ...latest.keys()])].sort();
  return testers.map((tester): EditionDeviation['votes'][number] => {
    const profile = stores.testers.profileOf(tester);
    const longest = (...mm: (number | null | undefined)[]) => {
      const known = mm.filter((one) => one != null);
      return known.length > 0 ? Math.max(...known) : null;
    };
    const tryOn = latest.get(tester);
    const own = offsets.get(tester);
    return {
      tester,
      lengthMm: longest(profile?.lengthLeftMm, profile?.lengthRightMm),
      widthMm: longest(profile?.widthLeftMm, profile?.widthRightMm),
      toeShape: profile?.toeShape ?? '',
      sock: tryOn?.sock ?? profile?.usualSock ?? 'usual',
      halfSizes: own ? voteOfTester(own) : null,
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
function agreementOver({ stores, known }: Look): EditionDeviation['agreement'] {
  const ids = new Map<string, ReturnType<typeof triedLabel>>(known);
  for (const tryOn of stores.fitEvidence.all())
    ids.set(tryOn.editionId, [...(ids.get(tryOn.editionId) ?? []), ...triedLabel(tryOn)]);
  const units = [...ids].map(([id, fitting]) => {
    const votes = votesAgainstUsual(fitting, usualLabels(stores, stores.editions.byId(id).maker));
    const own = new Map<string, number[]>();
    for (const { tester, offsetHalfSizes } of votes)
      own.set(tester, [...(own.get(tester) ?? []), offsetHalfSizes]);
    return own;
  });
  const usable = units.filter((unit) => unit.size >= 2);
  if (usable.length < UNITS_ENOUGH) return null;
  const testers = [...new Set(usable.flatMap((unit) => [...unit.keys()]))].sort();
  const ratings = testers.map((tester) =>
    usable.map((unit) => {
      const own = unit.get(tester);
      return own ? voteOfTester(own) : null;
    }),
  );
  const { alpha, n } = krippendorffAlpha(ratings, 'ordinal');
  return { alpha, n, units: usable.length, words: agreementWords(alpha) };
}

/** The verdict of one group of kinds, the first that is sure. */
const verdictBy = ({ kinds }: Deviation, groups: readonly DeviationGroup[]) =>
  kinds.find(({ group, verdict }) => groups.includes(group) && verdict !== 'cannot tell')
    ?.verdict ?? 'cannot tell';

function makerOf(look: Look, editionId: string): EditionDeviation['maker'] {
  const { stores } = look;
  const { makerId, maker } = stores.editions.byId(editionId);
  const all = stores.names.editionsOf('maker', makerId);
  const looked = all.slice(0, MOST_OF_MAKER).map((id) => ({
    name: editionName(stores.editions.byId(id)),
    deviation: evidenceOf(look, id, labelOf(look, id)).deviation,
  }));
  const by = (name: string, groups: readonly DeviationGroup[]) => ({
    by: name,
    ...tendencyOf(
      looked.map((one) => ({ name: one.name, verdict: verdictBy(one.deviation, groups) })),
    ),
  });
  return {
    name: maker,
    tendencies: [
      by('by its lengths', ['label', 'reference']),
      by('by testers', ['known shoes', 'try-ons']),
    ],
    editions: looked.length,
    ofAll: all.length,
  };
}

/** What is on record that can make it feel otherwise than it is long. */
function causesOf(look: Look, editionId: string, label: SizeLabel | undefined): string[] {
  const { stores, lab, pairsOf } = look;
  const tryOns = stores.fitEvidence.ofEdition(editionId);
  const stored = stores.pairs.ofEdition(editionId).filter(({ leftOut }) => leftOut === null);
  const toeBoxAt = (id: string) =>
    label && lengthAt({ id, pairs: pairsOf(id) }, 'toe-box-height', label, lab)?.value;
  const own = toeBoxAt(editionId);
  const others = stores.fitEvidence
    .measured('toe-box-height')
    .filter((id) => id !== editionId)
    .slice(0, MOST_OF_MAKER)
    .flatMap((id) => toeBoxAt(id) ?? []);
  return fitCauses({
    rows: tryOns.flatMap(({ outcome, row }) => (outcome === 'keep' || row === null ? [] : [row])),
    tryOns: tryOns.length,
    parts: madeOfEdition(stores, editionId, stored),
    ...(own !== undefined && others.length > 0
      ? { toeBox: { mm: own, othersMm: median(others) } }
      : {}),
  });
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
    words: deviation.words,
    kinds: deviation.kinds,
    parts: deviation.parts !== undefined,
    causes,
    settle: deviation.settle,
    shortfall: shortfall ? { mm: shortfall.mm, u: shortfall.u, n: shortfall.n } : null,
    references: stores.lines.references().map((id) => {
      const reference = stores.editions.byId(id);
      return { slug: reference.slug, name: editionName(reference) };
    }),
    sizes: overSizes(insides),
    kin: kin.map(({ id, kind }) => {
      const other = stores.editions.byId(id);
      return {
        slug: other.slug,
        name: editionName(other),
        kind,
        words: evidenceOf(look, id, labelOf(look, id)).deviation.words,
      };
    }),
    maker: makerOf(look, edition.id),
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
        ].map(({ words }) => words),
      ),
    ],
    agreement: agreementOver(look),
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
