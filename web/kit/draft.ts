/**
 * What is typed in a form and not sent yet. It is kept in this browser at every change, so that it survives Back,
 * another step, a reload and a crash of the page, until it is sent or cleared. Only fields that differ from what the
 * form began with are kept: a record that was changed meanwhile shows its new values beside what was typed.
 */
import { type SetStateAction, useCallback, useRef, useState } from 'react';

const PREFIX = 'emvex-draft:';

type Fields = Record<string, unknown>;

const isSame = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

/** The fields of a draft; none where there is none, or where it cannot be read. */
export function readDraft<T extends object>(name: string): Partial<T> {
  try {
    const draft = JSON.parse(localStorage.getItem(PREFIX + name) ?? '{}');
    return typeof draft === 'object' && draft !== null ? draft : {};
  } catch {
    return {};
  }
}

/** Keeps the fields that differ from what the form began with. */
export function writeDraft<T extends object>(name: string, typed: T, start: T): void {
  const differing = Object.entries(typed).filter(
    ([field, value]) => !isSame(value, (start as Fields)[field]),
  );
  try {
    if (differing.length === 0) localStorage.removeItem(PREFIX + name);
    else localStorage.setItem(PREFIX + name, JSON.stringify(Object.fromEntries(differing)));
  } catch {
    // A browser that is full still holds what was typed while the page is open.
  }
}

export const dropDraft = (name: string): void => localStorage.removeItem(PREFIX + name);

/** Forgets every draft of this browser: another person's page begins with none. */
export function dropAllDrafts(): void {
  const keys = Array.from({ length: localStorage.length }, (_, index) => localStorage.key(index));
  for (const key of keys) if (key?.startsWith(PREFIX)) localStorage.removeItem(key);
}

/** What a form shows at first: what it begins with, and what was typed of it before. */
export const withDraft = <T extends object>(name: string, start: T): T => ({
  ...start,
  ...readDraft<T>(name),
});

/**
 * The fields of a form, kept as a draft.
 *
 * @param name of the form and what it is about: `outing NS-01`; another name is another draft
 * @param start what the fields hold where nothing was typed
 * @returns the fields, a way to change some of them, and a way to drop the draft once it is sent
 */
export function useDraft<T extends object>(
  name: string,
  start: T,
): readonly [T, (change: SetStateAction<Partial<T>>) => void, (next?: Partial<T>) => void] {
  const [state, setState] = useState(() => ({ name, typed: withDraft(name, start) }));
  let { typed } = state;
  if (state.name !== name) {
    typed = withDraft(name, start);
    setState({ name, typed });
  }
  const current = useRef({ name, typed, start });
  current.current = { name, typed, start };

  const put = useCallback((change: SetStateAction<Partial<T>>) => {
    const { name, typed, start } = current.current;
    const more = typeof change === 'function' ? change(typed) : change;
    const next = { ...typed, ...more };
    current.current.typed = next;
    writeDraft(name, next, start);
    setState({ name, typed: next });
  }, []);

  const drop = useCallback((next: Partial<T> = {}) => {
    const { name, start } = current.current;
    dropDraft(name);
    const typed = { ...start, ...next };
    current.current.typed = typed;
    setState({ name, typed });
  }, []);

  return [typed, put, drop];
}
