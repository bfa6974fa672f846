/** What the line of versions says, in words. */
import dayjs from 'dayjs';
import type { VersionLine } from '#contract/line-records.ts';
import { writeNumber } from '#core/sizing/number-words.ts';

type Edition = VersionLine['editions'][number];

/** `119.90 EUR`, `85 GBP`. */
export const priceWords = ({ amount, currency }: { amount: number; currency: string }): string =>
  `${writeNumber(amount, amount % 1 === 0 ? 0 : 2)} ${currency}`;

/** `made until 1 Mar 2026`, `still made`; empty: nobody has said. */
export function madeWords({ stillMade, madeUntil }: Edition): string {
  if (stillMade === 'yes') return 'still made';
  if (stillMade === '') return '';
  return madeUntil ? `made until ${dayjs(madeUntil).format('D MMM YYYY')}` : 'made no more';
}
