/** The sheet of an edition at a label, put together from its pairs. */

import type { EditionRecord } from '#contract/edition-records.ts';
import type { Sheet } from '#contract/sheet-records.ts';
import { classOf } from '#core/catalogue/classes.ts';
import { hasStackClasses, type Use, type Uses } from '#core/catalogue/disciplines.ts';
import {
  type Catalogue,
  describeQuantity,
  QUANTITIES,
  QUANTITY_IDS,
  type QuantityId,
} from '#core/catalogue/quantities.ts';
import {
  GROUP_TITLES,
  QUANTITY_GROUPS,
  type QuantityDefinition,
} from '#core/catalogue/quantity.ts';
import type { StackBasis } from '#core/catalogue/stack-basis.ts';
import { claimJudgement, claimOnFile } from '#core/claims/claim.ts';
import { findClaimFaults } from '#core/claims/claim-consistency.ts';
import { type Basis, nameStackBasis, stackBasisKey } from '#core/figures/basis.ts';
import { type EditionFigure, editionFigureOn } from '#core/figures/edition-figure.ts';
import { type Figure, figureExpanded } from '#core/figures/figure.ts';
import {
  figuresIn,
  handScores,
  type MeasuredPair,
  pairFigureOn,
  quantitiesOfPair,
  setupsOfPair,
} from '#core/figures/pair-figure.ts';
import type { OtherBasis } from '#core/records/claim-verdict.ts';
import {
  distinctSizes,
  isSameSize,
  REFERENCE_LABEL,
  type SizeLabel,
} from '#core/sizing/size-label.ts';
import { claimFault, claimHindrance, claimTerms } from '#core/wording/claim-sentences.ts';
import { pairDiffersBy } from '#core/wording/left-right-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import { madeOfEdition, meantBy, meantOfEdition } from '../construction.ts';
import { measuredPair } from '../figure-book.ts';
import { viewCarried, viewFigure } from '../figure-view.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { notFound } from '../problems.ts';
import type { Stores } from '../stores.ts';
import { type LoopReader, loopsOf } from './loops.ts';

type ClaimRecord = EditionRecord['claims'][number];

const STACK_FIGURES = QUANTITY_IDS.filter((id) => QUANTITIES[id].group === 'stack');

/** The groups that stand after mass and stacks; scores by hand have their own place. */
const FURTHER_GROUPS = QUANTITY_GROUPS.filter(
  (group) => !['mass', 'stack', 'by hand'].includes(group),
);

/** The set-ups in which a quantity was taken; one empty word where it needs none. */
function setupsOf(
  pairs: readonly MeasuredPair[],
  quantity: QuantityId,
  catalogue: Catalogue,
): string[] {
  if (!describeQuantity(quantity, catalogue).dependsOn.includes('setup')) return [''];
  const found = pairs.flatMap((pair) => setupsOfPair(pair, quantity));
  return [...new Set(found)];
}

/** Quantities that were read on any of the pairs, in the order of the catalogue. */
function quantitiesRead(
  pairs: readonly MeasuredPair[],
  catalogue: Catalogue,
): QuantityDefinition[] {
  const read = new Set<string>(pairs.flatMap((pair) => [...quantitiesOfPair(pair)]));
  return Object.values(catalogue).filter((definition) => read.has(definition.id));
}

/** What checks of left against right read, and whether it stands: where no sitting has it. */
function readInChecks(pairs: readonly MeasuredPair[], lab: LabFacts): Sheet['checked'] {
  return pairs.flatMap((pair) =>
    (pair.checks ?? []).flatMap(({ startedAt, figures }) =>
      figuresIn(figures.pair).map((figure) => {
        const answer = pairFigureOn(pair, figure.quantity, figure.basis, lab, lab.catalogue);
        return {
          tag: pair.tag,
          quantity: figure.quantity,
          startedAt,
          value: figure.value,
          U: figureExpanded(figure),
          stands: answer.terms !== 'not' && answer.figure === figure,
        };
      }),
    ),
  );
}

/** Scores by hand of each pair's latest session that has some. */
function scoresByHand(pairs: readonly MeasuredPair[]): Sheet['handScores'] {
  return pairs.flatMap((pair) => {
    const latest = [...pair.sessions]
      .reverse()
      .map(handScores)
      .find((scores) => scores.length > 0);
    return (latest ?? []).map((score) => ({ ...score, tag: pair.tag }));
  });
}

