/** Why the two shoes of a pair differ: causes from the pattern of features, with evidence for and against. */

import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { SIDES, type Side } from '../catalogue/quantities.ts';
import { MATCH_LIMITS } from '../limits/match-limits.ts';
import type { CauseId, Confidence } from '../records/match-verdict.ts';
import { writeNumber } from '../sizing/number-words.ts';
import { nameLabel } from '../sizing/size-label.ts';
import { type CauseEvidence, causeEvidence } from '../wording/match-sentences.ts';
import {
  Case,
  type CauseFinding,
  EITHER,
  faultBySiblings,
  faultByZero,
  labelsDiffer,
  type MatchEvidence,
  type Pattern,
  patternOf,
  type ShoeAtFault,
} from './match-pattern.ts';

/** A cause that the pattern allows. Its name and its effect are in `core/wording/match-sentences.ts`. */
export interface Cause extends ShoeAtFault {
  id: CauseId;
  confidence: Confidence;
  evidenceFor: readonly CauseFinding[];
  evidenceAgainst: readonly CauseFinding[];
  /** What of the pattern is not known. */
  unknown: readonly CauseFinding[];
  /** Of two sizes: by how many half sizes the right shoe is longer, where a length shows it. */
  halfSizes?: number;
  /** What is usually done. */
  action: 'keep and note' | 'return';
}

type Draft = Omit<Cause, 'evidenceFor' | 'evidenceAgainst' | 'unknown' | 'confidence'>;

const closed = (found: Case, draft: Draft): Cause => ({
  ...draft,
  confidence: found.confidence,
  evidenceFor: found.evidenceFor,
  evidenceAgainst: found.evidenceAgainst,
  unknown: found.unknown,
});

/** Something to say that takes nothing. */
const plain = <Says extends CauseEvidence['says']>(says: Says) => ({ says, given: {} }) as const;

/** Whether a short outsole feature grows with the footbed: true, false, or undefined where it cannot show it. */
function outsoleGrows({ shorter }: Pattern['size'], halfSizes: number): boolean | undefined {
  if (!shorter?.telling) return undefined;
  const allowed = Math.max(shorter.U, MATCH_LIMITS.nearHalfSize.value);
  const grows = Math.abs(shorter.halfSizes - halfSizes) <= allowed;
  const stays = Math.abs(shorter.halfSizes) <= allowed;
  return grows === stays ? undefined : grows;
}

function twoSizes(pattern: Pattern): Cause | undefined {
  const { size, evidence } = pattern;
  const shown = size.footbed?.fits;
  const outsole = size.outsole?.fits;
  const labelsAreTwo = labelsDiffer(evidence);
  const halfSizes = shown ?? outsole;
  if (!halfSizes && !labelsAreTwo) return undefined;
  if (shown === 0 && outsole === undefined && !labelsAreTwo) return undefined;
  const found = new Case(pattern, 'two-sizes');
  const shoe = (halfSizes ?? 0) > 0 ? 'right' : 'left';
  if (halfSizes) {
    const halves = Math.abs(halfSizes);
    const asHalfSizes = (id: MatchFeatureId) =>
      ({
        says: 'halfSizes',
        given: { evidence: causeEvidence(pattern.shows(id)), halves },
      }) as const;
    if (size.footbed)
      found.says(
        'footbed-length',
        shown === halfSizes,
        asHalfSizes('footbed-length'),
        plain('footbedsAlike'),
      );
    else found.says('footbed-length', undefined, undefined, plain('footbedUnknown'));
    if (size.outsole)
      found.says(
        'outsole-large',
        outsole === halfSizes,
        asHalfSizes('outsole-large'),
        plain('outsolesAlike'),
      );
    else if (size.shorter?.telling) {
      const grows = outsoleGrows(size, halfSizes);
      found.says(
        'outsole-large',
        grows,
        {
          says: 'inProportion',
          given: { evidence: causeEvidence(pattern.shows('outsole-large')) },
        },
        plain(grows === undefined ? 'outsoleTooShort' : 'outsoleStays'),
      );
    } else found.says('outsole-large', undefined, undefined, plain('noLongOutsole'));
    const mass = pattern.get('mass');
    if (mass?.left && mass.right && mass.difference !== undefined) {
      const isReal = Math.abs(mass.difference) > (mass.U ?? 0);
      found.says(
        'mass',
        isReal ? mass.difference > 0 === halfSizes > 0 : undefined,
        { says: 'heavier', given: { shoe } },
        isReal ? { says: 'notHeavier', given: { shoe } } : plain('massAlike'),
      );
    }
  }
  const { left, right } = evidence.labels ?? {};
  if (labelsAreTwo && left && right)
    found.says('label', true, {
      says: 'labels',
      given: { left: nameLabel(left), right: nameLabel(right) },
    });
  return closed(found, {
    id: 'two-sizes',
    ...(faultBySiblings(pattern, ['footbed-length', 'outsole-large', 'mass']) ?? EITHER),
    ...(halfSizes ? { halfSizes } : {}),
    action: 'return',
  });
}

