/** The next free tag, put into its field until one is typed by hand. */
import { useEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import type { Form } from './PairFieldset.tsx';

/**
 * @param free the tag that is free next; undefined: not known yet
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
    // Looked at, put there and drawn in one go: a hand that comes into the field finds it empty or with the tag in it,
    // never about to get one before what it types.
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
