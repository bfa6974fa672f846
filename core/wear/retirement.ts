/** Whether a pair goes on, goes to another use or is retired: a decision with reasons. Common practice. */
import type { Sign } from '../catalogue/wear-signs.ts';
import { RATED_LIFE_KM, WEAR_LIMITS } from '../limits/wear-limits.ts';
import { type Missing, verdictOf } from '../records/verdict.ts';
import {
  type RetirementAnswer,
  WEAR_RULES,
  type WearFinding,
  type WearRule,
  type WearVerdict,
} from '../records/wear-verdict.ts';
import { readSigns } from './signs.ts';

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

type FoamKind = 'EVA' | 'PU' | 'unknown';

/** TPU and PU break down with fine cracks; EVA has them after a few outings. */
export function foamKind(foam = ''): FoamKind {
  if (/\bT?PU\b|polyurethane/i.test(foam)) return 'PU';
  return /\beva\b/i.test(foam) ? 'EVA' : 'unknown';
}

interface WornPair {
  has: (sign: Sign) => boolean;
  foam: FoamKind;
  km: number;
  life: { low: number; high: number };
  purpose: string;
}

interface Rule {
  holds: (pair: WornPair) => boolean;
  answer: RetirementAnswer;
  /** What would decide it, where it cannot. */
  missing?: Omit<Missing, 'rule'>;
  soon?: (pair: WornPair) => boolean;
}

const by =
  (sign: Sign) =>
  ({ has }: WornPair) =>
    has(sign);

const RULES: Readonly<Record<WearRule, Rule>> = {
  'upper-torn': { holds: by('upper torn'), answer: 'retire' },
  'rubber-worn-through': { holds: by('rubber worn through'), answer: 'retire' },
  'counter-broken': { holds: by('counter broken'), answer: 'retire' },
  'shank-broken': { holds: by('shank broken'), answer: 'retire' },
  'foam-dead': {
    holds: by('foam dead'),
    answer: 'retire',
    soon: ({ has }) => !has('new aches'),
  },
  'creases-plain': { holds: by('creases plain'), answer: 'retire' },
  'lining-grows-and-chafes': {
    holds: ({ has }) => has('lining growing') && has('lining chafing'),
    answer: 'retire',
  },
  'cracks-in-pu': {
    holds: ({ has, foam }) => has('fine cracks') && foam === 'PU',
    answer: 'retire',
  },
  'new-aches': { holds: by('new aches'), answer: 'retire' },
  'cracks-foam-unknown': {
    holds: ({ has, foam }) => has('fine cracks') && foam === 'unknown',
    answer: 'cannot tell',
    missing: { subject: 'foam', how: 'ask' },
  },
  'lining-grows': {
    holds: by('lining growing'),
    answer: 'cannot tell',
    missing: { subject: 'lining chafing', how: 'look' },
  },
  'lining-late': {
    holds: ({ has, km, life }) =>
      has('lining torn') && km >= WEAR_LIMITS.lateInLife.value * life.low,
    answer: 'another use',
  },
  'lining-early': { holds: by('lining torn'), answer: 'go on' },
  'beyond-rated-life': { holds: ({ km, life }) => km > life.high, answer: 'another use' },
  'marked-for-races': {
    holds: ({ has, purpose }) => has('rubber marked') && /\braces?\b/i.test(purpose),
    answer: 'go on',
  },
  'rubber-marked': { holds: by('rubber marked'), answer: 'go on' },
  'rebound-less': { holds: by('rebound less'), answer: 'go on' },
  'cracks-in-eva': { holds: by('fine cracks'), answer: 'go on' },
  'nothing-against': { holds: () => true, answer: 'go on' },
};

/** Signs that are normal by themselves: they are listed as good news. */
const NORMAL: readonly Sign[] = ['rubber marked', 'lining seen', 'insole flat', 'tread wear'];

/**
 * What the signs of a worn pair mean. All of them are listed as evidence for an end or against it, whichever
 * rule leads.
 *
 * @example judgeRetirement({ km: 340, signs: ['lining growing and chafing'] }).answer // 'retire'
 */
export function judgeRetirement({
  km,
  signs,
  foam,
  wearer,
  purpose = '',
  ratedLifeKm = RATED_LIFE_KM,
}: RetirementQuestion): WearVerdict {
  const { present, absent, unknown } = readSigns(signs);
  const kind = foamKind(foam);
  const pair: WornPair = {
    has: (sign) => present.includes(sign),
    foam: kind,
    km,
    life: ratedLifeKm,
    purpose,
  };
  const rule = WEAR_RULES.find((id) => RULES[id].holds(pair)) ?? 'nothing-against';
  const { answer, soon, missing } = RULES[rule];
  const isNormal = (sign: Sign) =>
    NORMAL.includes(sign) || (sign === 'fine cracks' && kind === 'EVA');
  const finding = (found: 'present' | 'absent' | 'normal', sign: Sign): WearFinding => ({
    rule: `wear/${rule}`,
    subject: sign,
    source: 'seen',
    kind: found,
    sign,
  });
  const distance: WearFinding = {
    rule: 'wear/rated-life',
    subject: 'distance',
    value: km,
    limit: ratedLifeKm,
    kind: 'distance',
    km,
    ratedLifeKm,
  };
  return {
    ...verdictOf(answer, {
      decisive: [`wear/${rule}`],
      unknown: missing ? [{ rule: `wear/${rule}`, ...missing }] : [],
      unread: unknown,
      safety: true,
    }),
    rule,
    ...(soon?.(pair) ? { soon: true as const } : {}),
    evidenceFor: [
      ...present.filter((sign) => !isNormal(sign)).map((sign) => finding('present', sign)),
      ...(km > ratedLifeKm.high ? [distance] : []),
    ],
    evidenceAgainst: [
      ...absent.map((sign) => finding('absent', sign)),
      ...present.filter(isNormal).map((sign) => finding('normal', sign)),
      ...(km < ratedLifeKm.low ? [distance] : []),
      ...(wearer
        ? [{ rule: 'wear/wearer', subject: 'wearer', kind: 'wearer' as const, wearer }]
        : []),
    ],
  };
}
