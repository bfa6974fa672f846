/** A page that was left open over an update: it is loaded anew, once, and says so where that does not help. */
import { useSyncExternalStore } from 'react';

const KEY = 'emvex-reloaded';
/** A page that is told so again within this time was not mended by loading it anew. */
const AGAIN_MS = 60_000;

let old = false;
const watchers = new Set<() => void>();

/** What is typed and what waits is in the browser's store by now: nothing is lost with the page. */
export function pageIsOld(): void {
  if (old) return;
  old = true;
  for (const watcher of watchers) watcher();
  const last = Number(sessionStorage.getItem(KEY) ?? 0);
  if (Date.now() - last < AGAIN_MS) return;
  sessionStorage.setItem(KEY, String(Date.now()));
  window.location.reload();
}

function watch(watcher: () => void): () => void {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
}

export const usePageIsOld = (): boolean => useSyncExternalStore(watch, () => old);
