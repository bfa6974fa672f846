/**
 * Which lab is at this address, as the server last said. Another database may be served at the same address: what was
 * typed for one lab is never sent to another.
 */

const KEY = 'emvex-lab';

/** Identity of the lab; undefined where the server never said it. */
export const knownLab = (): string | undefined =>
  globalThis.localStorage?.getItem(KEY) ?? undefined;

/** Writes down what the server says of itself; true where it is another lab than before. */
export function meetLab(lab: string): boolean {
  const before = knownLab();
  if (before === lab) return false;
  localStorage.setItem(KEY, lab);
  return before !== undefined;
}