/** The basis of an edition's figures: that of its least worn session at the label. */
export function leastWornBasis(
  pairs: readonly MeasuredPair[],
  label: SizeLabel,
  stackKey?: string,
): Basis {
  const bases = pairs
    .flatMap((pair) => pair.sessions)
    .filter((session) => session.readings.length > 0)
    .map((session) => session.basis)
    .filter(({ stack }) => !stackKey || (stack && stackBasisKey(stack) === stackKey))
    .sort(
      (a, b) =>
        Number(isSameSize(b.label, label)) - Number(isSameSize(a.label, label)) ||
        Number(b.configuration === 'as sold') - Number(a.configuration === 'as sold') ||
        a.wornKm - b.wornKm,
    );
  const checked = pairs
    .flatMap(({ checks = [] }) => checks.flatMap(({ figures }) => figuresIn(figures.pair)))
    .map(({ basis: { configuration, wornKm } }) => ({ configuration, wornKm }))
    .sort((a, b) => a.wornKm - b.wornKm);
  return {
    ...(bases[0] ?? checked[0] ?? { configuration: 'as sold' as const, wornKm: 0 }),
    label,
  };
}

/** The stack bases on which heel or forefoot was measured, by key. */
export function stackBases(pairs: readonly MeasuredPair[]): Map<string, StackBasis> {
  const found = new Map<string, StackBasis>();
  for (const session of pairs.flatMap((pair) => pair.sessions)) {
    const { stack } = session.basis;
    if (
      stack &&
      session.readings.some(({ quantity }) => QUANTITIES[quantity]?.layers !== undefined)
    )
      found.set(stackBasisKey(stack), stack);
  }
  return found;
}

/** What a value is called; a boot’s heel is not high by a runner’s classes. */
function gradeOf(
  figure: Figure,
  catalogue: Catalogue,
  uses: readonly Use[],
  known: Uses,
): string | null {
  const { classes, group } = describeQuantity(figure.quantity, catalogue);
  if (group === 'stack' && !hasStackClasses(uses, known)) return null;
  return classes ? classOf(classes, figure.value, figureExpanded(figure)) : null;
}

function judge(
  claim: ClaimRecord,
  figure: Figure,
  knowledge: LabFacts,
  { id, sample }: Pick<EditionRecord, 'id' | 'sample'>,
) {
  const owners = { edition: id, pair: id };
  const onFile = claimOnFile(claim, sample);
  const { answer, noticeable, gap, measured, carried, hindrance } = claimJudgement(
    onFile,
    figure,
    knowledge,
    owners,
  );
  return {
    verdict: answer,
    noticeable,
    gap,
    measured,
    carried: viewCarried(carried),
    terms: claimTerms(onFile),
    ...(hindrance ? { reason: claimHindrance(hindrance) } : {}),
  };
}

/** What of a stack basis may be otherwise than it was measured. */
const OTHERWISE: readonly [basis: OtherBasis, change: Partial<StackBasis>][] = [
  ['insole out', { insole: 'out' }],
  ['insole in', { insole: 'in' }],
  ['lugs out', { lugs: 'out' }],
  ['lugs in', { lugs: 'in' }],
  ['midsole only', { layers: 'midsole only' }],
  ['whole sole', { layers: 'whole sole' }],
];

/** The basis on which a claim would agree, with its figure; undefined where none of the record's does. */
type AgreeingBasis = (
  claim: ClaimRecord,
  basis: Basis,
) => { basis: OtherBasis; value: number } | undefined;

/** A claim judged for the model, and for each pair that comes to another verdict by itself. */
function viewClaim(
  claim: ClaimRecord,
  { figure, pairs }: Pick<EditionFigure, 'figure' | 'pairs'>,
  knowledge: LabFacts,
  edition: Pick<EditionRecord, 'id' | 'sample'>,
  agreeingBasis: AgreeingBasis,
) {
  const judgement = judge(claim, figure, knowledge, edition);
  const ofPairs = pairs
    .map((pair) => ({ tag: pair.tag, ...judge(claim, pair.figure, knowledge, edition) }))
    .filter(({ verdict }) => verdict !== judgement.verdict);
  const elsewhere =
    judgement.verdict === 'differs' ? agreeingBasis(claim, figure.basis) : undefined;
  return {
    ...claim,
    judgement: elsewhere ? { ...judgement, elsewhere } : judgement,
    ofPairs,
  };
}

