/**
 * What a shoe is made of: the parts of the walk along it, each a question with its answers. Every word that a part
 * goes by finds it. Common practice.
 */

import { PARTS, type PartId, type ShoePart } from './shoe-parts.ts';

export {
  PART_GROUPS,
  type PartGroup,
  type PartId,
  type ShoePart,
  WALK_VIEWS,
  type WalkView,
} from './shoe-parts.ts';

/** The parts in the order of the walk. */
export const SHOE_PARTS: readonly ShoePart[] = PARTS;

export function describePart(id: PartId): ShoePart {
  const part = SHOE_PARTS.find((known) => known.id === id);
  if (!part) throw new RangeError(`no part ${id}`);
  return part;
}

/** What is said where one looked and nothing can be told. */
export const UNSEEN = 'cannot be seen';

/** How a part is known: looked at, or said by somebody. */
export const WAYS_KNOWN = ['seen', 'stated'] as const;
export type WayKnown = (typeof WAYS_KNOWN)[number];

/** Longest answer in a word of one's own. */
export const LONGEST_ANSWER = 60;

/** Says what is wrong with an answer; undefined where it can stand: one of the list, a number, a word of one's own. */
export function answerFault(part: PartId, answer: string): string | undefined {
  const { most, name } = describePart(part);
  if (answer.trim() === '') return `${name}: say what it is, or leave it “not looked”`;
  if (answer.length > LONGEST_ANSWER) return `${name}: at most ${LONGEST_ANSWER} letters`;
  if (most === undefined || answer === UNSEEN) return undefined;
  const count = Number(answer);
  return Number.isInteger(count) && count >= 0 && count <= most
    ? undefined
    : `${name}: a whole number from 0 to ${most}`;
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/**
 * Parts that a typed word finds: by name first, then by another of their words, then by an answer.
 * @example findParts('sockliner')[0].id // 'insole-loose'
 */
export function findParts(typed: string): ShoePart[] {
  const wanted = plain(typed);
  if (wanted === '') return [];
  const begins = (text: string) => {
    const words = plain(text);
    return words.startsWith(wanted) || words.includes(` ${wanted}`);
  };
  const rank = ({ name, alias = [], answers = [] }: ShoePart) =>
    begins(name) ? 0 : alias.some(begins) ? 1 : answers.some(begins) ? 2 : 3;
  return SHOE_PARTS.map((part) => ({ part, rank: rank(part) }))
    .filter((found) => found.rank < 3)
    .sort((a, b) => a.rank - b.rank)
    .map(({ part }) => part);
}
