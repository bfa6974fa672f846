/** The pair on the bench: the one the steps act on. */
import { readLocalStorageValue, useLocalStorage } from '@mantine/hooks';
import { useParams } from 'react-router';

const KEY = 'emvex-bench';

/** The tag in the address, else the pair last worked on. */
export function useBenchTag(): string | undefined {
  const { tag } = useParams();
  const [kept] = useLocalStorage<string>({ key: KEY, defaultValue: '' });
  return tag ?? (kept || undefined);
}

export function putOnBench(tag: string): void {
  if (readLocalStorageValue({ key: KEY }) === tag) return;
  window.localStorage.setItem(KEY, JSON.stringify(tag));
  window.dispatchEvent(
    new CustomEvent('mantine-local-storage', { detail: { key: KEY, value: tag } }),
  );
}
