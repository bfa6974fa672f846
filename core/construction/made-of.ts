/** What an edition is made of: as seen at its pairs, and as stated of it, held against each other. */
import { describePart, type PartId, SHOE_PARTS, UNSEEN } from '../catalogue/construction.ts';

/** Answers by part: of one pair as seen, or of an edition as stated. */
export type Answers = { readonly [Part in PartId]?: string };

/**
 * How a part is known: seen at every pair that was looked at, only stated, stated otherwise than seen, or
 * seen otherwise on another pair.
 */
export type PartState = 'seen' | 'stated' | 'contradicted' | 'pairs differ';

export interface MadeOfPart {
  part: PartId;
  state: PartState;
  /** What counts: as seen where anybody looked and could tell, else as stated. */
  answer: string;
  /** What was seen, with the pairs it was seen at; several where pairs differ. */
  seen: { answer: string; tags: string[] }[];
  stated?: string;
}

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * Every part of which something is known, in the order of the walk.
 *
 * @param pairs what was seen at each pair
 * @param stated what is stated of the edition
 * @example a plate that is stated as carbon and seen as plastic is contradicted, and plastic counts
 */
export function madeOf(
  pairs: readonly { tag: string; seen: Answers }[],
  stated: Answers,
): MadeOfPart[] {
  return SHOE_PARTS.flatMap(({ id }) => {
    const seen: MadeOfPart['seen'] = [];
    for (const pair of pairs) {
      const answer = pair.seen[id];
      if (answer === undefined || answer === UNSEEN) continue;
      const known = seen.find((one) => same(one.answer, answer));
      if (known) known.tags.push(pair.tag);
      else seen.push({ answer, tags: [pair.tag] });
    }
    const said = stated[id];
    const answer = seen[0]?.answer ?? said;
    if (answer === undefined) return [];
    const state: PartState =
      seen.length > 1
        ? 'pairs differ'
        : seen.length === 0
          ? 'stated'
          : said !== undefined && !same(said, answer)
            ? 'contradicted'
            : 'seen';
    return [{ part: id, state, answer, seen, ...(said === undefined ? {} : { stated: said }) }];
  });
}

/** A part that cannot be what it is said to be beside another: how it excludes, in words. */
interface Exclusion {
  part: PartId;
  /** With these answers of `part`, `other` has nothing to be said of but its own `none`. */
  answers: readonly string[];
  other: PartId;
  allowed: readonly string[];
}

const EXCLUSIONS: readonly Exclusion[] = [
  { part: 'insole-loose', answers: ['none in it'], other: 'arch-pad', allowed: ['none'] },
  { part: 'insole-loose', answers: ['none in it'], other: 'heel-pad', allowed: ['none'] },
  {
    part: 'insole-loose',
    answers: ['glued in'],
    other: 'orthotic',
    allowed: ['tight', 'does not'],
  },
  { part: 'plate', answers: ['none'], other: 'plate-reach', allowed: [] },
  { part: 'waterproof', answers: ['nothing'], other: 'waterproof-height', allowed: ['the sole'] },
  { part: 'studs', answers: ['none'], other: 'stud-count', allowed: ['0'] },
  { part: 'pattern', answers: ['flat'], other: 'studs', allowed: ['none'] },
  { part: 'tongue', answers: ['none'], other: 'gusset', allowed: ['none', 'bootie'] },
  { part: 'closure', answers: ['slip-on'], other: 'eyelets', allowed: ['0'] },
  { part: 'foam', answers: ['none'], other: 'post', allowed: ['neither'] },
  { part: 'foam', answers: ['none'], other: 'walls', allowed: ['neither side'] },
  { part: 'coverage', answers: ['nothing'], other: 'pattern', allowed: ['flat', 'grooves'] },
];

/**
 * Answers that exclude each other, in words; empty where they go together.
 * @example exclusionsIn({ plate: 'none', 'plate-reach': 'forefoot' }) // ['Plate: none, and Plate reaches: forefoot …']
 */
export function exclusionsIn(answers: Answers): string[] {
  return EXCLUSIONS.flatMap(({ part, answers: excluding, other, allowed }) => {
    const [one, two] = [answers[part], answers[other]];
    if (one === undefined || two === undefined || two === UNSEEN) return [];
    if (!excluding.includes(one) || allowed.includes(two)) return [];
    return [
      `${describePart(part).name}: ${one}, and ${describePart(other).name}: ${two} exclude each other; look again at one of them`,
    ];
  });
}

/** What counts of a part in words: as seen, or as stated only; where pairs differ, each with its tags. */
export function answerWords({
  state,
  answer,
  seen,
  stated,
}: Pick<MadeOfPart, 'state' | 'answer' | 'seen'> & { stated?: string | undefined }): string {
  if (state === 'stated') return `${answer}, as stated`;
  if (state === 'contradicted') return `${answer}; stated ${stated}`;
  return state === 'pairs differ'
    ? seen.map((one) => `${one.answer} (${one.tags.join(', ')})`).join(' or ')
    : answer;
}
