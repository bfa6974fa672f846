/** What a page shows is said in its address: chosen there, and read back from it. */
import { useSearchParams } from 'react-router';

/** Names with what is chosen; empty or null: nothing, and the name goes. */
type Choices = Readonly<Record<string, string | null>>;

/**
 * The choices in the address, and a way to change some of them.
 *
 * @param replace true where a choice is no step that one goes back from
 */
export function useChoices({ replace = false } = {}) {
  const [search, setSearch] = useSearchParams();
  const choose = (choices: Choices) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [name, value] of Object.entries(choices))
          if (value) next.set(name, value);
          else next.delete(name);
        return next;
      },
      { replace },
    );
  return [search, choose] as const;
}
