/** Sentences about a try-on: what holds, what to try next, and what is done with the shoe. */
import type {
  StepId,
  StepReason,
  TryOnOutcome,
  TryOnRow,
  TryOnSwap,
  TryOnVerdict,
} from '../records/try-on-verdict.ts';
import { nameLabel } from '../sizing/size-label.ts';
import { message } from './message.ts';
import { type Sentence, textOf } from './sentence.ts';

export const TRY_ON_ROWS = {
  1: message({}, 'not a pair'),
  2: message({}, 'numbness, sharp pain or an old injury: caution'),
  3: message({}, 'not the usual sock or insole'),
  4: message({}, 'too narrow, laced loosely to make room'),
  5: message({}, 'too narrow, not too short'),
  6: message({}, 'insole narrower than the foot at the arch'),
  7: message({}, 'too short'),
  8: message({}, 'short or narrow: not known which'),
  9: message({}, 'the foot slides forward'),
  10: message({}, 'the inside is long'),
  11: message({}, 'too long'),
  12: message({}, 'too much volume, length right'),
  13: message({}, 'lacing'),
  14: message({}, 'normal when new'),
  15: message({}, 'narrow heel'),
  16: message({}, 'too much volume'),
  17: message({}, 'low toe box or high instep'),
  18: message({}, 'collar'),
  19: message({}, 'feet of two lengths'),
  20: message({}, 'true to size'),
  21: message({}, 'more answers are needed'),
};

export const TRY_ON_STEPS = {
  'another-model': message({}, 'another model'),
  'heel-lock': message({}, 'lace through all eyelets, with a heel lock'),
  'insole-on-top': message({}, 'an insole on top'),
  'half-down': message({}, 'half a size down'),
  return: message({}, 'return it'),
  clinician: message({}, 'see a clinician'),
  'as-usual': message({}, 'try again with your usual sock and insole'),
  wider: message({}, 'the wider build'),
  'wider-same-size': message({}, 'the wider build, same size'),
  'another-insole': message({}, 'another insole'),
  'then-wider': message({}, 'then the wider build'),
  'half-up': message({}, 'half a size up'),
  'wider-first': message({}, 'the wider build first'),
  'else-half-up': message({}, 'otherwise half a size up'),
  'half-down-and-insole': message({}, 'half a size down, with another insole'),
  'heel-padding': message({}, 'heel padding'),
  'wear-indoors': message({}, 'wear it indoors'),
  'two-tensions': message({}, 'lace with two tensions: loose at the forefoot, tight at the ankle'),
  narrower: message({}, 'the narrower build'),
  'skip-eyelet': message({}, 'skip an eyelet over the sore place'),
  'thinner-insole': message({}, 'a thinner insole'),
  'higher-sock': message({}, 'a higher sock, and break the shoe in'),
  'return-otherwise': message({}, 'return it if that does not help'),
  'fit-larger-foot': message({}, 'fit the larger foot; use an insole for the smaller one'),
  'tighter-laces': message({}, 'lace the smaller foot tighter'),
  'other-lacing': message({}, 'other lacing'),
  'full-up': message({}, 'a full size up'),
  'answer-room': message({}, 'answer: how much room is in front of the longest toe, standing?'),
  'answer-heel': message({}, 'answer: does the heel lift?'),
  'answer-ball': message({}, 'answer: how wide is it at the ball?'),
  'answer-laces': message({}, 'answer: how tight are the laces?'),
  'answer-insole': message({}, 'answer: how long is its insole beside that of a shoe that fits?'),
  'answer-eyelets': message({}, 'answer: how far apart are the eyelet rows?'),
  'another-size': message({}, 'compare with another size or shoe'),
};

