/** What is answered while a shoe is tried on: all of it optional. Common practice. */
import { FIT_LIMITS, TOE_ROOM } from '../limits/fit-limits.ts';
import type { SizeLabel } from '../sizing/size-label.ts';
import type { MadeWidth } from './made-sizes.ts';

export const TOE_ROOMS = ['short', 'right', 'long'] as const;
export const HEEL_HOLDS = ['none', 'a little', 'lifts'] as const;
export const FOOT_PLACES = ['toe', 'ball', 'midfoot', 'heel'] as const;
export const EYELET_ROWS = ['touch', 'middle', 'wide open'] as const;
export const LACE_PULLS = ['slack', 'middle', 'tight'] as const;
export const SORE_PLACES = [
  'edges',
  'arch edge',
  'midfoot',
  'toes top',
  'instep',
  'heel back',
  'ankle',
] as const;
export const PAINS = ['none', 'sharp', 'numb'] as const;
export const TRY_ON_AFTER = ['shop', 'outing', 'broken in'] as const;
export const FOOTBEDS_AGAINST = ['shorter', 'same', 'longer'] as const;

export type ToeRoom = (typeof TOE_ROOMS)[number];
export type HeelHold = (typeof HEEL_HOLDS)[number];
export type FootPlace = (typeof FOOT_PLACES)[number];

export interface TryOn {
  toeGapMm?: number | undefined;
  toeRoom?: ToeRoom | undefined;
  heel?: HeelHold | undefined;
  /** How far the heel slips, where it was measured. */
  heelMm?: number | undefined;
  /** −2 tight … +2 loose. */
  width?: { [Place in FootPlace]?: number | undefined } | undefined;
  rows?: (typeof EYELET_ROWS)[number] | undefined;
  pull?: (typeof LACE_PULLS)[number] | undefined;
  topEyeletUsed?: boolean | undefined;
  lacesLetOut?: boolean | undefined;
  eyeletsFewer?: boolean | undefined;
  /** Toes touch on a quick stop. */
  toesTouch?: boolean | undefined;
  sore?: readonly (typeof SORE_PLACES)[number][] | undefined;
  pain?: (typeof PAINS)[number] | undefined;
  after?: (typeof TRY_ON_AFTER)[number] | undefined;
  /** The footbed beside that of a known shoe. */
  footbed?: (typeof FOOTBEDS_AGAINST)[number] | undefined;
  /** The gap that an insole of known length leaves before its end. */
  insoleGapMm?: number | undefined;
  insoleUsual?: boolean | undefined;
  sockUsual?: boolean | undefined;
  feetDifferMm?: number | undefined;
  /** Until the shop takes it back no more. */
  daysLeft?: number | undefined;
  /** Only where the shop then takes nothing back. */
  wornOutside?: boolean | undefined;
  matchFailed?: boolean | undefined;
  labelsDiffer?: boolean | undefined;
  oldInjury?: boolean | undefined;
  label?: SizeLabel | undefined;
  labelWidth?: string | undefined;
  made?: readonly MadeWidth[] | undefined;
  use?: string | undefined;
}

/** What a try-on leans on besides its answers: the shoe, the shop, the use. */
export type TryOnTerms = Pick<
  TryOn,
  | 'label'
  | 'labelWidth'
  | 'made'
  | 'matchFailed'
  | 'labelsDiffer'
  | 'feetDifferMm'
  | 'daysLeft'
  | 'use'
>;

/** Answers with their terms; a sock or an insole that is another one is not the usual one. */
export const tryOnWith = (
  { answers, sock, insole }: { answers: TryOn; sock: string; insole: string },
  {
    usualInsole = 'original',
    ...terms
  }: TryOnTerms & {
    /** What is in the pair by name: `on top`, `another`; left out: its own. */
    usualInsole?: string | undefined;
  },
): TryOn => ({
  ...answers,
  sockUsual: answers.sockUsual ?? sock === 'usual',
  insoleUsual: answers.insoleUsual ?? insole === usualInsole,
  ...terms,
});

const DAY_MS = 86_400_000;

/** Whole days until a pair goes back at the latest; undefined where no day is set. ISO dates. */
export const daysUntil = (returnBy: string | null, today: string): number | undefined =>
  returnBy === null ? undefined : Math.round((Date.parse(returnBy) - Date.parse(today)) / DAY_MS);

const isOfUse = (use: string): use is keyof typeof TOE_ROOM => Object.hasOwn(TOE_ROOM, use);

/** The gap that a use wants before the longest toe, mm. */
export function rightGap(use = ''): readonly [number, number] {
  const { least, most } = TOE_ROOM[isOfUse(use) ? use : ''];
  return [least.value, most.value];
}

/** Room for the toes, by the gap where it was measured. */
export function toeRoomOf({ toeGapMm, toeRoom, use = '' }: TryOn): ToeRoom | undefined {
  if (toeGapMm === undefined) return toeRoom;
  const [least, most] = rightGap(use);
  return toeGapMm < least ? 'short' : toeGapMm > most ? 'long' : 'right';
}

export function heelHoldOf({ heel, heelMm }: TryOn): HeelHold | undefined {
  if (heelMm === undefined) return heel;
  return heelMm <= FIT_LIMITS.heelHolds.value
    ? 'none'
    : heelMm > FIT_LIMITS.heelLifts.value
      ? 'lifts'
      : 'a little';
}
