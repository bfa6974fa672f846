/** What agreement of testers comes to in words. Limits as K. Krippendorff gives them, from memory. */

/** From here conclusions stand; from the lower one tentative ones. */
const AGREE = 0.8;
const PARTLY = 0.667;
/** Fewer editions with two votes each say nothing of agreement. */
export const UNITS_ENOUGH = 5;

/** @example agreementWords(0.85) // 'testers agree' */
export function agreementWords(alpha: number): string {
  if (alpha >= AGREE) return 'testers agree';
  if (alpha >= PARTLY) return 'testers agree for the most part';
  return alpha > 0
    ? 'testers agree little: read every vote'
    : 'testers do not agree: read every vote';
}
