import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A function that stays the same one and does what the latest render says: what it is passed to need
 * not render anew for it. Called by what happens, never during a render.
 */
export function useSteady<Given extends unknown[], Result>(
  act: (...given: Given) => Result,
): (...given: Given) => Result {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...given: Given) => latest.current(...given), []);
}
