/** Why the two shoes of a pair differ: causes from the pattern of features, with evidence for and against. */

import { SIDES, type Side } from '../catalogue/quantities.ts';
import { MATCH_LIMITS } from '../limits/match-limits.ts';
import { writeNumber } from '../sizing/number-words.ts';
import { nameLabel } from '../sizing/size-label.ts';
import {
  type AtFault,
  Case,
  type Confidence,
  EITHER,
  faultBySiblings,
  faultByZero,
  labelsDiffer,
  type MatchEvidence,
  type Pattern,
  patternOf,
} from './match-pattern.ts';

export type CauseId =
  | 'two-sizes'
  | 'wrong-footbed'
  | 'upper-askew'
  | 'heel-seat'
  | 'twisted'
  | 'toe-spring'
  | 'two-moulds'
  | 'other-foam'
  | 'other-rubber'
  | 'other-build';

export interface Cause {
  id: CauseId;
  name: string;
  confidence: Confidence;
  evidenceFor: string[];
  evidenceAgainst: string[];
  /** What of the pattern was not taken. */
  unknown: string[];
  atFault: AtFault;
  /** How the shoe at fault was found. */
  atFaultWhy: string;
  /** What it does to the wearer. */
  effect: string;
  /** What is usually done. */
  action: 'keep and note' | 'return';
}

const halves = (j: number): string =>
  Math.abs(j) === 1
    ? 'one half size'
    : Math.abs(j) === 2
      ? 'one size'
      : `${Math.abs(j)} half sizes`;

type Draft = Omit<Cause, 'evidenceFor' | 'evidenceAgainst' | 'unknown' | 'confidence'>;

const closed = (found: Case, draft: Draft): Cause => ({
  ...draft,
  confidence: found.confidence,
  evidenceFor: found.evidenceFor,
  evidenceAgainst: found.evidenceAgainst,
  unknown: found.unknown,
});

function twoSizes(pattern: Pattern): Cause | undefined {
  const { size, evidence } = pattern;
  const shown = size.footbed?.fits;
  const outsole = size.outsole?.fits;
  const named = labelsDiffer(evidence);
  const j = shown ?? outsole;
  if (!j && !named) return undefined;
  if (shown === 0 && outsole === undefined && !named) return undefined;
  const found = new Case(pattern);
  const direction = (j ?? 0) > 0 ? 'right' : 'left';
  if (j) {
    if (size.footbed)
      found.says(
        shown === j,
        `${pattern.words('footbed-length')}, ${halves(j)} of the last`,
        'the footbeds do not show it',
      );
    else found.says(undefined, '', 'footbed length not taken');
    if (size.outsole)
      found.says(
        outsole === j,
        `${pattern.words('outsole-large')}, ${halves(j)} of the last`,
        'the outsoles are one size',
      );
    else if (size.shorter?.telling) {
      const grows =
        Math.abs(size.shorter.halfSizes - j) <=
        Math.max(size.shorter.U, MATCH_LIMITS.nearHalfSize.value);
      const stays =
        Math.abs(size.shorter.halfSizes) <=
        Math.max(size.shorter.U, MATCH_LIMITS.nearHalfSize.value);
      found.says(
        grows === stays ? undefined : grows,
        `${pattern.words('outsole-large')}, in the same proportion`,
        grows === stays
          ? 'the outsole feature is too short to tell a half size'
          : 'the outsole feature does not grow with the footbed',
      );
    } else found.says(undefined, '', 'no outsole feature long enough to tell a half size');
    const mass = pattern.get('mass');
    if (mass?.left && mass.right && mass.difference !== undefined)
      found.says(
        Math.abs(mass.difference) > (mass.U ?? 0) ? mass.difference > 0 === j > 0 : undefined,
        `the ${direction} is also heavier`,
        Math.abs(mass.difference) > (mass.U ?? 0)
          ? `yet the ${direction} is not heavier`
          : 'mass is alike within its doubt',
      );
  }
  found.says(
    named ? true : undefined,
    `the labels say ${evidence.labels?.left ? nameLabel(evidence.labels.left) : '?'} and ${evidence.labels?.right ? nameLabel(evidence.labels.right) : '?'}`,
  );
  return closed(found, {
    id: 'two-sizes',
    name: 'Two sizes in one box',
    ...(faultBySiblings(pattern, ['footbed-length', 'outsole-large', 'mass']) ?? EITHER),
    effect: j
      ? `One shoe is ${halves(j)} longer: one foot slides or the other is pressed. No lacing mends it.`
      : 'The labels differ: one foot slides or the other is pressed.',
    action: 'return',
  });
}

