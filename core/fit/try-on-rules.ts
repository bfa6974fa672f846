/**
 * The rules of a try-on, in the order in which they lead: what fires gives a reason, the lowest number decides.
 * Common practice.
 */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type { StepId, StepReason, TryOnRow } from '../records/try-on-verdict.ts';
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
  what: StepId;
  why: StepReason;
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
  row: TryOnRow;
  fires: (answers: Answers) => boolean;
  remedies: readonly Remedy[];
}

const remedy = (kind: RemedyKind, what: StepId, why: StepReason): Remedy => ({ kind, what, why });

export const ANOTHER_MODEL = remedy('another model', 'another-model', 'not-for-foot');
const LOCK = remedy('lacing', 'heel-lock', 'holds-heel');
const INSOLE_ON_TOP = remedy('insole', 'insole-on-top', 'fills-shoe');
const HALF_DOWN = remedy('half down', 'half-down', 'inside-longer');

const isTight = (value: number | undefined) => value !== undefined && value <= -1;
const allLoose = (widths: readonly number[]) =>
  widths.length > 0 && widths.every((value) => value >= 1);
const noneTight = (widths: readonly number[]) => widths.every((value) => value >= 0);
const hasGap = (gap: number | undefined) => gap !== undefined && gap >= FIT_LIMITS.insoleGap.value;

export const TRY_ON_RULES: readonly TryOnRule[] = [
  {
    row: 1,
    fires: ({ tryOn }) => tryOn.matchFailed === true || tryOn.labelsDiffer === true,
    remedies: [remedy('let go', 'return', 'not-a-pair')],
  },
  {
    row: 2,
    fires: ({ tryOn }) =>
      tryOn.pain === 'sharp' || tryOn.pain === 'numb' || tryOn.oldInjury === true,
    remedies: [remedy('clinician', 'clinician', 'pain')],
  },
  {
    row: 3,
    fires: ({ tryOn }) => tryOn.sockUsual === false || tryOn.insoleUsual === false,
    remedies: [remedy('again as usual', 'as-usual', 'change-fit')],
  },
  {
    row: 4,
    fires: ({ tryOn, heel }) => tryOn.lacesLetOut === true && heel !== undefined && heel !== 'none',
    remedies: [remedy('wider build', 'wider', 'laces-let-out')],
  },
  {
    row: 5,
    fires: ({ sore, width, room }) =>
      (sore('edges') || isTight(width('ball')) || isTight(width('toe'))) &&
      (room === 'right' || room === 'long'),
    remedies: [remedy('wider build', 'wider-same-size', 'width-not-length')],
  },
  {
    row: 6,
    fires: ({ sore, width, room }) =>
      room === 'right' &&
      (sore('arch edge') ||
        (isTight(width('midfoot')) && (width('ball') ?? 0) >= 0 && (width('toe') ?? 0) >= 0)),
    remedies: [
      remedy('insole', 'another-insole', 'presses-arch'),
      remedy('wider build', 'then-wider', 'no-insole-helps'),
    ],
  },
  {
    row: 7,
    fires: ({ tryOn, room, heel, widths }) =>
      tryOn.use !== 'climbing' &&
      ((room === 'short' && noneTight(widths)) || (tryOn.toesTouch === true && heel === 'none')),
    remedies: [remedy('half up', 'half-up', 'toes-no-room')],
  },
  {
    row: 8,
    fires: ({ room, widths }) => room === 'short' && widths.some((value) => value <= -1),
    remedies: [
      remedy('wider build', 'wider-first', 'squeezed-foot'),
      remedy('half up', 'else-half-up', 'no-wider-build'),
    ],
  },
  {
    row: 9,
    fires: ({ tryOn, room, heel }) =>
      tryOn.toesTouch === true && heel === 'lifts' && room === 'right',
    remedies: [LOCK, INSOLE_ON_TOP],
  },
  {
    row: 10,
    fires: ({ tryOn, heel }) =>
      heel === 'lifts' &&
      tryOn.pull === 'tight' &&
      hasGap(tryOn.insoleGapMm) &&
      (tryOn.footbed === 'same' || tryOn.footbed === 'shorter'),
    remedies: [
      remedy('half down', 'half-down-and-insole', 'insole-too-short'),
      remedy('insole', 'another-insole', 'reaches-toe'),
    ],
  },
  {
    row: 11,
    fires: ({ tryOn, room, heel }) => room === 'long' && heel === 'lifts' && tryOn.pull === 'tight',
    remedies: [HALF_DOWN],
  },
  {
    row: 12,
    fires: ({ tryOn, widths }) =>
      tryOn.footbed === 'same' &&
      allLoose(widths) &&
      (tryOn.rows === 'touch' || tryOn.eyeletsFewer === true) &&
      !hasGap(tryOn.insoleGapMm),
    remedies: [{ ...INSOLE_ON_TOP, why: 'fills-length-right' }],
  },
  {
    row: 13,
    fires: ({ tryOn, room, heel }) =>
      heel === 'lifts' && (tryOn.pull === 'slack' || tryOn.pull === 'middle') && room === 'right',
    remedies: [LOCK, remedy('heel padding', 'heel-padding', 'lacing-does-not-hold'), ANOTHER_MODEL],
  },
  {
    row: 14,
    fires: ({ tryOn, heel }) => heel === 'a little' && tryOn.after === 'shop',
    remedies: [remedy('wear indoors', 'wear-indoors', 'new-heel')],
  },
  {
    row: 15,
    fires: ({ width }) => (width('heel') ?? 0) >= 1 && width('ball') === 0,
    remedies: [remedy('lacing', 'two-tensions', 'ball-fits'), ANOTHER_MODEL],
  },
  {
    row: 16,
    fires: ({ tryOn, widths }) =>
      tryOn.footbed === undefined && widths.length >= 2 && allLoose(widths),
    remedies: [INSOLE_ON_TOP, remedy('narrower build', 'narrower', 'wide-all-along')],
  },
  {
    row: 17,
    fires: ({ tryOn, sore }) => (sore('toes top') || sore('instep')) && tryOn.rows === 'wide open',
    remedies: [
      remedy('lacing', 'skip-eyelet', 'less-pressure'),
      remedy('insole', 'thinner-insole', 'lowers-foot'),
      ANOTHER_MODEL,
    ],
  },
  {
    row: 18,
    fires: ({ sore, room }) => (sore('heel back') || sore('ankle')) && room === 'right',
    remedies: [
      remedy('sock', 'higher-sock', 'collar-softens'),
      remedy('let go', 'return-otherwise', 'collar-chafes'),
    ],
  },
  {
    row: 19,
    fires: ({ tryOn }) => isAbove(tryOn.feetDifferMm ?? 0, FIT_LIMITS.unequalFeet.value),
    remedies: [
      remedy('insole', 'fit-larger-foot', 'larger-foot'),
      remedy('lacing', 'tighter-laces', 'holds-smaller'),
    ],
  },
];

/** What is not answered yet and would decide most, in the order in which it is asked. */
export function missingAnswer({ tryOn, room, heel, widths }: Answers): StepId | undefined {
  if (room === undefined) return 'answer-room';
  if (heel === undefined) return 'answer-heel';
  if (widths.length === 0) return 'answer-ball';
  if (heel === 'lifts' && tryOn.pull === undefined) return 'answer-laces';
  if (tryOn.footbed === undefined) return 'answer-insole';
  return tryOn.rows === undefined ? 'answer-eyelets' : undefined;
}
