/** What construction says together with figures: each a verdict with its evidence. Common practice. */

import { cautionsOf, hasStackClasses } from '../catalogue/disciplines.ts';
import type { QuantityId } from '../catalogue/quantities.ts';
import { RULED_FIGURES } from '../catalogue/rules-of-uses.ts';
import { judgeLimits, judgeTolerance, type Limits } from '../catalogue/tolerance.ts';
import { CONSTRUCTION_LIMITS } from '../limits/construction-limits.ts';
import type { UseAnswer } from '../records/use-verdict.ts';
import { isBelow } from '../statistics/at-limit.ts';
import {
  type ConstructionEvidence,
  constructionEvidence,
} from '../wording/construction-sentences.ts';
import { joined } from '../wording/message.ts';
import { bootGrade } from './boot-meanings.ts';
import { type Known, type Meaning, meant, mm, notKnown, type Rule } from './meaning.ts';
import { answerUses, type KnownShoe, type RuleTerms } from './use-answer.ts';

const BALL: Limits = {
  low: CONSTRUCTION_LIMITS.ballFrom.value,
  high: CONSTRUCTION_LIMITS.ballTo.value,
};

const atLeast = (low: number): Limits => ({ low, high: null });
const SO_WITHIN = { within: 'so', out: 'not so', 'cannot tell': 'cannot tell' } as const;

const listed = (evidence: readonly ConstructionEvidence[]) =>
  joined(evidence.map(constructionEvidence), ', ');

/** Figures that are read whatever a shoe is for. */
const READ_OF_ALL = [
  'mass',
  'heel-stack',
  'forefoot-stack',
  'hardness-medial-less-lateral',
  'flex-line',
  'insole-step',
  'sole-plane',
] as const satisfies readonly QuantityId[];

/** Figures that any rule reads. */
export const MEANT_QUANTITIES: readonly QuantityId[] = [
  ...new Set([...READ_OF_ALL, ...RULED_FIGURES]),
];

function guides({ part, figure, uses, known }: Known): Meaning | undefined {
  // A boot or a dance shoe is neither: the words are of shoes for running and walking.
  if (!hasStackClasses(uses, known)) return undefined;
  const post = part('post');
  const firmer = figure('hardness-medial-less-lateral');
  const walls = part('walls');
  if (post === undefined && firmer === undefined)
    return walls === undefined ? undefined : notKnown('guided', 'postAndHardness', 'measure');
  const guiding: ConstructionEvidence[] = [];
  const neutral: ConstructionEvidence[] = [];
  if (post === 'medial') guiding.push({ says: 'medialPost', given: {} });
  else if (post !== undefined) neutral.push({ says: 'otherPost', given: { post } });
  if (
    firmer &&
    judgeLimits(firmer.value, firmer.U, atLeast(CONSTRUCTION_LIMITS.guiding.value)) === 'within'
  )
    guiding.push({ says: 'medialFirmer', given: { points: firmer.value.toFixed(0) } });
  else if (firmer && isBelow(Math.abs(firmer.value) + firmer.U, CONSTRUCTION_LIMITS.guiding.value))
    neutral.push({ says: 'alikeHardness', given: {} });
  const isGuided = guiding.length > 0;
  if (!isGuided && neutral.length === 0) return notKnown('guided', 'surerHardness', 'measure');
  // Walls alone do not guide.
  if (walls === 'both') guiding.push({ says: 'walls', given: {} });
  const evidence = listed(isGuided ? guiding : neutral);
  return isGuided
    ? meant('guided', 'so', { says: 'guided', given: { evidence } }, guiding, neutral)
    : meant('guided', 'not so', { says: 'neutral', given: { evidence } }, guiding, neutral);
}

function wantsBevel({ part, figure, uses, known }: Known): Meaning | undefined {
  if (!hasStackClasses(uses, known)) return undefined;
  const stack = figure('heel-stack');
  const bevel = part('bevel');
  const height =
    stack && judgeLimits(stack.value, stack.U, atLeast(CONSTRUCTION_LIMITS.highStack.value));
  if (!stack || height === 'out') return undefined;
  if (bevel === undefined) return notKnown('bevel', 'bevel', 'look');
  const isBevel = { says: 'bevel', given: { bevel } } as const;
  const given = { height: mm(stack) };
  if (bevel !== 'none')
    return meant(
      'bevel',
      'not so',
      { says: 'bevelled', given: { ...given, bevel } },
      [],
      [isBevel],
    );
  const isHigh = height === 'within';
  return meant(
    'bevel',
    isHigh ? 'so' : 'cannot tell',
    { says: isHigh ? 'noBevel' : 'perhapsNoBevel', given },
    [isBevel, { says: 'heelStack', given }],
  );
}

function wantsRocker({ part, score }: Known): Meaning | undefined {
  const bend = score('bend-front-hand');
  const plate = part('plate');
  const rocker = part('rocker');
  const hasPlate = plate !== undefined && plate !== 'none' && plate !== 'cannot be seen';
  const resists = bend !== undefined && bend >= CONSTRUCTION_LIMITS.stiff.value;
  const isStiff = bend === undefined ? hasPlate : resists;
  if (!isStiff) return undefined;
  if (rocker === undefined) return notKnown('rocker', 'rocker', 'look');
  const stiff: ConstructionEvidence[] = [
    ...(resists ? [{ says: 'resistsBending', given: {} } as const] : []),
    ...(hasPlate ? [{ says: 'plate', given: { plate } } as const] : []),
  ];
  const rolls = { says: 'rocker', given: { rocker } } as const;
  return rocker === 'none'
    ? meant('rocker', 'so', { says: 'noRocker', given: {} }, [...stiff, rolls])
    : meant('rocker', 'not so', { says: 'rocks', given: { rocker } }, stiff, [rolls]);
}