function footbedsDiffer(pattern: Pattern): { differ: boolean; words: string[] } {
  const words: string[] = [];
  for (const id of ['footbed-length', 'footbed-ball-width'] as const)
    if (pattern.sign(id) === 'differ') words.push(pattern.words(id));
  const { left, right } = pattern.evidence.footbedMarks ?? {};
  const plain = (mark: string) =>
    mark
      .trim()
      .toLowerCase()
      .replace(/\b(?:l|r|left|right)\b/g, '');
  if (left && right && plain(left) !== plain(right))
    words.push(`footbed marks differ: ${left} and ${right}`);
  for (const side of SIDES) {
    const mark = pattern.evidence.footbedMarks?.[side] ?? '';
    const named = /\b(?:r|right)\b/i.test(mark)
      ? 'right'
      : /\b(?:l|left)\b/i.test(mark)
        ? 'left'
        : side;
    if (named !== side) words.push(`the footbed in the ${side} shoe is marked ${mark}`);
  }
  return { differ: words.length > 0, words };
}

function wrongFootbed(pattern: Pattern): Cause | undefined {
  const { differ, words } = footbedsDiffer(pattern);
  if (!differ) return undefined;
  const found = new Case(pattern);
  for (const one of words) found.says(true, one);
  const { size } = pattern;
  if (size.outsole)
    found.says(size.outsole.fits === 0, 'the outsoles are one size', 'the outsoles differ too');
  else if (size.shorter?.telling && size.footbed?.fits) {
    const stays =
      Math.abs(size.shorter.halfSizes) <= Math.max(size.shorter.U, MATCH_LIMITS.nearHalfSize.value);
    const grows =
      Math.abs(size.shorter.halfSizes - size.footbed.fits) <=
      Math.max(size.shorter.U, MATCH_LIMITS.nearHalfSize.value);
    found.says(
      grows === stays ? undefined : stays,
      'the outsole feature does not grow with the footbed',
      grows === stays ? 'the outsole feature is too short to tell' : 'the outsole grows with it',
    );
  } else found.wants('outsole-large', 'alike');
  for (const id of ['toe-tip-height', 'collar-lateral', 'collar-medial', 'mass'] as const)
    found.wants(id, 'alike');
  if (labelsDiffer(pattern.evidence)) found.says(false, '', 'the labels of the shoes differ');
  const siblings = faultBySiblings(pattern, ['footbed-length', 'footbed-ball-width']);
  return closed(found, {
    id: 'wrong-footbed',
    name: 'Swapped or wrong footbed',
    ...(siblings ?? EITHER),
    effect:
      'The footbed buckles or leaves a gap at the toe, and the arch stands in the wrong place. The shoe under it is sound: the right footbed mends it.',
    action: 'return',
  });
}

/** How far each collar stands askew: lateral less medial, and the difference of that. */
function collarTilt(pattern: Pattern): { tilt: number; tolerance: number; side: Side } | undefined {
  const lateral = pattern.get('collar-lateral');
  const medial = pattern.get('collar-medial');
  if (!lateral?.left || !lateral.right || !medial?.left || !medial.right) return undefined;
  const left = lateral.left.value - medial.left.value;
  const right = lateral.right.value - medial.right.value;
  return {
    tilt: right - left,
    tolerance: Math.max(lateral.tolerance, medial.tolerance),
    side: Math.abs(right) > Math.abs(left) ? 'right' : 'left',
  };
}

