/** What a page shows is said in its address: chosen there, and read back from it. */
import { useSearchParams } from 'react-router';

/** Names with what is chosen; empty or null: nothing, and the name goes. */
type Choices = Readonly<Record<string, string | null>>;

/** The choices themselves, or how they follow from what the address says at that moment. */
type Choosing = Choices | ((search: URLSearchParams) => Choices);

/**
 * The choices in the address, and a way to change some of them.
 *
 * A change starts from the address of the window, not from the one that was rendered: React draws a changed
 * address when it has time, and of two quick choices the first would be lost.
 *
 * @param replace true where a choice is no step that one goes back from
 */
export function useChoices({ replace = false } = {}) {
  const [search, setSearch] = useSearchParams();
  const choose = (choosing: Choosing) => {
    const next = new URLSearchParams(window.location.search);
    const choices = typeof choosing === 'function' ? choosing(next) : choosing;
    for (const [name, value] of Object.entries(choices))
      if (value) next.set(name, value);
      else next.delete(name);
    setSearch(next, { replace });
  };
  return [search, choose] as const;
}
