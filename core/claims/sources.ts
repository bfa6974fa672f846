/** Statements of one maker about one build that cannot both be true: two pages, or a page and a box. */
import type { Catalogue, QuantityId } from '../catalogue/quantities.ts';
import { describeQuantity } from '../catalogue/quantities.ts';
import { nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import { isAbove } from '../statistics/at-limit.ts';

interface StatedFigure {
  quantity: string;
  typed: string;
  value: number;
  halfWidth: number;
  label: SizeLabel | null;
  statedBasis: object;
  source: string;
  withdrawn: string | null;
}

interface StatedWords {
  part: string;
  text: string;
  source: string;
  withdrawn: string | null;
}

/** What two sources say of one thing, beside each other. */
export interface Disagreement {
  /** `Heel stack, UK 8`, or the name of a part. */
  about: string;
  said: { source: string; words: string }[];
}

const apart = (a: StatedFigure, b: StatedFigure) =>
  isAbove(Math.abs(a.value - b.value), a.halfWidth + b.halfWidth);

/** Every entry of a group that stands apart from one of another source in it. */
function disagreeing<T extends { source: string }>(
  group: readonly T[],
  differ: (a: T, b: T) => boolean,
): T[] {
  return group.filter((one) =>
    group.some((other) => other.source !== one.source && differ(one, other)),
  );
}

function grouped<T>(list: readonly T[], keyOf: (one: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const one of list) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return [...groups.values()];
}

/**
 * Figures of one quantity, size and basis whose roundings do not meet, and words on one part that are not the
 * same, where they come from different sources; what was withdrawn says nothing.
 *
 * @example 33 mm on a web page and 35 mm on the box disagree; 33 mm and 33.4 mm do not
 */
export function disagreementsOf(
  claims: readonly StatedFigure[],
  words: readonly StatedWords[],
  catalogue?: Catalogue,
): Disagreement[] {
  const standing = <T extends { withdrawn: string | null }>(list: readonly T[]) =>
    list.filter(({ withdrawn }) => withdrawn === null);
  const figures = grouped(standing(claims), ({ quantity, label, statedBasis }) =>
    JSON.stringify([quantity, label, statedBasis]),
  ).flatMap((group): Disagreement[] => {
    const said = disagreeing(group, apart);
    const [first] = said;
    if (!first) return [];
    const { name } = describeQuantity(first.quantity as QuantityId, catalogue);
    return [
      {
        about: [name, first.label ? nameLabel(first.label) : ''].filter(Boolean).join(', '),
        said: said.map(({ source, typed }) => ({ source, words: typed })),
      },
    ];
  });
  const parts = grouped(
    standing(words).filter(({ part }) => part !== ''),
    ({ part }) => part,
  ).flatMap((group): Disagreement[] => {
    const said = disagreeing(
      group,
      (a, b) => a.text.trim().toLowerCase() !== b.text.trim().toLowerCase(),
    );
    const [first] = said;
    return first
      ? [{ about: first.part, said: said.map(({ source, text }) => ({ source, words: text })) }]
      : [];
  });
  return [...figures, ...parts];
}
