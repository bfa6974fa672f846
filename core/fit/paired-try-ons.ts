/** The same testers before and after a change of insole or lacing: what is better, for how many. Common practice. */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type { AspectChange } from '../records/sizing-verdict.ts';
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
  aspects: AspectChange[];
  /** Too few testers made the change. */
  isHint: boolean;
}

const versus = (before: number, after: number): Better =>
  after < before ? 'better' : after > before ? 'worse' : 'same';

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
    return {
      change,
      testers: pairs.map(({ tester }) => tester).sort(),
      aspects,
      isHint: pairs.length < FIT_LIMITS.testersForChange.value,
    };
  });
}
