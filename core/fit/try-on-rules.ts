/**
 * The rules of a try-on, in the order in which they lead: what fires gives a reason, the lowest number decides.
 * Common practice.
 */
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import { isAbove } from '../statistics/at-limit.ts';
import { type FootPlace, heelHoldOf, type ToeRoom, type TryOn, toeRoomOf } from './try-on.ts';

/** What can be tried, the cheapest first. */
export const REMEDIES = [
  'again as usual',
  'wear indoors',
  'sock',
  'lacing',
  'heel padding',
  'insole',
  'wider build',
  'narrower build',
  'half up',
  'half down',
  'another model',
  'clinician',
  'let go',
] as const;
export type RemedyKind = (typeof REMEDIES)[number];

export interface Remedy {
  kind: RemedyKind;
  what: string;
  why: string;
}

/** The answers as rules read them. */
export interface Answers {
  tryOn: TryOn;
  room: ToeRoom | undefined;
  heel: ReturnType<typeof heelHoldOf>;
  width: (place: FootPlace) => number | undefined;
  /** Every width that was answered. */
  widths: number[];
  sore: (place: NonNullable<TryOn['sore']>[number]) => boolean;
}

export function answersOf(tryOn: TryOn): Answers {
  const width = (place: FootPlace) => tryOn.width?.[place];
  return {
    tryOn,
    room: toeRoomOf(tryOn),
    heel: heelHoldOf(tryOn),
    width,
    widths: (['toe', 'ball', 'midfoot', 'heel'] as const).flatMap((place) => width(place) ?? []),
    sore: (place) => tryOn.sore?.includes(place) ?? false,
  };
}

export interface TryOnRule {
  row: number;
  verdict: string;
  fires: (answers: Answers) => boolean;
  remedies: readonly Remedy[];
}

const remedy = (kind: RemedyKind, what: string, why: string): Remedy => ({ kind, what, why });

export const ANOTHER_MODEL = remedy(
  'another model',
  'another model',
  'this one is not made for the foot',
);
const LOCK = remedy('lacing', 'all holes, and a lock at the ankle', 'it holds the heel back');
const INSOLE_ON_TOP = remedy('insole', 'an insole on top', 'it fills the shoe and lifts the foot');
const HALF_DOWN = remedy('half down', 'half a size down', 'the inside is longer than the foot');

const isTight = (value: number | undefined) => value !== undefined && value <= -1;
const allLoose = (widths: readonly number[]) =>
  widths.length > 0 && widths.every((value) => value >= 1);
const noneTight = (widths: readonly number[]) => widths.every((value) => value >= 0);
const hasGap = (gap: number | undefined) => gap !== undefined && gap >= FIT_LIMITS.insoleGap.value;