/** All that shows that the two footbeds are not of one pair. */
function footbedsDiffer(pattern: Pattern): CauseEvidence[] {
  const said: CauseEvidence[] = [];
  for (const id of ['footbed-length', 'footbed-ball-width'] as const)
    if (pattern.sign(id) === 'differ') said.push(pattern.shows(id));
  const { left, right } = pattern.evidence.footbedMarks ?? {};
  const withoutSide = (mark: string) =>
    mark
      .trim()
      .toLowerCase()
      .replace(/\b(?:l|r|left|right)\b/g, '');
  if (left && right && withoutSide(left) !== withoutSide(right))
    said.push({ says: 'marksDiffer', given: { left, right } });
  for (const shoe of SIDES) {
    const mark = pattern.evidence.footbedMarks?.[shoe] ?? '';
    const markedFor = /\b(?:r|right)\b/i.test(mark)
      ? 'right'
      : /\b(?:l|left)\b/i.test(mark)
        ? 'left'
        : shoe;
    if (markedFor !== shoe) said.push({ says: 'markOfOther', given: { shoe, mark } });
  }
  return said;
}

function wrongFootbed(pattern: Pattern): Cause | undefined {
  const differences = footbedsDiffer(pattern);
  if (differences.length === 0) return undefined;
  const found = new Case(pattern, 'wrong-footbed');
  for (const difference of differences) found.says('footbed', true, difference);
  const { size } = pattern;
  if (size.outsole)
    found.says(
      'outsole-large',
      size.outsole.fits === 0,
      plain('outsolesAlike'),
      plain('outsolesDiffer'),
    );
  else if (size.shorter?.telling && size.footbed?.fits) {
    const grows = outsoleGrows(size, size.footbed.fits);
    found.says(
      'outsole-large',
      grows === undefined ? undefined : !grows,
      plain('outsoleStays'),
      plain(grows === undefined ? 'outsoleTooShort' : 'outsoleGrows'),
    );
  } else found.wants('outsole-large', 'alike');
  for (const id of ['toe-tip-height', 'collar-lateral', 'collar-medial', 'mass'] as const)
    found.wants(id, 'alike');
  if (labelsDiffer(pattern.evidence)) found.says('label', false, undefined, plain('labelsDiffer'));
  const siblings = faultBySiblings(pattern, ['footbed-length', 'footbed-ball-width']);
  return closed(found, {
    id: 'wrong-footbed',
    ...(siblings ?? EITHER),
    action: 'return',
  });
}

const millimetres = (value: number): string => `${writeNumber(Math.abs(value), 1)} mm`;

