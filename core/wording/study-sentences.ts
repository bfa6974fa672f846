/** Sentences about studies: gauges, methods, and how far the pairs of a model differ. */
import type { ComponentName, GaugeAdvice, PairStudyNote } from '../records/study-verdict.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { message } from './message.ts';
import type { Sentence } from './sentence.ts';

export const GAUGE_ADVICE = {
  equal: message({}, 'All readings are equal. Use a gauge with a finer resolution.'),
  hidden: message(
    {},
    'Repeats and operators agree to the last digit, so the resolution of the gauge hides its repeatability. Read one digit more, or use parts whose values lie between two steps.',
  ),
  use: message({}, 'Use it for this quantity.'),
  useIfSmall: message(
    {},
    'Use it if its spread is small compared with the differences you look for. Otherwise take more readings.',
  ),
  doNotCompare: message({}, 'Do not compare models with it until it is better.'),
  operatorsDiffer: message(
    {},
    'Operators differ more than repeats. Agree on datum, grip and pressure, and mark the spot.',
  ),
  repeatsDiffer: message(
    {},
    'Repeats differ more than operators. Use a steadier seat, a finer gauge, or the mean of several readings.',
  ),
  both: message(
    {},
    'Repeats and operators differ about equally. Begin with a marked spot and a fixed seat.',
  ),
  interaction: message(
    {},
    'Operators differ from part to part. Check which parts they hold differently.',
  ),
  noClasses: message({}, 'It cannot distinguish these parts.'),
  fewClasses: message(
    { categories: 'number' },
    'It distinguishes {categories} classes of these parts. Five are wanted.',
  ),
};

export const gaugeAdviceSentence = (advice: GaugeAdvice): Sentence =>
  typeof advice === 'string' ? GAUGE_ADVICE[advice]({}) : GAUGE_ADVICE.fewClasses(advice);

/** Two methods on the same shoes. */
export const BRIDGE_MESSAGES = {
  agree: message(
    {},
    'The two methods agree: no shift is shown. One can replace the other with this uncertainty.',
  ),
  shift: message(
    {},
    'The two methods differ by a constant amount, which converts one to the other.',
  ),
  line: message(
    {},
    'The two methods differ by an amount that grows with the value. The line converts one to the other.',
  ),
  none: message(
    {},
    'There is no conversion. The uncertainty of a converted value is larger than the smallest noticeable difference.',
  ),
} satisfies Record<AnswerOf<'bridge'>, unknown>;

export const bridgeSentence = (answer: AnswerOf<'bridge'>): Sentence => BRIDGE_MESSAGES[answer]({});

export const STUDY_COMPONENTS = {
  pair: message({}, 'between pairs'),
  pairSide: message({}, 'between the shoes of a pair'),
  repeat: message({}, 'of repeats'),
} satisfies Record<ComponentName, unknown>;

export const PAIR_STUDY_MESSAGES = {
  negative: message(
    { component: 'text' },
    'The estimated variance {component} is below zero and is shown as zero: these readings cannot show it.',
  ),
  readOnce: message(
    {},
    'Each shoe was read once, so the spread of the gauge and of the shoes cannot be separated. Read each shoe again.',
  ),
  noSpread: message({}, 'All readings are equal: the gauge is too coarse to show any spread.'),
  noneShown: message({}, 'No spread of pairs is shown.'),
  differ: message({ sd: 'text' }, 'Pairs differ by {sd}.'),
  noneShownShare: message(
    { share: 'text' },
    'No spread of pairs is shown; {share} of the spread of readings is your gauge.',
  ),
  differShare: message(
    { sd: 'text', share: 'text' },
    'Pairs differ by {sd}; {share} of the spread of readings is your gauge.',
  ),
};

export function pairStudyNoteSentence(note: PairStudyNote): Sentence {
  if (note.kind === 'negative')
    return PAIR_STUDY_MESSAGES.negative({ component: STUDY_COMPONENTS[note.component]({}) });
  return note.kind === 'read once'
    ? PAIR_STUDY_MESSAGES.readOnce({})
    : PAIR_STUDY_MESSAGES.noSpread({});
}

/** A share of a whole in words. */
export const SHARE_NAMES = {
  none: message({}, 'almost none'),
  tenth: message({}, 'a tenth'),
  fifth: message({}, 'a fifth'),
  quarter: message({}, 'a quarter'),
  third: message({}, 'a third'),
  half: message({}, 'half'),
  twoThirds: message({}, 'two thirds'),
  threeQuarters: message({}, 'three quarters'),
  nearlyAll: message({}, 'nearly all'),
  all: message({}, 'all'),
};

const SHARES = [
  [0.05, 'none'],
  [0.15, 'tenth'],
  [0.22, 'fifth'],
  [0.29, 'quarter'],
  [0.4, 'third'],
  [0.58, 'half'],
  [0.7, 'twoThirds'],
  [0.85, 'threeQuarters'],
  [1.01, 'nearlyAll'],
] as const satisfies readonly (readonly [number, keyof typeof SHARE_NAMES])[];

/** @example sharePhrase(1 / 3) // a third */
export const sharePhrase = (share: number): Sentence =>
  SHARE_NAMES[SHARES.find(([upTo]) => share < upTo)?.[1] ?? 'all']({});

/**
 * The result of a study of pairs.
 * @param write an amount with its unit
 * @example Pairs differ by 0.5 mm; a third of the spread of readings is your gauge.
 */
export function consistencySentence(
  { pairSd, measurementShare }: { pairSd: number; measurementShare?: number },
  write: (amount: number) => string,
): Sentence {
  const sd = write(pairSd);
  if (measurementShare === undefined)
    return pairSd === 0 ? PAIR_STUDY_MESSAGES.noneShown({}) : PAIR_STUDY_MESSAGES.differ({ sd });
  const share = sharePhrase(measurementShare);
  return pairSd === 0
    ? PAIR_STUDY_MESSAGES.noneShownShare({ share })
    : PAIR_STUDY_MESSAGES.differShare({ sd, share });
}