export const TRY_ON_RULES: readonly TryOnRule[] = [
  {
    row: 1,
    verdict: 'not a pair',
    fires: ({ tryOn }) => tryOn.matchFailed === true || tryOn.labelsDiffer === true,
    remedies: [
      remedy('let go', 'send it back', 'the two shoes are not one pair: no verdict on fit'),
    ],
  },
  {
    row: 2,
    verdict: 'numb, sharp pain or an old injury: caution',
    fires: ({ tryOn }) =>
      tryOn.pain === 'sharp' || tryOn.pain === 'numb' || tryOn.oldInjury === true,
    remedies: [remedy('clinician', 'ask a clinician', 'pain is not judged here')],
  },
  {
    row: 3,
    verdict: 'not your usual sock or insole',
    fires: ({ tryOn }) => tryOn.sockUsual === false || tryOn.insoleUsual === false,
    remedies: [
      remedy('again as usual', 'again with your usual sock and insole', 'they change the fit'),
    ],
  },
  {
    row: 4,
    verdict: 'too narrow, forced loose',
    fires: ({ tryOn, heel }) => tryOn.lacesLetOut === true && heel !== undefined && heel !== 'none',
    remedies: [
      remedy(
        'wider build',
        'the wider build',
        'laces let out for the toes let the heel go; no lacing helps',
      ),
    ],
  },
  {
    row: 5,
    verdict: 'too narrow, not too short',
    fires: ({ sore, width, room }) =>
      (sore('edges') || isTight(width('ball')) || isTight(width('toe'))) &&
      (room === 'right' || room === 'long'),
    remedies: [
      remedy('wider build', 'the wider build, same label', 'the length is right, the width is not'),
    ],
  },
  {
    row: 6,
    verdict: 'insole narrower than the foot at the arch',
    fires: ({ sore, width, room }) =>
      room === 'right' &&
      (sore('arch edge') ||
        (isTight(width('midfoot')) && (width('ball') ?? 0) >= 0 && (width('toe') ?? 0) >= 0)),
    remedies: [
      remedy('insole', 'another insole', 'its edge presses the arch'),
      remedy('wider build', 'then the wider build', 'where no insole helps'),
    ],
  },
  {
    row: 7,
    verdict: 'too short',
    fires: ({ tryOn, room, heel, widths }) =>
      tryOn.use !== 'climbing' &&
      ((room === 'short' && noneTight(widths)) || (tryOn.toesTouch === true && heel === 'none')),
    remedies: [remedy('half up', 'half a size up', 'toes have no room before them')],
  },
  {
    row: 8,
    verdict: 'short or narrow: unclear which',
    fires: ({ room, widths }) => room === 'short' && widths.some((value) => value <= -1),
    remedies: [
      remedy('wider build', 'the wider build first', 'a foot that is squeezed reaches farther'),
      remedy('half up', 'else half a size up', 'where no wider build is made, or it does not help'),
    ],
  },
  {
    row: 9,
    verdict: 'the foot slides',
    fires: ({ tryOn, room, heel }) =>
      tryOn.toesTouch === true && heel === 'lifts' && room === 'right',
    remedies: [LOCK, INSOLE_ON_TOP],
  },
  {
    row: 10,
    verdict: 'the inside is long',
    fires: ({ tryOn, heel }) =>
      heel === 'lifts' &&
      tryOn.pull === 'tight' &&
      hasGap(tryOn.insoleGapMm) &&
      (tryOn.footbed === 'same' || tryOn.footbed === 'shorter'),
    remedies: [
      remedy(
        'half down',
        'half a size down, and another insole',
        'its footbed does not fill the shoe',
      ),
      remedy('insole', 'another insole', 'one that reaches the toe end'),
    ],
  },
  {
    row: 11,
    verdict: 'too long',
    fires: ({ tryOn, room, heel }) => room === 'long' && heel === 'lifts' && tryOn.pull === 'tight',
    remedies: [HALF_DOWN],
  },
  {
    row: 12,
    verdict: 'roomy, length right',
    fires: ({ tryOn, widths }) =>
      tryOn.footbed === 'same' &&
      allLoose(widths) &&
      (tryOn.rows === 'touch' || tryOn.eyeletsFewer === true) &&
      !hasGap(tryOn.insoleGapMm),
    remedies: [
      { ...INSOLE_ON_TOP, why: 'it fills the shoe; not half a size down: the length is right' },
    ],
  },
  {
    row: 13,
    verdict: 'lacing',
    fires: ({ tryOn, room, heel }) =>
      heel === 'lifts' && (tryOn.pull === 'slack' || tryOn.pull === 'middle') && room === 'right',
    remedies: [
      LOCK,
      remedy('heel padding', 'padding at the heel', 'where lacing does not hold it'),
      ANOTHER_MODEL,
    ],
  },
  {
    row: 14,
    verdict: 'usual when new',
    fires: ({ tryOn, heel }) => heel === 'a little' && tryOn.after === 'shop',
    remedies: [
      remedy('wear indoors', 'wear it indoors', 'a new heel lifts a little until it bends'),
    ],
  },
  {
    row: 15,
    verdict: 'narrow heel',
    fires: ({ width }) => (width('heel') ?? 0) >= 1 && width('ball') === 0,
    remedies: [
      remedy(
        'lacing',
        'two tensions: loose before, tight at the ankle',
        'the ball fits, the heel does not',
      ),
      ANOTHER_MODEL,
    ],
  },
  {
    row: 16,
    verdict: 'roomy',
    fires: ({ tryOn, widths }) =>
      tryOn.footbed === undefined && widths.length >= 2 && allLoose(widths),
    remedies: [
      INSOLE_ON_TOP,
      remedy('narrower build', 'the narrower build', 'it is wide all along'),
    ],
  },
  {
    row: 17,
    verdict: 'low toe box or high instep',
    fires: ({ tryOn, sore }) => (sore('toes top') || sore('instep')) && tryOn.rows === 'wide open',
    remedies: [
      remedy('lacing', 'skip an eyelet over the sore place', 'it takes the pressure off'),
      remedy('insole', 'a thinner insole', 'it lowers the foot'),
      ANOTHER_MODEL,
    ],
  },
  {
    row: 18,
    verdict: 'collar',
    fires: ({ sore, room }) => (sore('heel back') || sore('ankle')) && room === 'right',
    remedies: [
      remedy('sock', 'a higher sock, and break it in', 'a collar softens'),
      remedy('let go', 'let it go where it does not', 'a collar that chafes is not for this foot'),
    ],
  },
  {
    row: 19,
    verdict: 'feet of two lengths',
    fires: ({ tryOn }) => isAbove(tryOn.feetDifferMm ?? 0, FIT_LIMITS.unequalFeet.value),
    remedies: [
      remedy('insole', 'fit the larger foot; an insole for the smaller', 'the larger foot rules'),
      remedy('lacing', 'tighter laces on the smaller', 'they hold it back'),
    ],
  },
];

/** What is not answered yet and would tell the most, in the order of the hand. */
export function missingAnswer({ tryOn, room, heel, widths }: Answers): string | undefined {
  if (room === undefined) return 'the room before the longest toe, standing';
  if (heel === undefined) return 'whether the heel lifts';
  if (widths.length === 0) return 'the width at the ball';
  if (heel === 'lifts' && tryOn.pull === undefined) return 'how hard the laces are pulled';
  if (tryOn.footbed === undefined) return 'the footbed beside that of a shoe that fits';
  return tryOn.rows === undefined ? 'how far the rows of eyelets stand apart' : undefined;
}
