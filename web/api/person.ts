/** Whoever is at the bench: chosen once, kept in the browser, and named in every change. */
import { useLocalStorage } from '@mantine/hooks';

const KEY = 'emvex-person';

/** The code of the person, empty while nobody is chosen, and a way to choose. */
export const usePerson = () => useLocalStorage({ key: KEY, defaultValue: '' });

/** The same outside of components. */
export function currentPerson(): string {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '""') as string;
  } catch {
    return '';
  }
}
