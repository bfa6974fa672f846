/** Limits of the rules for fit. */
import { type LimitTable, limit } from './limit.ts';

export const FIT_LIMITS = {
  agree: limit(
    0.8,
    '',
    'Testers agree if alpha is at least this large.',
    'K. Krippendorff, from memory',
  ),
  agreePartly: limit(
    0.667,
    '',
    'Testers agree for the most part if alpha is at least this large.',
    'K. Krippendorff, from memory',
  ),
  modelsForAgreement: limit(
    5,
    'editions',
    'Agreement is calculated from this number of models with two answers each.',
  ),
  archHigh: limit(
    0.21,
    '',
    'An arch is high up to this arch index.',
    'Cavanagh and Rodgers, 1987, from memory',
  ),
  archLow: limit(
    0.26,
    '',
    'An arch is low from this arch index on.',
    'Cavanagh and Rodgers, 1987, from memory',
  ),
  testersToTell: limit(2, 'testers', 'Fewer testers do not decide how a size runs.'),
  testersToSettle: limit(3, 'testers', 'This number of testers settles how a size runs.'),
  modelsForTendency: limit(
    3,
    'editions',
    'A maker needs this number of models before a tendency is named.',
  ),
  pairSpread: limit(1, 'mm', 'Standard deviation of the inside length between pairs of one model.'),
  lowerToeBox: limit(
    2,
    'mm',
    'A toe box is named as a cause if it is lower than others by at least this much.',
  ),
  sureFit: limit(0.8, '', 'How a size runs is decided if its probability is at least this large.'),
  mostDeviation: limit(2, 'half sizes', 'Larger deviations are counted together with this one.'),
  oddFeet: limit(8, 'mm', 'The app asks about two feet that differ by more.'),
  mostOffset: limit(4, 'half sizes', 'Two labels of one foot are assumed to differ by no more.'),
  equalLengths: limit(2.12, 'mm', 'Standard uncertainty of the fit of two shoes of equal length.'),
  decided: limit(
    0.9,
    '',
    'The answers of testers decide a label if its probability is at least this large.',
  ),
  probable: limit(
    0.5,
    '',
    'A kind of evidence supports a label if its probability is at least this large.',
  ),
  againstProbable: limit(
    0.1,
    '',
    'A kind of evidence contradicts a probable label if its probability is smaller.',
  ),
  againstDecided: limit(
    0.05,
    '',
    'A kind of evidence contradicts a decided label if its probability is smaller.',
  ),
  worthTrying: limit(
    0.2,
    '',
    'A label is suggested for a try-on if its probability is at least this large.',
  ),
  testersForChange: limit(
    6,
    'testers',
    'If fewer testers all say the same about a change, that may be chance.',
    'sign test at 5 %, two-sided',
  ),
  footUncertainty: limit(1.5, 'mm', 'Standard uncertainty of a measured foot length.'),
  sureLabel: limit(
    0.8,
    '',
    'A label is recommended without reservation if its probability is at least this large.',
  ),
  likelyLabel: limit(
    0.5,
    '',
    'A label is recommended as probable if its probability is at least this large.',
  ),
  wideFoot: limit(0.405, '', 'A foot is wide if its width is at least this share of its length.'),
  narrowFoot: limit(0.36, '', 'A foot is narrow if its width is at most this share of its length.'),
  unequalFeet: limit(4, 'mm', 'Two feet that differ by more are fitted by the longer foot.'),
  testersForSplit: limit(
    3,
    'testers',
    'Answers are split by foot or sock from this number of testers on.',
  ),
  insoleGap: limit(3, 'mm', 'A smaller gap in front of an insole of known length is ignored.'),
  swapNow: limit(
    2,
    'days',
    'With this number of days left or fewer, a swap is suggested before anything else.',
  ),
  heelHolds: limit(2, 'mm', 'A heel that slips by no more holds.'),
  heelLifts: limit(6, 'mm', 'A heel that slips by more lifts.'),
  shortestFoot: limit(180, 'mm', 'A shorter foot length is not accepted.'),
  longestFoot: limit(340, 'mm', 'A longer foot length is not accepted.'),
} as const satisfies LimitTable;

const room = (least: number, most: number) => ({
  least: limit(least, 'mm', 'Less room in front of the longest toe is short.'),
  most: limit(most, 'mm', 'More room in front of the longest toe is long.'),
});

/** Room in front of the longest toe by use. The first entry is for all other uses. */
export const TOE_ROOM = {
  '': room(8, 16),
  climbing: room(0, 5),
  dance: room(4, 12),
  'winter boots': room(10, 20),
} as const satisfies Record<string, LimitTable>;