function upperAskew(pattern: Pattern): Cause | undefined {
  const tilt = collarTilt(pattern);
  const tilted = tilt && Math.abs(tilt.tilt) > tilt.tolerance;
  const seam = pattern.sign('heel-seam');
  if (seam !== 'differ' && !tilted) return undefined;
  // A seam that stands true speaks plainly against an upper that is turned.
  if (seam === 'alike' && pattern.sign('toe-tip-height') !== 'differ') return undefined;
  const found = new Case(pattern)
    .wants('heel-seam', 'differ')
    .says(
      tilt === undefined ? undefined : tilted,
      tilt
        ? `one collar low on one side: the ${tilt.side} leans ${writeNumber(Math.abs(tilt.tilt), 1)} mm more than the other, inside against outside`
        : '',
      tilt === undefined ? 'collars not taken on both sides' : 'the collars stand level',
    )
    .wants('toe-tip-height', 'differ')
    .wants('footbed-length', 'alike')
    .wants('sole-plane', 'alike');
  if (pattern.sign('outsole-large') !== 'unknown') found.wants('outsole-large', 'alike');
  const fault =
    faultByZero(pattern, 'heel-seam') ??
    faultBySiblings(pattern, ['collar-medial', 'collar-lateral', 'toe-tip-height']) ??
    (tilt && tilted
      ? { atFault: tilt.side, atFaultWhy: `its collar stands more askew` }
      : undefined) ??
    EITHER;
  return closed(found, {
    id: 'upper-askew',
    name: 'Upper lasted askew: turned and tilted on the sole',
    ...fault,
    effect:
      'The heel is held off centre and the ankle leans: rubbing at one side, and a foot that rolls. It does not wear in.',
    action: 'return',
  });
}

function heelSeat(pattern: Pattern): Cause | undefined {
  const lateral = pattern.get('collar-lateral');
  const medial = pattern.get('collar-medial');
  const one = lateral?.difference;
  const two = medial?.difference;
  if (one === undefined || two === undefined || one * two <= 0) return undefined;
  if (pattern.sign('collar-lateral') !== 'differ' && pattern.sign('collar-medial') !== 'differ')
    return undefined;
  const tilt = collarTilt(pattern);
  if (!tilt || Math.abs(tilt.tilt) > tilt.tolerance) return undefined;
  const found = new Case(pattern)
    .says(
      true,
      `both collars ${one > 0 ? 'higher' : 'lower'} alike on the right, ${writeNumber(Math.abs(one), 1)} mm outside and ${writeNumber(Math.abs(two), 1)} mm inside`,
    )
    .wants('heel-seam', 'alike')
    .wants('toe-tip-height', 'alike')
    .wants('footbed-length', 'alike')
    .wants('sole-plane', 'alike');
  return closed(found, {
    id: 'heel-seat',
    name: 'Heel seat or lasting height differs',
    ...(faultBySiblings(pattern, ['collar-lateral', 'collar-medial']) ?? EITHER),
    effect:
      'One foot sits deeper: the collar meets one ankle bone and not the other. Take out the footbeds and look under them first.',
    action: 'return',
  });
}

function twisted(pattern: Pattern): Cause | undefined {
  if (pattern.sign('sole-plane') !== 'differ') return undefined;
  const found = new Case(pattern)
    .wants('sole-plane', 'differ')
    .wants('footbed-length', 'alike')
    .wants('heel-seam', 'alike');
  for (const id of ['toe-tip-height', 'collar-lateral', 'collar-medial'] as const)
    found.wants(id, 'alike');
  return closed(found, {
    id: 'twisted',
    name: 'Heel set or shank twisted',
    ...(faultByZero(pattern, 'sole-plane') ?? EITHER),
    effect:
      'The shoe rocks on the ground and turns the foot at each step. It is unstable: do not dance, climb or carry loads in it. Pain goes to a clinician.',
    action: 'return',
  });
}

