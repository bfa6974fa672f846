/** What construction says together with figures: each a verdict with what speaks for it and against. Common practice. */
import { cautionsOf, hasStackClasses } from '../catalogue/disciplines.ts';
import type { QuantityId } from '../catalogue/quantities.ts';
import { RULED_FIGURES } from '../catalogue/rules-of-uses.ts';
import { judgeLimits, judgeTolerance, type Limits } from '../catalogue/tolerance.ts';
import { CONSTRUCTION_LIMITS } from '../limits/construction-limits.ts';
import { isBelow } from '../statistics/at-limit.ts';
import { bootGrade } from './boot-meanings.ts';
import { cannotTell, judged, type Known, type Meaning, mm, type Rule } from './meaning.ts';
import { answerUses, type KnownShoe, type RuleTerms, type UseAnswer } from './use-answer.ts';

const BALL: Limits = {
  low: CONSTRUCTION_LIMITS.ballFrom.value,
  high: CONSTRUCTION_LIMITS.ballTo.value,
};

const atLeast = (low: number): Limits => ({ low, high: null });
const SO_WITHIN = { within: 'so', out: 'not so', 'cannot tell': 'cannot tell' } as const;

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
  const name = 'Guided or neutral';
  const post = part('post');
  const firmer = figure('hardness-medial-less-lateral');
  const walls = part('walls');
  if (post === undefined && firmer === undefined)
    return walls === undefined ? undefined : cannotTell(name, 'post, and hardness of both sides');
  const speaks: string[] = [];
  const against: string[] = [];
  if (post === 'medial') speaks.push('a post on the medial side');
  else if (post !== undefined) against.push(`post: ${post}`);
  if (
    firmer &&
    judgeLimits(firmer.value, firmer.U, atLeast(CONSTRUCTION_LIMITS.guiding.value)) === 'within'
  )
    speaks.push(`medial foam firmer by ${firmer.value.toFixed(0)} points`);
  else if (firmer && isBelow(Math.abs(firmer.value) + firmer.U, CONSTRUCTION_LIMITS.guiding.value))
    against.push('both sides alike in hardness');
  if (walls === 'both') speaks.push('walls on both sides');
  const guided = speaks.some((line) => !line.startsWith('walls'));
  if (!guided && against.length === 0) return cannotTell(name, 'a surer hardness of both sides');
  return {
    name,
    words: guided ? `It guides: ${speaks.join(', ')}.` : `It is neutral: ${against.join(', ')}.`,
    verdict: judged(guided ? 'so' : 'not so', speaks, against),
  };
}

function wantsBevel({ part, figure, uses, known }: Known): Meaning | undefined {
  if (!hasStackClasses(uses, known)) return undefined;
  const name = 'High stack without a bevel';
  const stack = figure('heel-stack');
  const bevel = part('bevel');
  const height =
    stack && judgeLimits(stack.value, stack.U, atLeast(CONSTRUCTION_LIMITS.highStack.value));
  if (!stack || height === 'out') return undefined;
  if (bevel === undefined) return cannotTell(name, 'whether the heel is bevelled');
  const isHigh = height === 'within';
  if (bevel !== 'none')
    return {
      name,
      words: `A heel stack of ${mm(stack)}, and a bevel that is ${bevel}: they go together.`,
      verdict: judged('not so', [], [`bevel: ${bevel}`]),
    };
  return {
    name,
    words: isHigh
      ? `A heel stack of ${mm(stack)} without a bevel lands hard on its edge.`
      : `Perhaps too high a stack for no bevel: ${mm(stack)}.`,
    verdict: judged(isHigh ? 'so' : 'cannot tell', ['bevel: none', `heel stack ${mm(stack)}`]),
  };
}

function wantsRocker({ part, score }: Known): Meaning | undefined {
  const name = 'Stiff sole without a rocker';
  const bend = score('bend-front-hand');
  const plate = part('plate');
  const rocker = part('rocker');
  const hasPlate = plate !== undefined && plate !== 'none' && plate !== 'cannot be seen';
  const isStiff = bend === undefined ? hasPlate : bend >= CONSTRUCTION_LIMITS.stiff.value;
  if (!isStiff) return undefined;
  if (rocker === undefined) return cannotTell(name, 'whether the sole rolls');
  const stiff = [
    ...(bend !== undefined && bend >= CONSTRUCTION_LIMITS.stiff.value
      ? ['it resists bending by hand']
      : []),
    ...(hasPlate ? [`plate: ${plate}`] : []),
  ];
  return rocker === 'none'
    ? {
        name,
        words: 'A stiff sole that does not roll: the heel is lifted out of the shoe at each step.',
        verdict: judged('so', [...stiff, 'rocker: none']),
      }
    : {
        name,
        words: `Stiff, and it rolls (${rocker}): they go together.`,
        verdict: judged('not so', stiff, [`rocker: ${rocker}`]),
      };
}

