/** All messages by room, for the list that is reviewed (`npm run words`) and for the tests on it. */

import {
  ASKED_MESSAGES,
  BALANCE_MESSAGES,
  CHOICE_MESSAGES,
  COST_MESSAGES,
  MATTER_CHANGES,
  MATTER_MEANINGS,
  OFFER_MESSAGES,
  OFFER_SUITS,
  PASS_MESSAGES,
  REVIEW_MESSAGES,
} from './choice-sentences.ts';
import { CLAIM_MESSAGES } from './claim-sentences.ts';
import {
  CONSTRUCTION_EVIDENCE,
  CONSTRUCTION_MESSAGES,
  CONSTRUCTION_MISSING,
  MEANING_NAMES,
} from './construction-sentences.ts';
import { LEFT_RIGHT_MESSAGES } from './left-right-sentences.ts';
import { LIKENESS_DISTANCE, LIKENESS_MESSAGES } from './likeness-sentences.ts';
import {
  AT_FAULT,
  CAUSE_EFFECTS,
  CAUSE_EVIDENCE,
  CAUSE_NAMES,
  MATCH_MESSAGES,
  RETURN_NOTE,
} from './match-sentences.ts';
import type { AnyMessage } from './message.ts';
import { ONE_OR_TWO_MESSAGES } from './one-or-two-sentences.ts';
import {
  CHANGE_CAUSES,
  CLAIM_ANSWER_NAMES,
  SHEET_CHANGES,
  SHEET_WARNINGS,
} from './sheet-sentences.ts';
import {
  BRIDGE_MESSAGES,
  GAUGE_ADVICE,
  PAIR_STUDY_MESSAGES,
  SHARE_NAMES,
  STUDY_COMPONENTS,
} from './study-sentences.ts';
import { TERMS_MESSAGES } from './terms-sentences.ts';
import {
  TRY_ON_OUTCOME_MESSAGES,
  TRY_ON_ROWS,
  TRY_ON_STEP_REASONS,
  TRY_ON_STEPS,
} from './try-on-sentences.ts';
import { USE_ANSWER_NAMES, USE_MESSAGES, USE_MISSING, USE_READINGS } from './use-sentences.ts';
import { LINE_STEPS, LINE_WORDS, VERSION_FINDINGS, VERSION_MESSAGES } from './version-sentences.ts';
import {
  SIGN_NAMES,
  SIGN_PRACTICE,
  WEAR_ANSWER_NAMES,
  WEAR_ANSWERS,
  WEAR_EVIDENCE,
} from './wear-sentences.ts';

export const MESSAGES: Readonly<Record<string, Readonly<Record<string, AnyMessage>>>> = {
  claims: CLAIM_MESSAGES,
  match: MATCH_MESSAGES,
  'match, left and right': LEFT_RIGHT_MESSAGES,
  'match, causes': CAUSE_NAMES,
  'match, evidence': CAUSE_EVIDENCE,
  'match, effects': CAUSE_EFFECTS,
  'match, shoe at fault': AT_FAULT,
  'match, return note': RETURN_NOTE,
  construction: CONSTRUCTION_MESSAGES,
  'construction, names': MEANING_NAMES,
  'construction, evidence': CONSTRUCTION_EVIDENCE,
  'construction, missing': CONSTRUCTION_MISSING,
  uses: USE_MESSAGES,
  'uses, answers': USE_ANSWER_NAMES,
  'uses, readings': USE_READINGS,
  'uses, missing': USE_MISSING,
  choose: CHOICE_MESSAGES,
  'choose, offers': OFFER_MESSAGES,
  'choose, suitability': OFFER_SUITS,
  'choose, matters': MATTER_MEANINGS,
  'choose, more': MATTER_CHANGES.more,
  'choose, less': MATTER_CHANGES.less,
  'choose, passed over': PASS_MESSAGES,
  'choose, asked': ASKED_MESSAGES,
  'choose, costs': COST_MESSAGES,
  'choose, next': REVIEW_MESSAGES,
  'choose, balance': BALANCE_MESSAGES,
  likeness: LIKENESS_MESSAGES,
  'likeness, distance': LIKENESS_DISTANCE,
  'study, gauges': GAUGE_ADVICE,
  'study, methods': BRIDGE_MESSAGES,
  'study, pairs': PAIR_STUDY_MESSAGES,
  'study, components': STUDY_COMPONENTS,
  'study, shares': SHARE_NAMES,
  versions: VERSION_MESSAGES,
  'versions, findings': VERSION_FINDINGS,
  'versions, relations': LINE_WORDS,
  'versions, sizes of changes': LINE_STEPS,
  'sheets, changes': SHEET_CHANGES,
  'sheets, causes of changes': CHANGE_CAUSES,
  'sheets, warnings': SHEET_WARNINGS,
  'sheets, claims': CLAIM_ANSWER_NAMES,
  'one pair or two': ONE_OR_TWO_MESSAGES,
  'comparison, terms': TERMS_MESSAGES,
  fit: TRY_ON_ROWS,
  'fit, steps': TRY_ON_STEPS,
  'fit, reasons': TRY_ON_STEP_REASONS,
  'fit, outcomes': TRY_ON_OUTCOME_MESSAGES,
  wear: WEAR_ANSWERS,
  'wear, answers': WEAR_ANSWER_NAMES,
  'wear, evidence': WEAR_EVIDENCE,
  'wear, signs': SIGN_NAMES,
  'wear, practice': SIGN_PRACTICE,
};
