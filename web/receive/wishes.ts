/** What is wished for, in words, and for which shoe it stands. */
import type { Wish } from '#contract/wish-records.ts';

/** `asked for by readers: it follows the Stairwell`. */
export function wishWords({ kind, whom, why }: Pick<Wish, 'kind' | 'whom' | 'why'>): string {
  return `${kind}${whom ? ` by ${whom}` : ''}: ${why}`;
}

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The wishes that stand for a shoe as its names are typed; one that names no build stands for any. */
export const wishesFor = (
  wishes: readonly Wish[],
  { maker, model, edition }: { maker: string; model: string; edition: string },
): Wish[] =>
  wishes.filter(
    (wish) =>
      wish.closed === null &&
      same(wish.maker, maker) &&
      same(wish.model, model) &&
      (wish.name === '' || same(wish.name, edition)),
  );

/** Where a wish for an edition is written down. */
export const wishAddress = (edition: { maker: string; model: string; name: string }): string =>
  `/wishes?${new URLSearchParams({ maker: edition.maker, model: edition.model, name: edition.name })}`;
