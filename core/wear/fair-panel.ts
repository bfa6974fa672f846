/**
 * Who wears what next, so that every tester wears every edition about as often and none always comes
 * first; and what testers say of editions with the tester taken out.
 */
import munkres from 'munkres';
import { mean } from 'simple-statistics';

/** A stint that was: a tester wore an edition, in this order. */
export interface Stint {
  tester: string;
  edition: string;
  /** ISO week or date; stints of one tester in order. */
  on: string;
}

export interface PanelQuestion {
  testers: readonly string[];
  editions: readonly string[];
  /** Testers that an edition has a pair for: label and width fit. */
  canWear: (tester: string, edition: string) => boolean;
  worn: readonly Stint[];
}

export interface PanelWeek {
  week: number;
  stints: { tester: string; edition: string; why: string }[];
}

const key = (tester: string, edition: string) => `${tester}\n${edition}`;

/** What a week weighs, the weightiest first: worn by this tester, worn again at once, worn by anybody. */
const WEIGHTS = { own: 1e6, again: 1e4, all: 1e2 } as const;
/** So that nobody is given what does not fit: such a stint is left out of the plan. */
const CANNOT = 1e12;

const timesWords = (n: number) =>
  n === 0
    ? 'not worn by this tester yet'
    : `worn ${n === 1 ? 'once' : `${n} times`} by this tester`;

/**
 * Plans weeks. Each week a tester gets one edition and an edition goes to one tester, so that what was
 * worn least by each comes first (an assignment of least cost, by the Hungarian method), then editions
 * that were worn least by anybody. The same question has the same plan.
 *
 * @example two testers, two editions, nothing worn: week 1 T1 A and T2 B, week 2 the other way round
 */
export function planPanel(
  { testers, editions, canWear, worn }: PanelQuestion,
  weeks: number,
): PanelWeek[] {
  const counts = new Map<string, number>();
  const before = new Map<string, string>();
  const countOf = (name: string) => counts.get(name) ?? 0;
  const wear = (tester: string, edition: string) => {
    for (const name of [key(tester, edition), edition]) counts.set(name, countOf(name) + 1);
    before.set(tester, edition);
  };
  for (const { tester, edition } of [...worn].sort((a, b) => a.on.localeCompare(b.on)))
    wear(tester, edition);
  const costOf = (tester: string, edition: string, place: number) =>
    canWear(tester, edition)
      ? WEIGHTS.own * countOf(key(tester, edition)) +
        WEIGHTS.again * Number(before.get(tester) === edition) +
        WEIGHTS.all * countOf(edition) +
        place
      : CANNOT;
  return Array.from({ length: weeks }, (_, at) => {
    const costs = testers.map((tester) =>
      editions.map((edition, place) => costOf(tester, edition, place)),
    );
    const stints = (costs.length > 0 && editions.length > 0 ? munkres(costs) : [])
      .flatMap(([row, column]) => {
        const [tester, edition] = [testers[row], editions[column]];
        return tester !== undefined &&
          edition !== undefined &&
          (costs[row]?.[column] ?? CANNOT) < CANNOT
          ? [{ tester, edition, why: timesWords(countOf(key(tester, edition))) }]
          : [];
      })
      .sort((a, b) => a.tester.localeCompare(b.tester));
    for (const { tester, edition } of stints) wear(tester, edition);
    return { week: at + 1, stints };
  });
}

export interface PanelRating {
  tester: string;
  edition: string;
  value: number;
}

export interface EditionEffect {
  edition: string;
  testers: number;
  /** Mean of its ratings, and the same with what each tester usually says taken out. */
  plain: number;
  fair: number;
}

/** Sweeps until nothing changes by more. */
const CLOSE = 1e-9;
const MOST_SWEEPS = 500;

/**
 * What is said of editions with the tester taken out: value = all + tester + edition, by least squares,
 * found by taking means in turn. One that rates all high no longer lifts what that one alone wore.
 * Editions that share no tester with others, directly or by others, are not comparable: they are left out.
 *
 * @example T1 says 8 and 6, T2 only wore the second and says 9: the first is still the better one
 */
export function editionEffects(ratings: readonly PanelRating[]): EditionEffect[] {
  const cells = [
    ...new Map(
      ratings.map(({ tester, edition }) => [key(tester, edition), { tester, edition }]),
    ).values(),
  ].map(({ tester, edition }) => ({
    tester,
    edition,
    value: mean(
      ratings
        .filter((one) => one.tester === tester && one.edition === edition)
        .map(({ value }) => value),
    ),
  }));
  const joined = largestJoined(cells);
  if (joined.length === 0) return [];
  const all = mean(joined.map(({ value }) => value));
  const testers = new Map<string, number>();
  const editions = new Map<string, number>();
  const update = (
    into: Map<string, number>,
    nameOf: (cell: PanelRating) => string,
    other: (cell: PanelRating) => number,
  ): number => {
    let moved = 0;
    for (const name of new Set(joined.map(nameOf))) {
      const own = joined.filter((cell) => nameOf(cell) === name);
      const next = mean(own.map((cell) => cell.value - all - other(cell)));
      moved = Math.max(moved, Math.abs(next - (into.get(name) ?? 0)));
      into.set(name, next);
    }
    return moved;
  };
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    const moved =
      update(
        testers,
        ({ tester }) => tester,
        ({ edition }) => editions.get(edition) ?? 0,
      ) +
      update(
        editions,
        ({ edition }) => edition,
        ({ tester }) => testers.get(tester) ?? 0,
      );
    if (moved < CLOSE) break;
  }
  const centre = mean([...editions.values()]);
  return [...editions]
    .map(([edition, effect]) => {
      const own = joined.filter((cell) => cell.edition === edition);
      return {
        edition,
        testers: own.length,
        plain: mean(own.map(({ value }) => value)),
        fair: all + effect - centre,
      };
    })
    .sort((a, b) => b.fair - a.fair);
}

/** The cells of the largest group that testers and editions join. */
function largestJoined(cells: readonly PanelRating[]): PanelRating[] {
  const groups: PanelRating[][] = [];
  const left = new Set(cells);
  while (left.size > 0) {
    const [first] = left;
    if (!first) break;
    const names = new Set([`t ${first.tester}`, `e ${first.edition}`]);
    const group: PanelRating[] = [];
    for (let grew = true; grew; ) {
      grew = false;
      for (const cell of left) {
        if (!names.has(`t ${cell.tester}`) && !names.has(`e ${cell.edition}`)) continue;
        names.add(`t ${cell.tester}`).add(`e ${cell.edition}`);
        group.push(cell);
        left.delete(cell);
        grew = true;
      }
    }
    groups.push(group);
  }
  return groups.sort((a, b) => b.length - a.length)[0] ?? [];
}

/**
 * A tester's own order of preference against a yardstick: by how much each is liked more or less than
 * the own shoe that all is held against.
 */
export function ownOrder(
  ratings: readonly PanelRating[],
  tester: string,
  yardstick: string,
): { edition: string; against: number }[] {
  const own = ratings.filter((one) => one.tester === tester);
  const of = (edition: string) =>
    own.filter((one) => one.edition === edition).map(({ value }) => value);
  const base = of(yardstick);
  if (base.length === 0) return [];
  return [...new Set(own.map(({ edition }) => edition))]
    .filter((edition) => edition !== yardstick)
    .map((edition) => ({ edition, against: mean(of(edition)) - mean(base) }))
    .sort((a, b) => b.against - a.against);
}
