/** What agreement of testers comes to in words. Limits as K. Krippendorff gives them, from memory. */
import { FIT_LIMITS } from '../limits/fit-limits.ts';

/** Do so many models with two votes each say anything of agreement? */
export const tellsAgreement = (models: number): boolean =>
  models >= FIT_LIMITS.modelsForAgreement.value;

/** @example agreementWords(0.85) // 'testers agree' */
export function agreementWords(alpha: number): string {
  if (alpha >= FIT_LIMITS.agree.value) return 'testers agree';
  if (alpha >= FIT_LIMITS.agreePartly.value) return 'testers agree for the most part';
  return alpha > 0
    ? 'testers agree little: read every vote'
    : 'testers do not agree: read every vote';
}