function bendsAtBall({ figure }: Known): Meaning | undefined {
  const line = figure('flex-line');
  if (!line) return undefined;
  const name = 'Bends at the ball';
  const where = judgeLimits(line.value, line.U, BALL);
  const at = `${line.value.toFixed(0)} ± ${line.U.toFixed(0)} % of length`;
  return {
    name,
    words:
      where === 'within'
        ? `It bends at the ball, at ${at}.`
        : where === 'out'
          ? `It bends at ${at}, not at the ball: the foot and the shoe bend at two places.`
          : `Perhaps at the ball: ${at}.`,
    verdict: judged(SO_WITHIN[where], [at]),
  };
}

function insoleGap({ figure }: Known): Meaning | undefined {
  const gap = figure('insole-step');
  const step = gap && judgeLimits(gap.value, gap.U, atLeast(CONSTRUCTION_LIMITS.insoleGap.value));
  if (!gap || step === 'out') return undefined;
  return {
    name: 'Insole narrower than the shoe',
    words:
      step === 'within'
        ? `A gap of ${mm(gap)} beside the insole at the arch: try another insole before another size.`
        : `Perhaps a gap beside the insole at the arch: ${mm(gap)}.`,
    verdict: judged(step === 'within' ? 'so' : 'cannot tell', [`gap ${mm(gap)}`]),
  };
}

function onePlane({ figure }: Known): Meaning | undefined {
  const plane = figure('sole-plane');
  if (!plane) return undefined;
  const off = Math.abs(plane.value);
  const word = judgeTolerance(plane.value, plane.U, CONSTRUCTION_LIMITS.onePlane.value);
  if (word === 'within')
    return {
      name: 'Heel and sole on one plane',
      words: 'Heel and sole stand on one plane.',
      verdict: judged('so', [`${off.toFixed(1)} ± ${plane.U.toFixed(1)}°`]),
    };
  const isOff = word === 'out';
  return {
    name: 'Heel and sole on one plane',
    words: isOff
      ? `The sole is twisted by ${off.toFixed(1)}° against the heel: do not dance, climb or carry in it.`
      : `Perhaps twisted: ${off.toFixed(1)} ± ${plane.U.toFixed(1)}°.`,
    verdict: judged(
      isOff ? 'not so' : 'cannot tell',
      [],
      [`${off.toFixed(1)} ± ${plane.U.toFixed(1)}°`],
    ),
  };
}

function whatWeighs({ part, figure, uses, known }: Known): Meaning | undefined {
  if (!hasStackClasses(uses, known)) return undefined;
  const mass = figure('mass');
  const [collar, tongue, overlays] = [part('collar-pad'), part('tongue'), part('overlays')];
  const weighs = [
    ...(collar === 'thick' ? ['a thick collar'] : []),
    ...(tongue === 'padded' ? ['a padded tongue'] : []),
    ...(overlays === 'stitched' ? ['stitched overlays'] : []),
  ];
  if (!mass || [collar, tongue, overlays].every((answer) => answer === undefined)) return undefined;
  const weight = `${mass.value.toFixed(0)} ± ${mass.U.toFixed(0)} g`;
  const name = 'Padding and overlays against weight';
  if (judgeLimits(mass.value, mass.U, atLeast(CONSTRUCTION_LIMITS.heavy.value)) === 'within')
    return weighs.length > 0
      ? {
          name,
          words: `Heavy at ${weight}, and ${weighs.join(', ')} are part of it.`,
          verdict: judged('so', [weight, ...weighs]),
        }
      : {
          name,
          words: `Heavy at ${weight}, though padding and overlays are slight: the weight is in the sole.`,
          verdict: judged('not so', [weight], ['padding and overlays are slight']),
        };
  const isLight =
    judgeLimits(mass.value, mass.U, { low: null, high: CONSTRUCTION_LIMITS.light.value }) ===
    'within';
  if (isLight && weighs.length > 0)
    return {
      name,
      words: `Light at ${weight} for ${weighs.join(', ')}.`,
      verdict: judged('not so', [], [weight, ...weighs]),
    };
  return undefined;
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