/** How far each collar leans: lateral minus medial, and the difference of that between the shoes. */
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
  // A seam that is upright is strong evidence against an upper that is turned.
  if (seam === 'alike' && pattern.sign('toe-tip-height') !== 'differ') return undefined;
  const found = new Case(pattern, 'upper-askew')
    .wants('heel-seam', 'differ')
    .says(
      'collar-lateral',
      tilt === undefined ? undefined : tilted,
      tilt && {
        says: 'collarLeans',
        given: { shoe: tilt.side, amount: millimetres(tilt.tilt) },
      },
      plain(tilt === undefined ? 'collarsUnknown' : 'collarsLevel'),
    )
    .wants('toe-tip-height', 'differ')
    .wants('footbed-length', 'alike')
    .wants('sole-plane', 'alike');
  if (pattern.sign('outsole-large') !== 'unknown') found.wants('outsole-large', 'alike');
  const fault =
    faultByZero(pattern, 'heel-seam') ??
    faultBySiblings(pattern, ['collar-medial', 'collar-lateral', 'toe-tip-height']) ??
    (tilt && tilted ? { atFault: tilt.side, atFaultWhy: { by: 'collar' as const } } : undefined) ??
    EITHER;
  return closed(found, {
    id: 'upper-askew',
    ...fault,
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
  const found = new Case(pattern, 'heel-seat')
    .says('collar-lateral', true, {
      says: 'collarsBoth',
      given: {
        way: one > 0 ? 'higher' : 'lower',
        lateral: millimetres(one),
        medial: millimetres(two),
      },
    })
    .wants('heel-seam', 'alike')
    .wants('toe-tip-height', 'alike')
    .wants('footbed-length', 'alike')
    .wants('sole-plane', 'alike');
  return closed(found, {
    id: 'heel-seat',
    ...(faultBySiblings(pattern, ['collar-lateral', 'collar-medial']) ?? EITHER),
    action: 'return',
  });
}

function twisted(pattern: Pattern): Cause | undefined {
  if (pattern.sign('sole-plane') !== 'differ') return undefined;
  const found = new Case(pattern, 'twisted')
    .wants('sole-plane', 'differ')
    .wants('footbed-length', 'alike')
    .wants('heel-seam', 'alike');
  for (const id of ['toe-tip-height', 'collar-lateral', 'collar-medial'] as const)
    found.wants(id, 'alike');
  return closed(found, {
    id: 'twisted',
    ...(faultByZero(pattern, 'sole-plane') ?? EITHER),
    action: 'return',
  });
}

function toeSpring(pattern: Pattern): Cause | undefined {
  if (pattern.sign('toe-tip-height') !== 'differ') return undefined;
  if (pattern.sign('heel-seam') === 'differ') return undefined;
  const tilt = collarTilt(pattern);
  if (tilt && Math.abs(tilt.tilt) > tilt.tolerance) return undefined;
  const found = new Case(pattern, 'toe-spring').wants('toe-tip-height', 'differ');
  for (const id of ['collar-lateral', 'collar-medial', 'heel-seam', 'footbed-length'] as const)
    found.wants(id, 'alike');
  return closed(found, {
    id: 'toe-spring',
    ...(faultBySiblings(pattern, ['toe-tip-height']) ?? EITHER),
    action: 'keep and note',
  });
}

function twoMoulds(pattern: Pattern): Cause | undefined {
  const outsoles = ['outsole-small', 'outsole-large'] as const;
  const differing = outsoles.filter((id) => pattern.sign(id) === 'differ');
  if (differing.length === 0 || pattern.size.outsole?.fits || pattern.size.footbed?.fits)
    return undefined;
  const found = new Case(pattern, 'two-moulds');
  for (const id of differing) found.wants(id, 'differ');
  found.wants('footbed-length', 'alike');
  return closed(found, {
    id: 'two-moulds',
    ...(faultBySiblings(pattern, differing) ?? EITHER),
    action: 'keep and note',
  });
}

function hardnessDiffers(
  pattern: Pattern,
  feature: 'midsole-lateral-hardness' | 'outsole-hardness',
  draft: Omit<Draft, 'atFault' | 'atFaultWhy'>,
): Cause | undefined {
  if (pattern.sign(feature) !== 'differ') return undefined;
  const found = new Case(pattern, draft.id)
    .wants(feature, 'differ')
    .wants('footbed-length', 'alike');
  return closed(found, { ...draft, ...(faultBySiblings(pattern, [feature]) ?? EITHER) });
}

const otherFoam = (pattern: Pattern) =>
  hardnessDiffers(pattern, 'midsole-lateral-hardness', {
    id: 'other-foam',
    action: 'keep and note',
  });

const otherRubber = (pattern: Pattern) =>
  hardnessDiffers(pattern, 'outsole-hardness', {
    id: 'other-rubber',
    action: 'keep and note',
  });

function otherBuild(pattern: Pattern): Cause | undefined {
  if (pattern.sign('mass') !== 'differ' || pattern.size.footbed?.fits) return undefined;
  if (pattern.size.outsole?.fits) return undefined;
  const found = new Case(pattern, 'other-build')
    .wants('mass', 'differ')
    .wants('footbed-length', 'alike')
    .wants('midsole-lateral-hardness', 'alike');
  return closed(found, {
    id: 'other-build',
    ...(faultBySiblings(pattern, ['mass']) ?? EITHER),
    action: 'keep and note',
  });
}

const ORDER: Record<Confidence, number> = { sure: 0, likely: 1, possible: 2 };

/**
 * The causes that the pattern of features allows, surest first; several may stand. Common practice.
 *
 * A cause is *sure* where all of its pattern was measured and agrees, *likely* where some was not
 * measured or lies near its tolerance, *possible* where there is evidence against it.
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
