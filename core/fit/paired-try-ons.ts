/** The same testers before and after a change of insole or lacing: what is better, for how many. Common practice. */
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import {
  FOOT_PLACES,
  type FootPlace,
  HEEL_HOLDS,
  heelHoldOf,
  type TryOn,
  toeRoomOf,
} from './try-on.ts';

/** A try-on with what was in the shoe and what was tried on it. */
export interface PairedTryOn {
  tester: string;
  answers: TryOn;
  /** What was in the shoe: its own insole, another, `Cork 3`. */
  worn: string;
}

export type Better = 'better' | 'same' | 'worse';

/** What can be held against each other, each as a number that is better when it is less. */
const ASPECTS: readonly { name: string; badness: (answers: TryOn) => number | undefined }[] = [
  {
    name: 'the heel holds',
    badness: (answers) => {
      const hold = heelHoldOf(answers);
      return hold && HEEL_HOLDS.indexOf(hold);
    },
  },
  {
    name: 'room for the toes',
    badness: (answers) => {
      const room = toeRoomOf(answers);
      return room && Number(room !== 'right');
    },
  },
  {
    name: 'width',
    badness: ({ width }) => {
      const said = FOOT_PLACES.flatMap((place: FootPlace) => width?.[place] ?? []);
      return said.length > 0
        ? said.reduce((sum, one) => sum + Math.abs(one), 0) / said.length
        : undefined;
    },
  },
  { name: 'sore places', badness: ({ sore }) => sore?.length },
];

export interface PairedChange {
  /** `its own insole → Cork 3 on top`. */
  change: string;
  testers: string[];
  aspects: { name: string; better: number; same: number; worse: number }[];
  words: string;
}

const versus = (before: number, after: number): Better =>
  after < before ? 'better' : after > before ? 'worse' : 'same';

function aspectWords(
  { name, better, worse }: PairedChange['aspects'][number],
  n: number,
): string[] {
  return [
    ...(better > 0 ? [`${name}: better for ${better} of ${n}`] : []),
    ...(worse > 0 ? [`${name}: worse for ${worse} of ${n}`] : []),
  ];
}

/**
 * What a change did, each tester against the same tester. What somebody did not answer both times is not counted.
 *
 * @param tryOns of one pair, the earliest first
 * @example a heel that lifted and holds with an insole on top: better for 1 of 1
 */
export function pairedChanges(tryOns: readonly PairedTryOn[]): PairedChange[] {
  const steps = new Map<string, { tester: string; before: TryOn; after: TryOn }[]>();
  const latest = new Map<string, PairedTryOn>();
  for (const tryOn of tryOns) {
    const before = latest.get(tryOn.tester);
    latest.set(tryOn.tester, tryOn);
    if (!before || before.worn === tryOn.worn) continue;
    const change = `${before.worn} → ${tryOn.worn}`;
    // A tester who made the same change again counts once, by the last time.
    const others = (steps.get(change) ?? []).filter(({ tester }) => tester !== tryOn.tester);
    steps.set(change, [
      ...others,
      { tester: tryOn.tester, before: before.answers, after: tryOn.answers },
    ]);
  }
  return [...steps].map(([change, pairs]) => {
    const aspects = ASPECTS.flatMap(({ name, badness }) => {
      const said = pairs.flatMap(({ before, after }): Better[] => {
        const [was, is] = [badness(before), badness(after)];
        return was === undefined || is === undefined ? [] : [versus(was, is)];
      });
      const count = (word: Better) => said.filter((one) => one === word).length;
      return said.length > 0
        ? [{ name, better: count('better'), same: count('same'), worse: count('worse') }]
        : [];
    });
    const n = pairs.length;
    const told = aspects.flatMap((aspect) =>
      aspectWords(aspect, aspect.better + aspect.same + aspect.worse),
    );
    return {
      change,
      testers: pairs.map(({ tester }) => tester).sort(),
      aspects,
      words: `${told.length > 0 ? told.join('; ') : 'no change that was said both times'}${
        n < FIT_LIMITS.testersForChange.value
          ? `; from ${n} ${n === 1 ? 'tester' : 'testers'}, a hint`
          : ''
      }`,
    };
  });
}
