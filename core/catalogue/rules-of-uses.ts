/**
 * The rules of every use: the half of its entry that answers questions. It stands beside `disciplines.ts` and not in
 * it, since every page knows the uses and few know their rules; a use without rules does not compile.
 */
import { type Discipline, describeDiscipline, type ShippedUse, type Uses } from './disciplines.ts';
import type { QuantityId } from './quantities.ts';
import { CLIMBING_RULES } from './rules/climbing.ts';
import { COURT_RULES } from './rules/court.ts';
import { DANCE_RULES } from './rules/dance.ts';
import { FOOTBALL_RULES } from './rules/football.ts';
import { MOTORCYCLE_RULES } from './rules/motorcycle.ts';
import { RUNNING_RULES } from './rules/running.ts';
import { TRACK_RULES } from './rules/track.ts';
import { TRAIL_RULES } from './rules/trail.ts';
import { TREKKING_RULES } from './rules/trekking.ts';
import { WALKING_RULES } from './rules/walking.ts';
import { WINTER_RULES } from './rules/winter.ts';
import type { Criterion, RuleTest, UseRule, UseRules } from './use-rule.ts';

export const RULES_OF_USES: Readonly<Record<ShippedUse, UseRules>> = {
  running: RUNNING_RULES,
  trail: TRAIL_RULES,
  'track and jumps': TRACK_RULES,
  football: FOOTBALL_RULES,
  court: COURT_RULES,
  trekking: TREKKING_RULES,
  'winter boots': WINTER_RULES,
  'motorcycle boots': MOTORCYCLE_RULES,
  climbing: CLIMBING_RULES,
  dance: DANCE_RULES,
  'walking and work': WALKING_RULES,
};

/** The rules of a use; a lab's own has those of the one it was copied from. Undefined where the use is not known. */
export function rulesOfUse(name: Discipline, known?: Uses): UseRules | undefined {
  const shipped = describeDiscipline(name, known).copiedFrom ?? name;
  return RULES_OF_USES[shipped as ShippedUse];
}

/** Everything that a criterion reads. */
export const testsOf = ({ tests, when = [] }: Criterion): RuleTest[] => [...tests, ...when];

const allRules = (): UseRule[] => Object.values(RULES_OF_USES).flatMap(({ rules }) => rules);

/** A rule by its id, whichever use it belongs to. */
export const ruleById = (id: string): UseRule | undefined =>
  allRules().find((rule) => rule.id === id);

const read = (reads: 'figure' | 'score'): QuantityId[] => [
  ...new Set(
    allRules()
      .flatMap(({ asks }) => asks.flatMap(testsOf))
      .flatMap((test) => (test.reads === reads ? [test.of as QuantityId] : [])),
  ),
];

/** Figures that any rule reads. */
export const RULED_FIGURES: readonly QuantityId[] = read('figure');

/** Everything that the definitions of the uses say to a person, by use: for the list of sentences and its test. */
export const textsOfUses = (): { use: string; text: string }[] =>
  Object.entries(RULES_OF_USES).flatMap(([use, { card, rules, inShop }]) =>
    [
      card,
      ...inShop.flatMap(({ act, tells }) => [act, tells]),
      ...rules.flatMap(({ name, why, caution = '', asks }) => [
        name,
        why,
        caution,
        ...asks.flatMap(({ holds, fails }) => [holds, fails]),
      ]),
    ].flatMap((text) => (text === '' ? [] : [{ use, text }])),
  );
