/** Fills in the next free tag until the user types one. */
import { useEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import type { Form } from './PairFieldset.tsx';

/**
 * @param free the next free tag; undefined while it is not known
 */
export function useTagSuggestion(
  form: Pick<Form, 'setFieldValue' | 'getInputNode'> & { values: { tag: string } },
  free: string | undefined,
): void {
  const suggested = useRef('');
  const { tag } = form.values;
  const { setFieldValue, getInputNode } = form;
  useEffect(() => {
    if (free === undefined || (tag !== '' && tag !== suggested.current)) return;
    let isWanted = true;
    // The check, the change and the drawing happen in one step. If they did not, the user could enter the field
    // between them, and the tag would be put in front of the typed text.
    queueMicrotask(() => {
      if (!isWanted || getInputNode('tag') === document.activeElement) return;
      suggested.current = free;
      if (free !== tag) flushSync(() => setFieldValue('tag', free));
    });
    return () => {
      isWanted = false;
    };
  }, [free, tag, setFieldValue, getInputNode]);
}
