/** What was asked for, in lines: a printed page and a link say what they answer. */
import type { ChoiceAnswers } from './candidate.ts';

/** What the answers name, in words. */
interface AskedNames {
  /** The foot in a line; empty: none was said. */
  foot: string;
  /** What one is used to; empty: nothing was said. */
  used: string;
}

/**
 * Lines in the order of the conversation; what was left open has none.
 *
 * @example grip, then cushion, at most 150 EUR: `What matters most: grip, then cushion.`, `At most 150 EUR.`
 */
export function askedWords(
  { matters, load, risk, most, currency = '', used: usual }: ChoiceAnswers,
  { foot, used }: AskedNames,
): string[] {
  const liked = usual?.liked ? 'and likes it' : 'and wants something else';
  return [
    ...(foot === '' ? [] : [`For the foot ${foot}.`]),
    ...(matters.length === 0
      ? []
      : [`What matters most: ${[...new Set(matters)].join(', then ')}.`]),
    ...(load === 'nothing' ? [] : [`Carrying ${load}.`]),
    ...(used === '' ? [] : [`Used to ${used}, ${liked}.`]),
    ...(risk === 'the usual' ? [] : [`Risk that is borne: ${risk}.`]),
    ...(most === undefined ? [] : [`At most ${most} ${currency}.`]),
  ];
}