function bendsAtBall({ figure }: Known): Meaning | undefined {
  const line = figure('flex-line');
  if (!line) return undefined;
  const where = judgeLimits(line.value, line.U, BALL);
  const given = { place: `${line.value.toFixed(0)} ± ${line.U.toFixed(0)} % of length` };
  const says = { within: 'atBall', out: 'notAtBall', 'cannot tell': 'perhapsAtBall' } as const;
  return meant('bends-at-ball', SO_WITHIN[where], { says: says[where], given }, [
    { says: 'bendLine', given },
  ]);
}

function insoleGap({ figure }: Known): Meaning | undefined {
  const gap = figure('insole-step');
  const step = gap && judgeLimits(gap.value, gap.U, atLeast(CONSTRUCTION_LIMITS.insoleGap.value));
  if (!gap || step === 'out') return undefined;
  const given = { width: mm(gap) };
  const isGap = step === 'within';
  return meant(
    'insole-gap',
    isGap ? 'so' : 'cannot tell',
    { says: isGap ? 'gap' : 'perhapsGap', given },
    [{ says: 'gap', given }],
  );
}

function onePlane({ figure }: Known): Meaning | undefined {
  const plane = figure('sole-plane');
  if (!plane) return undefined;
  const off = Math.abs(plane.value).toFixed(1);
  const angle = `${off} ± ${plane.U.toFixed(1)}°`;
  const evidence = [{ says: 'angle', given: { angle } }] as const;
  const word = judgeTolerance(plane.value, plane.U, CONSTRUCTION_LIMITS.onePlane.value);
  if (word === 'within') return meant('one-plane', 'so', { says: 'onePlane', given: {} }, evidence);
  if (word === 'cannot tell')
    return meant(
      'one-plane',
      'cannot tell',
      { says: 'perhapsTwisted', given: { angle } },
      [],
      evidence,
    );
  const twisted = { says: 'twisted', given: { angle: `${off}°` } } as const;
  // A shoe that rocks makes people fall.
  return { ...meant('one-plane', 'not so', twisted, [], evidence), safety: true };
}

function whatWeighs({ part, figure, uses, known }: Known): Meaning | undefined {
  if (!hasStackClasses(uses, known)) return undefined;
  const figureOfMass = figure('mass');
  const [collar, tongue, overlays] = [part('collar-pad'), part('tongue'), part('overlays')];
  if (!figureOfMass || [collar, tongue, overlays].every((answer) => answer === undefined))
    return undefined;
  const padding: ConstructionEvidence[] = [
    ...(collar === 'thick' ? [{ says: 'thickCollar', given: {} } as const] : []),
    ...(tongue === 'padded' ? [{ says: 'paddedTongue', given: {} } as const] : []),
    ...(overlays === 'stitched' ? [{ says: 'stitchedOverlays', given: {} } as const] : []),
  ];
  const { value, U } = figureOfMass;
  const mass = `${value.toFixed(0)} ± ${U.toFixed(0)} g`;
  const weight = { says: 'mass', given: { mass } } as const;
  const given = { mass, evidence: listed(padding) };
  if (judgeLimits(value, U, atLeast(CONSTRUCTION_LIMITS.heavy.value)) === 'within')
    return padding.length > 0
      ? meant('weight', 'so', { says: 'heavyByPadding', given }, [weight, ...padding])
      : meant(
          'weight',
          'not so',
          { says: 'heavySole', given: { mass } },
          [weight],
          [{ says: 'slightPadding', given: {} }],
        );
  const isLight =
    judgeLimits(value, U, { low: null, high: CONSTRUCTION_LIMITS.light.value }) === 'within';
  return isLight && padding.length > 0
    ? meant('weight', 'not so', { says: 'lightForPadding', given }, [], [weight, ...padding])
    : undefined;
}

const RULES: readonly Rule[] = [
  guides,
  wantsBevel,
  wantsRocker,
  bendsAtBall,
  insoleGap,
  whatWeighs,
  onePlane,
  bootGrade,
];

/**
 * What parts and figures say together, and how a shoe answers the rules of its uses. Nothing is certified: where it
 * can hurt someone, the cautions of the uses stand beside it.
 *
 * @param shoe its parts as `madeOf` puts them together, its figures, and medians of scores by hand
 */
export function meaningsOf(
  shoe: KnownShoe,
  rules: RuleTerms,
): { meanings: Meaning[]; suits: UseAnswer[]; cautions: string[] } {
  const { parts, figures, scores, uses } = shoe;
  const terms: Known = {
    part: (id) => parts.find(({ part }) => part === id)?.answer,
    figure: (id) => figures.get(id),
    score: (id) => scores.get(id),
    uses,
    known: rules.known,
  };
  return {
    meanings: RULES.flatMap((rule) => rule(terms) ?? []),
    suits: answerUses(shoe, rules),
    cautions: cautionsOf(uses, rules.known),
  };
}