function toeSpring(pattern: Pattern): Cause | undefined {
  if (pattern.sign('toe-tip-height') !== 'differ') return undefined;
  if (pattern.sign('heel-seam') === 'differ') return undefined;
  const tilt = collarTilt(pattern);
  if (tilt && Math.abs(tilt.tilt) > tilt.tolerance) return undefined;
  const found = new Case(pattern).wants('toe-tip-height', 'differ');
  for (const id of ['collar-lateral', 'collar-medial', 'heel-seam', 'footbed-length'] as const)
    found.wants(id, 'alike');
  return closed(found, {
    id: 'toe-spring',
    name: 'Toe spring differs',
    ...(faultBySiblings(pattern, ['toe-tip-height']) ?? EITHER),
    effect:
      'One shoe rolls off earlier, and its toes are held higher. Shoes bent in the box may come back: lay them flat for a day and take it again.',
    action: 'keep and note',
  });
}

function twoMoulds(pattern: Pattern): Cause | undefined {
  const outsoles = ['outsole-small', 'outsole-large'] as const;
  const differing = outsoles.filter((id) => pattern.sign(id) === 'differ');
  if (differing.length === 0 || pattern.size.outsole?.fits || pattern.size.footbed?.fits)
    return undefined;
  const found = new Case(pattern);
  for (const id of differing) found.wants(id, 'differ');
  found.wants('footbed-length', 'alike');
  return closed(found, {
    id: 'two-moulds',
    name: 'Outsoles from two moulds, or trimmed unequally',
    ...(faultBySiblings(pattern, differing) ?? EITHER),
    effect: 'Seldom felt by itself; look whether the edges and the grooves are alike.',
    action: 'keep and note',
  });
}

function hardnessDiffers(
  pattern: Pattern,
  feature: 'midsole-lateral-hardness' | 'outsole-hardness',
  draft: Omit<Draft, 'atFault' | 'atFaultWhy'>,
): Cause | undefined {
  if (pattern.sign(feature) !== 'differ') return undefined;
  const found = new Case(pattern).wants(feature, 'differ').wants('footbed-length', 'alike');
  return closed(found, { ...draft, ...(faultBySiblings(pattern, [feature]) ?? EITHER) });
}

const otherFoam = (pattern: Pattern) =>
  hardnessDiffers(pattern, 'midsole-lateral-hardness', {
    id: 'other-foam',
    name: 'Foam of another hardness or batch',
    effect: 'One side lands harder than the other; the softer shoe may flatten first.',
    action: 'keep and note',
  });

const otherRubber = (pattern: Pattern) =>
  hardnessDiffers(pattern, 'outsole-hardness', {
    id: 'other-rubber',
    name: 'Rubber of another compound or batch',
    effect: 'Grip and wear differ between the feet, most on wet ground.',
    action: 'keep and note',
  });

function otherBuild(pattern: Pattern): Cause | undefined {
  if (pattern.sign('mass') !== 'differ' || pattern.size.footbed?.fits) return undefined;
  if (pattern.size.outsole?.fits) return undefined;
  const found = new Case(pattern)
    .wants('mass', 'differ')
    .wants('footbed-length', 'alike')
    .wants('midsole-lateral-hardness', 'alike');
  return closed(found, {
    id: 'other-build',
    name: 'Mass differs without another size: foam density, glue, or a part that is missing',
    ...(faultBySiblings(pattern, ['mass']) ?? EITHER),
    effect: 'Rarely felt under 20 g; look for a missing shank, plate or insole board.',
    action: 'keep and note',
  });
}

const ORDER: Record<Confidence, number> = { sure: 0, likely: 1, possible: 2 };

/**
 * The causes that the pattern of features allows, surest first; several may stand. Common practice.
 *
 * A cause is *sure* where all of its pattern was taken and agrees, *likely* where some was not
 * taken or lies near its tolerance, *possible* where something speaks against it.
 *
 * @param evidence judged features, labels, footbed marks, and sound pairs of the same model
 * @example inferCauses({ judgements }).map((cause) => cause.id) // ['upper-askew']
 */
export function inferCauses(evidence: MatchEvidence): Cause[] {
  const pattern = patternOf(evidence);
  const found = [
    twoSizes,
    wrongFootbed,
    upperAskew,
    heelSeat,
    twisted,
    toeSpring,
    twoMoulds,
    otherFoam,
    otherRubber,
    otherBuild,
  ].flatMap((infer) => infer(pattern) ?? []);
  return found.sort((a, b) => ORDER[a.confidence] - ORDER[b.confidence]);
}
