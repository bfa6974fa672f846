/** What construction says together with figures: each a verdict with what speaks for it and against. Common practice. */
import type { PartId } from '../catalogue/construction.ts';
import { cautionsOf, hasStackClasses, type Use } from '../catalogue/disciplines.ts';
import type { QuantityId } from '../catalogue/quantities.ts';
import { COMMON_PRACTICE, type Verdict } from '../statistics/verdict.ts';
import type { MadeOfPart } from './made-of.ts';
import { BOOT_GRADES, type BootGrade, bindingsOf, cramponsOf } from './rules-of-use.ts';

/** A figure of the edition or the pair, with its U. */
export interface MeantFigure {
  value: number;
  U: number;
}

export interface Meaning {
  /** What is judged: `guides the foot`. */
  name: string;
  /** In a sentence. */
  words: string;
  verdict: Verdict<'construction'>;
}

interface Known {
  part(id: PartId): string | undefined;
  figure(id: QuantityId): MeantFigure | undefined;
  /** Median of the scores by hand. */
  score(id: QuantityId): number | undefined;
  uses: readonly Use[];
}

/** Above this a stack is high: a bevel keeps the landing from slapping. */
const HIGH_STACK_MM = 35;
/** Midsole firmer inside by more than this guides. */
const GUIDING_POINTS = 5;
/** A sole that bends by hand at this grade or above is stiff. */
const STIFF_GRADE = 4;
/** Where a shoe bends, in % of length from the heel. */
const BALL: readonly [number, number] = [65, 75];
/** A gap beside the insole that a foot falls into. */
const GAP_MM = 3;
/** Twist of heel against sole, in degrees. */
const ONE_PLANE_DEG = 1;
/** What bend by hand usually goes with a stated boot grade. */
const GRADE_BEND: Record<BootGrade, readonly [number, number]> = {
  B0: [1, 2],
  B1: [2, 3],
  B2: [3, 4],
  B3: [5, 5],
};

const verdict = (
  word: Verdict<'construction'>['word'],
  speaksFor: string[],
  against: string[] = [],
): Verdict<'construction'> => ({ word, for: speaksFor, against, source: COMMON_PRACTICE });

const cannotTell = (name: string, missing: string): Meaning => ({
  name,
  words: `${name}: cannot tell. Missing: ${missing}.`,
  verdict: verdict('cannot tell', [], [missing]),
});

const mm = ({ value, U }: MeantFigure) => `${value.toFixed(1)} ± ${U.toFixed(1)} mm`;

function guides({ part, figure, uses }: Known): Meaning | undefined {
  // A boot or a dance shoe is neither: the words are of shoes for running and walking.
  if (!hasStackClasses(uses)) return undefined;
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
  if (firmer && firmer.value - firmer.U >= GUIDING_POINTS)
    speaks.push(`medial foam firmer by ${firmer.value.toFixed(0)} points`);
  else if (firmer && Math.abs(firmer.value) + firmer.U < GUIDING_POINTS)
    against.push('both sides alike in hardness');
  if (walls === 'both') speaks.push('walls on both sides');
  const guided = speaks.some((line) => !line.startsWith('walls'));
  if (!guided && against.length === 0) return cannotTell(name, 'a surer hardness of both sides');
  return {
    name,
    words: guided ? `It guides: ${speaks.join(', ')}.` : `It is neutral: ${against.join(', ')}.`,
    verdict: verdict(guided ? 'so' : 'not so', speaks, against),
  };
}

function wantsBevel({ part, figure, uses }: Known): Meaning | undefined {
  if (!hasStackClasses(uses)) return undefined;
  const name = 'High stack without a bevel';
  const stack = figure('heel-stack');
  const bevel = part('bevel');
  if (!stack || stack.value + stack.U < HIGH_STACK_MM) return undefined;
  if (bevel === undefined) return cannotTell(name, 'whether the heel is bevelled');
  const isHigh = stack.value - stack.U >= HIGH_STACK_MM;
  if (bevel !== 'none')
    return {
      name,
      words: `A heel stack of ${mm(stack)}, and a bevel that is ${bevel}: they go together.`,
      verdict: verdict('not so', [], [`bevel: ${bevel}`]),
    };
  return {
    name,
    words: isHigh
      ? `A heel stack of ${mm(stack)} without a bevel lands hard on its edge.`
      : `Perhaps too high a stack for no bevel: ${mm(stack)}.`,
    verdict: verdict(isHigh ? 'so' : 'cannot tell', ['bevel: none', `heel stack ${mm(stack)}`]),
  };
}

function wantsRocker({ part, score }: Known): Meaning | undefined {
  const name = 'Stiff sole without a rocker';
  const bend = score('bend-front-hand');
  const plate = part('plate');
  const rocker = part('rocker');
  const hasPlate = plate !== undefined && plate !== 'none' && plate !== 'cannot be seen';
  const isStiff = bend === undefined ? hasPlate : bend >= STIFF_GRADE;
  if (!isStiff) return undefined;
  if (rocker === undefined) return cannotTell(name, 'whether the sole rolls');
  const stiff = [
    ...(bend !== undefined && bend >= STIFF_GRADE ? ['it resists bending by hand'] : []),
    ...(hasPlate ? [`plate: ${plate}`] : []),
  ];
  return rocker === 'none'
    ? {
        name,
        words: 'A stiff sole that does not roll: the heel is lifted out of the shoe at each step.',
        verdict: verdict('so', [...stiff, 'rocker: none']),
      }
    : {
        name,
        words: `Stiff, and it rolls (${rocker}): they go together.`,
        verdict: verdict('not so', stiff, [`rocker: ${rocker}`]),
      };
}

