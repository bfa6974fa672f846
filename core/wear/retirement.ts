/** Whether a pair goes on, goes to another use or is retired: a decision with reasons. Common practice. */
import { RATED_LIFE_KM, WEAR_LIMITS } from '../limits/wear-limits.ts';
import { readSigns, type Sign } from './signs.ts';

export const RETIREMENT_ANSWERS = ['go on', 'another use', 'retire', 'cannot tell'] as const;
export type RetirementAnswer = (typeof RETIREMENT_ANSWERS)[number];

export interface RetirementQuestion {
  km: number;
  /** In phrases, as they were noted. */
  signs: readonly string[];
  foam?: string | undefined;
  use?: string | undefined;
  wearer?: string | undefined;
  purpose?: string | undefined;
  ratedLifeKm?: { low: number; high: number } | undefined;
}

export interface Retirement {
  answer: RetirementAnswer;
  /** Retire, but not today. */
  soon?: true;
  for: string[];
  against: string[];
  cautions: string[];
  words: string;
}

const CLINICIAN = 'New aches: pain belongs to a clinician, not to a sheet.';
const WORN_OUT = 'Worn-out shoes hurt people: they are not given on for the same use.';

type FoamKind = 'EVA' | 'PU' | 'unknown';

/** TPU and PU break down by fine cracks; EVA bears them after a few runs. */
export function foamKind(foam = ''): FoamKind {
  if (/\bT?PU\b|polyurethane/i.test(foam)) return 'PU';
  return /\beva\b/i.test(foam) ? 'EVA' : 'unknown';
}

interface Rule {
  fires: (known: Known) => boolean;
  answer: RetirementAnswer;
  words: string;
  soon?: (known: Known) => boolean;
  soonWords?: string;
}

interface Known {
  has: (sign: Sign) => boolean;
  foam: FoamKind;
  km: number;
  life: { low: number; high: number };
  purpose: string;
}

const by =
  (sign: Sign) =>
  ({ has }: Known) =>
    has(sign);

/** In the order in which they lead: the first that holds answers. */
const RULES: readonly Rule[] = [
  {
    fires: by('upper torn'),
    answer: 'retire',
    words: 'Retire: a tear through the upper is not mended, no glue holds it.',
  },
  {
    fires: by('rubber worn through'),
    answer: 'retire',
    words: 'Retire: where the rubber is worn through, the foam went before it.',
  },
  { fires: by('counter broken'), answer: 'retire', words: 'Retire: the heel counter is broken.' },
  { fires: by('shank broken'), answer: 'retire', words: 'Retire: the shank is broken.' },
  {
    fires: by('foam dead'),
    answer: 'retire',
    words: 'Retire: the foam feels dead, whatever the tread looks like.',
    soonWords: 'Retire soon: the foam feels dead, whatever the tread looks like.',
    soon: ({ has }) => !has('new aches'),
  },
  {
    fires: by('creases plain'),
    answer: 'retire',
    words: 'Retire: creases in the foam are plain to see.',
  },
  {
    fires: ({ has }) => has('lining growing') && has('lining chafing'),
    answer: 'retire',
    words: 'Retire: the tear in the lining grows, and chafes.',
  },
  {
    fires: ({ has, foam }) => has('fine cracks') && foam === 'PU',
    answer: 'retire',
    words: 'Retire: fine cracks in PU or TPU foam say that it breaks down.',
  },
  {
    fires: by('new aches'),
    answer: 'retire',
    words: 'Retire: new aches. Ask a clinician.',
  },
  {
    fires: ({ has, foam }) => has('fine cracks') && foam === 'unknown',
    answer: 'cannot tell',
    words: 'Cannot tell: fine cracks are normal in EVA and the end of PU or TPU. Which foam is it?',
  },
  {
    fires: by('lining growing'),
    answer: 'cannot tell',
    words: 'Cannot tell: the tear in the lining grows. Does it chafe?',
  },
  {
    fires: ({ has, km, life }) =>
      has('lining torn') && km >= WEAR_LIMITS.lateInLife.value * life.low,
    answer: 'another use',
    words: 'Another use: a torn lining, late in its life. Casual wear is enough for it.',
  },
  {
    fires: by('lining torn'),
    answer: 'go on',
    words: 'Go on: the lining is torn, early in its life. See whether it grows.',
  },
  {
    fires: ({ km, life }) => km > life.high,
    answer: 'another use',
    words: 'Another use: farther than it is rated for.',
  },
  {
    fires: ({ has, purpose }) => has('rubber marked') && /\braces?\b/i.test(purpose),
    answer: 'go on',
    words: 'Go on, for races only: nothing but marks on the rubber.',
  },
  { fires: by('rubber marked'), answer: 'go on', words: 'Go on: marks on the rubber are no end.' },
  {
    fires: by('rebound less'),
    answer: 'go on',
    words: 'Go on: a little less rebound is no end. Press it again at the next check.',
  },
  {
    fires: by('fine cracks'),
    answer: 'go on',
    words: 'Go on: fine cracks are normal in EVA after a few outings.',
  },
];

const GO_ON: Rule = {
  fires: () => true,
  answer: 'go on',
  words: 'Go on: nothing speaks against it.',
};

/** Signs that speak for an end; the others are noted and speak for nothing yet. */
const HARMLESS: readonly Sign[] = ['rubber marked', 'lining seen', 'insole flat', 'tread wear'];

/**
 * What the signs come to. All of them are listed for and against, whichever leads.
 *
 * @example 340 km, lining growing and chafing: retire
 */
export function judgeRetirement({
  km,
  signs,
  foam,
  wearer,
  purpose = '',
  ratedLifeKm = RATED_LIFE_KM,
}: RetirementQuestion): Retirement {
  const { present, absent, unknown } = readSigns(signs);
  const kind = foamKind(foam);
  const known: Known = {
    has: (sign) => present.includes(sign),
    foam: kind,
    km,
    life: ratedLifeKm,
    purpose,
  };
  const rule = RULES.find(({ fires }) => fires(known)) ?? GO_ON;
  const isSoon = rule.soon?.(known) === true;
  const { low, high } = ratedLifeKm;
  const rated = `rated for ${Math.round(low)} to ${Math.round(high)} km`;
  const isHarmless = (sign: Sign) =>
    HARMLESS.includes(sign) || (sign === 'fine cracks' && kind === 'EVA');
  const speaksFor = [
    ...present.filter((sign) => !isHarmless(sign)),
    ...(km > high ? [`${Math.round(km)} km, ${rated}`] : []),
  ];
  const against = [
    ...absent.map((sign) => `no ${sign}`),
    ...present.filter(isHarmless).map((sign) => `${sign}: no end by itself`),
    ...(km < low ? [`${Math.round(km)} km, ${rated}`] : []),
    ...(wearer ? [`wearer: ${wearer}`] : []),
  ];
  return {
    answer: rule.answer,
    ...(isSoon ? { soon: true as const } : {}),
    for: speaksFor,
    against,
    cautions: [
      ...(known.has('new aches') ? [CLINICIAN] : []),
      ...(rule.answer === 'retire' ? [WORN_OUT] : []),
      ...unknown.map((words) => `Not known as a sign, and not counted: ${words}.`),
    ],
    words: (isSoon && rule.soonWords) || rule.words,
  };
}
