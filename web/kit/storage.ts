/**
 * The browser's storage, or a stand-in for it. A browser may forbid its storage, and then even naming it throws: pages
 * work on, with what they keep held in memory until the page is closed, and the person is told.
 */

/** Storage that ends with the page. */
class PageStorage implements Storage {
  private readonly items = new Map<string, string>();
  get length(): number {
    return this.items.size;
  }
  clear(): void {
    this.items.clear();
  }
  getItem(key: string): string | null {
    return this.items.get(key) ?? null;
  }
  key(index: number): string | null {
    return [...this.items.keys()][index] ?? null;
  }
  removeItem(key: string): void {
    this.items.delete(key);
  }
  setItem(key: string, value: string): void {
    this.items.set(key, String(value));
  }
}

const PROBE = 'emvex-probe';

function works(name: 'localStorage' | 'sessionStorage'): boolean {
  try {
    const storage = window[name];
    storage.setItem(PROBE, PROBE);
    const kept = storage.getItem(PROBE) === PROBE;
    storage.removeItem(PROBE);
    return kept;
  } catch {
    return false;
  }
}

let lasting = true;

/** Puts a stand-in where the browser's storage does not work. */
export function secureStorage(): void {
  for (const name of ['localStorage', 'sessionStorage'] as const) {
    if (works(name)) continue;
    Object.defineProperty(window, name, { configurable: true, value: new PageStorage() });
    if (name === 'localStorage') lasting = false;
  }
}

// At once: whatever is imported after this module may read from it.
if (typeof window !== 'undefined') secureStorage();

/** False where what is kept in this browser is gone with the page. */
export const isStorageLasting = (): boolean => lasting;