export const TRY_ON_STEP_REASONS = {
  'not-for-foot': message({}, 'this model is not made for the foot'),
  'holds-heel': message({}, 'it holds the heel back'),
  'fills-shoe': message({}, 'it fills the shoe and lifts the foot'),
  'fills-length-right': message(
    {},
    'it fills the shoe; the length is right, so not half a size down',
  ),
  'inside-longer': message({}, 'the inside is longer than the foot'),
  'not-a-pair': message({}, 'the two shoes are not one pair, so the fit is not judged'),
  pain: message({}, 'pain is not judged here'),
  'change-fit': message({}, 'they change the fit'),
  'laces-let-out': message({}, 'laces let out for the toes release the heel; lacing does not help'),
  'width-not-length': message({}, 'the length is right, the width is not'),
  'presses-arch': message({}, 'its edge presses the arch'),
  'no-insole-helps': message({}, 'if no insole helps'),
  'toes-no-room': message({}, 'the toes have no room'),
  'squeezed-foot': message({}, 'a squeezed foot gets longer'),
  'no-wider-build': message({}, 'if there is no wider build, or it does not help'),
  'insole-too-short': message({}, 'its insole does not fill the shoe'),
  'reaches-toe': message({}, 'use one that reaches the toe end'),
  'lacing-does-not-hold': message({}, 'if lacing does not hold the heel'),
  'new-heel': message({}, 'a new shoe lifts a little at the heel until it bends'),
  'ball-fits': message({}, 'the ball fits, the heel does not'),
  'wide-all-along': message({}, 'it is wide along its whole length'),
  'less-pressure': message({}, 'it takes the pressure off'),
  'lowers-foot': message({}, 'it lowers the foot'),
  'collar-softens': message({}, 'a collar softens'),
  'collar-chafes': message({}, 'a collar that chafes is not for this foot'),
  'larger-foot': message({}, 'the larger foot decides the size'),
  'holds-smaller': message({}, 'they hold the smaller foot back'),
  'width-before-full': message({}, 'no half size is made; try the width before a full size'),
  'no-half-size': message({}, 'no half size is made'),
  'no-swap': message({}, 'it can no longer be swapped'),
  'lacing-no-help': message({}, 'if lacing does not help'),
  'neither-helps': message({}, 'if neither helps'),
  'most-useful': message({}, 'this answer would decide most'),
  'all-answered': message({}, 'all questions are answered, and nothing is wrong'),
};

export const TRY_ON_OUTCOME_MESSAGES = {
  keep: message({}, 'Keep it'),
  swap: message({}, 'Swap it'),
  swapFor: message({ shoe: 'text' }, 'Swap for {shoe}'),
  'let go': message({}, 'Return it'),
  open: message({}, 'Decide later: try something first'),
  'cannot tell': message({}, 'Not known yet'),
  otherwise: message({ outcome: 'text' }, '{outcome}, decided otherwise'),
};

export const tryOnRow = (row: TryOnRow): Sentence => TRY_ON_ROWS[row]({});
export const tryOnStep = (step: StepId): Sentence => TRY_ON_STEPS[step]({});
export const tryOnReason = (reason: StepReason): Sentence => TRY_ON_STEP_REASONS[reason]({});

/** `Swap for 12 wide`, `Keep it`. */
export const tryOnOutcome = (outcome: TryOnOutcome, swapFor?: TryOnSwap): Sentence =>
  outcome === 'swap' && swapFor
    ? TRY_ON_OUTCOME_MESSAGES.swapFor({
        shoe: [nameLabel(swapFor.label), swapFor.width].filter(Boolean).join(' '),
      })
    : TRY_ON_OUTCOME_MESSAGES[outcome]({});

/** What a person decided otherwise than the rules say. */
export const decidedOtherwise = (outcome: TryOnOutcome, swapFor?: TryOnSwap): Sentence =>
  TRY_ON_OUTCOME_MESSAGES.otherwise({ outcome: tryOnOutcome(outcome, swapFor) });

/** A verdict as it is written down: with a try-on it is kept like that. */
export const writtenTryOn = ({ answer, rows, next, swapFor }: TryOnVerdict) => ({
  reasons: rows.map((row) => ({ row: row as number, verdict: textOf(tryOnRow(row)) })),
  next: next.map(({ what, why, ...shoe }) => ({
    what: textOf(tryOnStep(what)),
    why: textOf(tryOnReason(why)),
    ...shoe,
  })),
  outcome: answer,
  ...(swapFor ? { swapFor } : {}),
});