/** Claims that contradict each other, by the label and basis they were stated for. */
export function contradictions(claims: readonly ClaimRecord[]) {
  const standing = claims.filter((claim) => claim.withdrawn === null);
  const groups = new Map<string, ClaimRecord[]>();
  for (const claim of standing) {
    const key = JSON.stringify([claim.source, claim.label, claim.statedBasis]);
    groups.set(key, [...(groups.get(key) ?? []), claim]);
  }
  return [...groups.values()].flatMap((group) =>
    findClaimFaults(
      group.map(({ quantity, typed, value, halfWidth }) => ({
        quantity,
        typed,
        value,
        halfWidth,
        unit: '',
      })),
    ).map((fault) => ({ text: claimFault(fault), rounding: fault.rounding })),
  );
}

export function buildSheet(
  stores: Stores,
  slug: string,
  wantedLabel: SizeLabel | undefined,
  loops: LoopReader,
): Sheet {
  const edition = stores.editions.bySlug(slug);
  const knowledge = labFacts(stores);
  const uses = stores.uses.all();
  const stored = stores.pairs.ofEdition(edition.id);
  const labels = distinctSizes(stored.map((pair) => pair.label));
  const label = labels.find((known) => wantedLabel && isSameSize(known, wantedLabel)) ?? labels[0];
  if (!label) throw notFound(`A pair of ${edition.maker} ${edition.model}`);
  if (wantedLabel && !isSameSize(label, wantedLabel))
    throw notFound(`A pair of ${edition.model} in that size`);
  const atLabel = stored.filter((pair) => isSameSize(pair.label, label));
  const counted = atLabel.filter((pair) => pair.leftOut === null);
  const measured = counted.map((pair) => measuredPair(stores, knowledge, pair));
  const claims = edition.claims.filter((claim) => claim.withdrawn === null);

  const figureOf = (quantity: QuantityId, basis: Basis): EditionFigure | undefined => {
    const answer = editionFigureOn({ id: edition.id, pairs: measured }, quantity, basis, knowledge);
    return answer.terms === 'not' ? undefined : answer;
  };
  // What was not stated of a claim may be what it differs by: 36 and 30 without the insole.
  const agreeingBasis: AgreeingBasis = (claim, basis) => {
    const { stack } = basis;
    if (!stack) return undefined;
    for (const [otherBasis, change] of OTHERWISE) {
      const [[part, value] = []] = Object.entries(change);
      if (!part || claim.statedBasis[part as keyof StackBasis] !== undefined) continue;
      if (stack[part as keyof StackBasis] === value) continue;
      const found = figureOf(claim.quantity, { ...basis, stack: { ...stack, ...change } });
      if (found && judge(claim, found.figure, knowledge, edition).verdict === 'agrees')
        return { basis: otherBasis, value: found.figure.value };
    }
    return undefined;
  };
  const matched = atLabel.flatMap(({ tag, decision, leftOut }) => {
    if (!decision) return [];
    const { finding, ...decided } = decision;
    return [
      {
        tag,
        ...decided,
        counts: leftOut === null,
        found: finding?.found,
        differing: [...(finding?.differing ?? [])],
      },
    ];
  });
  /** Of a pair whose shoes differ the mean of both is nobody's figure: both stand beside it. */
  const sideDoubts = (quantity: QuantityId) =>
    matched.flatMap(({ tag, counts, differing }) =>
      differing
        .filter(({ feature }) => feature === quantity && counts)
        .map((sides) => ({
          code: 'sides-differ',
          text: textOf(pairDiffersBy(tag, sides)),
        })),
    );
  const viewed = (figure: Figure) => {
    const view = viewFigure(figure);
    return { ...view, doubts: [...view.doubts, ...sideDoubts(figure.quantity)] };
  };
  const entry = ({ figure, pairU, pairs, speaksForEdition }: EditionFigure) => ({
    figure: viewed(figure),
    pairU,
    speaksForEdition,
    pairs: pairs.map((pair) => ({
      tag: pair.tag,
      value: pair.figure.value,
      U: figureExpanded(pair.figure),
    })),
    claims: claims
      .filter((claim) => claim.quantity === figure.quantity)
      .map((claim) => viewClaim(claim, { figure, pairs }, knowledge, edition, agreeingBasis)),
    reported: edition.reported.filter(
      (one) => one.quantity === figure.quantity && one.withdrawn === null,
    ),
    grade: gradeOf(figure, knowledge.catalogue, edition.uses, uses),
    loops: knowledge.catalogue[figure.quantity]?.curve
      ? counted.flatMap((pair) =>
          loopsOf(stores.sessions.ofPair(pair.id), figure.quantity, loops).map((loop) => ({
            tag: pair.tag,
            ...loop,
          })),
        )
      : [],
  });
  const section = (key: string, title: string, basis: Basis, quantities: QuantityId[]) => ({
    key,
    title,
    figures: quantities.flatMap((quantity) =>
      setupsOf(measured, quantity, knowledge.catalogue).flatMap((setup) => {
        const found = figureOf(quantity, setup ? { ...basis, setup } : basis);
        return found ? [entry(found)] : [];
      }),
    ),
  });

  const parts = madeOfEdition(stores, edition.id, counted);
  const plain = leastWornBasis(measured, label);
  const read = quantitiesRead(measured, knowledge.catalogue);
  // The first stack through the shoe: a sidewall says nothing of what stands under a foot.
  const inShoe = [...stackBases(measured)].find(([, stack]) => stack.place === 'in-shoe');
  const meantBasis: Basis = inShoe
    ? { ...leastWornBasis(measured, label, inShoe[0]), stack: inShoe[1] }
    : plain;
  const sections = [
    section('mass', 'Mass of one shoe', plain, [
      'mass',
      ...(isSameSize(label, REFERENCE_LABEL) ? [] : (['mass-at-reference'] as const)),
      'insole-mass',
    ]),
    ...[...stackBases(measured)].map(([key, stack]) =>
      section(
        key,
        `Stack, ${nameStackBasis(stack)}`,
        { ...leastWornBasis(measured, label, key), stack },
        STACK_FIGURES,
      ),
    ),
    ...FURTHER_GROUPS.map((group) =>
      section(
        group,
        GROUP_TITLES[group],
        plain,
        read.filter((one) => one.group === group).map((one) => one.id as QuantityId),
      ),
    ),
  ].filter((one) => one.figures.length > 0);
  const shown = new Set(sections.flatMap((one) => one.figures.map((f) => f.figure.quantity)));
  const sessions = counted
    .flatMap((pair) => stores.sessions.standingOfPair(pair.id))
    .filter((session) => session.readings.length > 0);
  const used = (ids: Set<string>, records: readonly { id: string; name: string }[]) =>
    records.filter((record) => ids.has(record.id)).map((record) => record.name);
  const { claims: _claims, reported: _reported, ...plainEdition } = edition;

  return {
    edition: {
      ...plainEdition,
      claimTexts: edition.claimTexts.filter(({ withdrawn }) => withdrawn === null),
    },
    label,
    labels,
    sections,
    madeOf: parts,
    meant: meantBy(
      stores,
      knowledge,
      parts,
      meantOfEdition({ id: edition.id, pairs: measured }, meantBasis, knowledge),
      edition,
    ),
    handScores: scoresByHand(measured),
    checked: readInChecks(measured, knowledge),
    unmeasuredClaims: claims
      .filter((claim) => !shown.has(claim.quantity))
      .map((claim) => ({ ...claim, judgement: null, ofPairs: [] })),
    claimFaults: contradictions(edition.claims),
    pairs: atLabel.map((pair) => ({
      ...pair,
      readings:
        measured.find((m) => m.id === pair.id)?.sessions.flatMap((s) => s.readings).length ?? 0,
    })),
    leftOut: atLabel.flatMap((pair) =>
      pair.leftOut === null ? [] : [{ tag: pair.tag, words: pair.leftOut }],
    ),
    included: atLabel.flatMap((pair) =>
      pair.decision?.decision === 'return' && pair.countsAnyway
        ? [{ tag: pair.tag, reason: pair.countsAnyway }]
        : [],
    ),
    matched,
    studies: [
      ...new Set(
        measured.flatMap((pair) => pair.sessions.flatMap((session) => session.studies ?? [])),
      ),
    ],
    protocols: used(new Set(sessions.map((s) => s.protocolId)), knowledge.protocols),
    instruments: used(
      new Set(sessions.flatMap((s) => s.readings.map((r) => r.instrumentId))),
      knowledge.instruments,
    ),
    measuredBy: [...new Set(sessions.map((s) => s.person).filter((person) => person !== ''))],
    lastMeasured:
      sessions
        .map((s) => s.startedAt)
        .sort()
        .at(-1) ?? null,
  };
}
