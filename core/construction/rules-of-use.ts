/** Rules of the uses: which studs for which ground, which shoe for which jump, which crampon for which boot. */
import { COMMON_PRACTICE, type Verdict } from '../statistics/verdict.ts';

type Suits = Verdict<'suits'>;

const judged = (
  word: Suits['word'],
  speaking: { for?: string[]; against?: string[] } = {},
): Suits => ({ word, for: [], against: [], source: COMMON_PRACTICE, ...speaking });

export const STUDS = ['firm ground', 'soft ground', 'artificial grass'] as const;
export type Studs = (typeof STUDS)[number];
export const GROUNDS = ['firm natural', 'soft natural', 'artificial'] as const;
export type Ground = (typeof GROUNDS)[number];

const NATURAL = 'grips as it is made to, and the shoe takes no harm';

const STUDS_ON: Record<Studs, Record<Ground, Suits>> = {
  'firm ground': {
    'firm natural': judged('suits', { for: [NATURAL] }),
    'soft natural': judged('suits with a but', {
      for: ['the shoe is not harmed'],
      against: ['grip is poor'],
    }),
    artificial: judged('does not suit', {
      against: ['not advised: the studs hold too well, and wear down'],
    }),
  },
  'soft ground': {
    'firm natural': judged('does not suit', {
      against: ['not advised: long studs carry the foot on points'],
    }),
    'soft natural': judged('suits', { for: [NATURAL] }),
    artificial: judged('does not suit', { against: ['never: they catch, and tear the pile'] }),
  },
  'artificial grass': {
    'firm natural': judged('cannot tell'),
    'soft natural': judged('cannot tell'),
    artificial: judged('suits', { for: [NATURAL] }),
  },
};

/**
 * Do studs suit a ground? Position on the field plays no part.
 * @example studsOn('soft ground', 'artificial').word // 'does not suit'
 */
export const studsOn = (studs: Studs, ground: Ground): Suits => STUDS_ON[studs][ground];

export const JUMPS = ['long jump', 'triple jump', 'sprint'] as const;
export type Event = (typeof JUMPS)[number];

/**
 * Does a shoe made for one event serve another?
 *
 * @param hasRoundedBall a rounded ball with a high arch: the fault in a triple-jump shoe
 * @example servesEvent('long jump', 'triple jump').word // 'does not suit'
 */
export function servesEvent(madeFor: Event, event: Event, hasRoundedBall = false): Suits {
  if (event === 'triple jump' && hasRoundedBall)
    return judged('does not suit', {
      against: ['a rounded ball with a high arch gives way in the step'],
    });
  if (madeFor === event) return judged('suits', { for: [`it is made for the ${event}`] });
  if (madeFor === 'triple jump' && event === 'long jump')
    return judged('suits', { for: ['flat, supportive and padded at the heel'] });
  if (madeFor === 'long jump' && event === 'sprint')
    return judged('suits with a but', { for: ['it runs'], against: ['it is heavier'] });
  if (madeFor === 'long jump' && event === 'triple jump')
    return judged('does not suit', { against: ['never: the heel is not padded for the step'] });
  if (madeFor === 'sprint' && event !== 'sprint')
    return judged('does not suit', { against: ['never: no heel, and no hold in the take-off'] });
  return judged('cannot tell');
}

export const BOOT_GRADES = ['B0', 'B1', 'B2', 'B3'] as const;
export type BootGrade = (typeof BOOT_GRADES)[number];
export const CRAMPON_GRADES = ['C1', 'C2', 'C3'] as const;
export type CramponGrade = (typeof CRAMPON_GRADES)[number];

/** The crampons that a graded boot is matched with: a system that is going out of favour. */
export function cramponsOf(boot: BootGrade): CramponGrade[] {
  return CRAMPON_GRADES.slice(0, BOOT_GRADES.indexOf(boot));
}

/** The bindings that welts take: straps go with any graded boot. */
export function bindingsOf(welts: string, boot: BootGrade | undefined): string[] {
  const straps = boot && boot !== 'B0' ? ['straps'] : [];
  if (welts === 'rear and front') return [...straps, 'clip behind', 'clips front and behind'];
  return welts === 'rear' ? [...straps, 'clip behind'] : straps;
}

/**
 * Limits of sole thickness by event and date, from memory: the rule book of the meeting decides.
 */
export interface SoleLimit {
  event: string;
  /** From this day on. */
  from: string;
  mostMm: number;
}
export const SOLE_LIMITS: readonly SoleLimit[] = [
  { event: 'track, under 800 m', from: '2020-01-31', mostMm: 20 },
  { event: 'track, 800 m and over', from: '2020-01-31', mostMm: 25 },
  { event: 'track, 800 m and over', from: '2024-11-01', mostMm: 20 },
  { event: 'long jump', from: '2020-01-31', mostMm: 20 },
  { event: 'triple jump', from: '2020-01-31', mostMm: 25 },
  { event: 'triple jump', from: '2024-11-01', mostMm: 20 },
  { event: 'road', from: '2020-01-31', mostMm: 40 },
];

/** The limit of an event on a day; undefined where none is known. */
export const soleLimit = (event: string, day: string): SoleLimit | undefined =>
  SOLE_LIMITS.filter((limit) => limit.event === event && limit.from <= day).at(-1);