function bendsAtBall({ figure }: Known): Meaning | undefined {
  const line = figure('flex-line');
  if (!line) return undefined;
  const name = 'Bends at the ball';
  const [from, to] = BALL;
  const within = line.value - line.U >= from && line.value + line.U <= to;
  const beyond = line.value + line.U < from || line.value - line.U > to;
  const at = `${line.value.toFixed(0)} ± ${line.U.toFixed(0)} % of length`;
  return {
    name,
    words: within
      ? `It bends at the ball, at ${at}.`
      : beyond
        ? `It bends at ${at}, not at the ball: the foot and the shoe bend at two places.`
        : `Perhaps at the ball: ${at}.`,
    verdict: verdict(within ? 'so' : beyond ? 'not so' : 'cannot tell', [at]),
  };
}

function insoleGap({ figure }: Known): Meaning | undefined {
  const gap = figure('insole-step');
  if (!gap || gap.value + gap.U < GAP_MM) return undefined;
  return {
    name: 'Insole narrower than the shoe',
    words:
      gap.value - gap.U >= GAP_MM
        ? `A gap of ${mm(gap)} beside the insole at the arch: try another insole before another size.`
        : `Perhaps a gap beside the insole at the arch: ${mm(gap)}.`,
    verdict: verdict(gap.value - gap.U >= GAP_MM ? 'so' : 'cannot tell', [`gap ${mm(gap)}`]),
  };
}

function bootGrade({ part, score }: Known): Meaning[] {
  const stated = part('boot-grade');
  const grade = BOOT_GRADES.find((known) => known === stated);
  if (!grade) return [];
  const welts = part('welts');
  const crampons = cramponsOf(grade);
  const bindings = bindingsOf(welts ?? '', grade);
  const meanings: Meaning[] = [
    {
      name: 'Crampons',
      words: `Stated ${grade}: ${
        crampons.length > 0
          ? `usually with ${crampons.join(', ')}; bindings: ${bindings.join(', ') || 'welts not looked at'}`
          : 'no graded crampon; ask an expert'
      }. Try boot and crampon together.`,
      verdict: verdict(welts === undefined ? 'cannot tell' : 'so', [
        `stated ${grade}`,
        `welts: ${welts ?? 'not looked'}`,
      ]),
    },
  ];
  const bend = score('bend-front-hand');
  if (bend !== undefined) {
    const [least, most] = GRADE_BEND[grade];
    const goes = bend >= least && bend <= most;
    meanings.push({
      name: 'Stiffness against its grade',
      words: goes
        ? `It bends by hand as a ${grade} usually does.`
        : `It bends by hand ${bend < least ? 'more easily' : 'less easily'} than a ${grade} usually does; the grade is the maker’s word, and no figure of this bench.`,
      verdict: verdict(goes ? 'so' : 'not so', [`stated ${grade}`, `bend by hand ${bend}`]),
    });
  }
  return meanings;
}

function onePlane({ figure }: Known): Meaning | undefined {
  const plane = figure('sole-plane');
  if (!plane) return undefined;
  const off = Math.abs(plane.value);
  if (off + plane.U <= ONE_PLANE_DEG)
    return {
      name: 'Heel and sole on one plane',
      words: 'Heel and sole stand on one plane.',
      verdict: verdict('so', [`${off.toFixed(1)} ± ${plane.U.toFixed(1)}°`]),
    };
  const isOff = off - plane.U > ONE_PLANE_DEG;
  return {
    name: 'Heel and sole on one plane',
    words: isOff
      ? `The sole is twisted by ${off.toFixed(1)}° against the heel: do not dance, climb or carry in it.`
      : `Perhaps twisted: ${off.toFixed(1)} ± ${plane.U.toFixed(1)}°.`,
    verdict: verdict(
      isOff ? 'not so' : 'cannot tell',
      [],
      [`${off.toFixed(1)} ± ${plane.U.toFixed(1)}°`],
    ),
  };
}

function courtHeight({ figure, uses }: Known): Meaning | undefined {
  if (!uses.some(({ discipline }) => discipline === 'court')) return undefined;
  const tilt = figure('tilt-angle');
  if (!tilt) return cannotTell('Steady on court', 'width and stack of the heel');
  return {
    name: 'Steady on court',
    words: `It leans ${tilt.value.toFixed(0)} ± ${tilt.U.toFixed(0)}° before it stands on its edge: the lower the shoe, the more.`,
    verdict: verdict('so', [`tilt to the edge ${tilt.value.toFixed(0)}°`]),
  };
}

const RULES: readonly ((known: Known) => Meaning | Meaning[] | undefined)[] = [
  guides,
  wantsBevel,
  wantsRocker,
  bendsAtBall,
  insoleGap,
  bootGrade,
  onePlane,
  courtHeight,
];

/**
 * What parts and figures say together. Nothing is certified: where it can hurt someone, the cautions of the
 * uses stand beside it.
 *
 * @param parts as `madeOf` puts them together
 * @param figures of the edition, or of a pair
 * @param scores medians of scores by hand
 */
export function meaningsOf(
  parts: readonly MadeOfPart[],
  figures: ReadonlyMap<string, MeantFigure>,
  scores: ReadonlyMap<string, number>,
  uses: readonly Use[],
): { meanings: Meaning[]; cautions: string[] } {
  const known: Known = {
    part: (id) => parts.find(({ part }) => part === id)?.answer,
    figure: (id) => figures.get(id),
    score: (id) => scores.get(id),
    uses,
  };
  return {
    meanings: RULES.flatMap((rule) => rule(known) ?? []),
    cautions: cautionsOf(uses),
  };
}
