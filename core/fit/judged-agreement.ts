/** How far testers agree. Limits as K. Krippendorff gives them, from memory. */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type { AGREEMENT } from '../wording/sizing-sentences.ts';

/** Do so many models with two votes each say anything of agreement? */
export const tellsAgreement = (models: number): boolean =>
  models >= FIT_LIMITS.modelsForAgreement.value;

/** @example judgeAgreement(0.85) // 'agree' */
export function judgeAgreement(alpha: number): keyof typeof AGREEMENT {
  if (alpha >= FIT_LIMITS.agree.value) return 'agree';
  if (alpha >= FIT_LIMITS.agreePartly.value) return 'mostly';
  return alpha > 0 ? 'little' : 'none';
}
