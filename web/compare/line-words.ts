/** What the line of versions says, in words. */
import dayjs from 'dayjs';
import type { VersionLine } from '#contract/line-records.ts';
import { writeNumber } from '#core/sizing/number-words.ts';

type Edition = VersionLine['editions'][number];
type Step = VersionLine['steps'][number];

/** `119.90 EUR`, `85 GBP`. */
export const priceWords = ({ amount, currency }: { amount: number; currency: string }): string =>
  `${writeNumber(amount, amount % 1 === 0 ? 0 : 2)} ${currency}`;

/** `made until 1 Mar 2026`, `still made`; empty: nobody has said. */
export function madeWords({ stillMade, madeUntil }: Edition): string {
  if (stillMade === 'yes') return 'still made';
  if (stillMade === '') return '';
  return madeUntil ? `made until ${dayjs(madeUntil).format('D MMM YYYY')}` : 'made no more';
}

const times = (steps: number) => {
  const size = Math.abs(steps);
  return size < 1.5 ? 'about one step' : `${Math.round(size)} steps`;
};

/** What a change comes to, for the row of its quantity: `lighter, 3 steps`, `same`. */
export function changeWords({ word, way, steps, stated }: Step['changes'][number]): string {
  const said =
    word === 'same' ? 'same' : word === 'perhaps' ? `perhaps ${way}` : `${way}, ${times(steps)}`;
  return stated ? `${said}, as stated` : said;
}
