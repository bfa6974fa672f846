/**
 * Where the hand was: what was under it may vanish (a dialog, a form that is done, a button that is
 * switched off while it works), and the focus would fall to the page. It goes back to the field of the
 * bench, or to what is nearest to where it was; and a digit reaches that field from anywhere.
 */
import { useEffect } from 'react';

/** The field that figures are typed in carries this attribute. */
export const HAND = 'data-hand';

const TABBABLE =
  'button:not(:disabled), a[href], input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex="0"]';
/** A page that is still changing is given this long. */
const SETTLE_MS = 60;

const field = () => document.querySelector<HTMLElement>(`input[${HAND}]`);

const isOff = (element: Element) => element.matches(':disabled, [data-loading="true"]');

/** From an element up to the page. */
function pathOf(element: Element): Element[] {
  const path: Element[] = [];
  for (let at: Element | null = element; at; at = at.parentElement) path.push(at);
  return path;
}

/** What takes the focus instead of what vanished; undefined: wait until it is switched on again. */
function heir(path: readonly Element[]): HTMLElement | undefined {
  const [last] = path;
  if (last?.isConnected) return isOff(last) ? undefined : (last as HTMLElement);
  const main = document.querySelector<HTMLElement>('main');
  const near = path.filter((element) => element.isConnected && main?.contains(element));
  const bench = field();
  // A dialog stands in no part of the page; a part that holds the field is the bench.
  const atBench = near.length === 0 || near.some((part) => part !== main && part.contains(bench));
  if (bench && atBench) return bench;
  return near[0]?.querySelector<HTMLElement>(TABBABLE) ?? main ?? undefined;
}

function giveBack(path: readonly Element[]): void {
  if (path.length === 0 || document.activeElement !== document.body) return;
  heir(path)?.focus({ preventScroll: true });
}

const isTyping = (target: EventTarget | null) =>
  target instanceof Element &&
  target.closest('input, textarea, select, [contenteditable="true"], [role="dialog"]') !== null;

/** A digit that is typed beside the field goes into it. */
function reachField(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || !/^\d$/.test(event.key)) return;
  if (isTyping(event.target) || document.querySelector('[aria-modal="true"]')) return;
  field()?.focus();
}

/** Keeps the focus where the hand is; once, by the frame of all pages. */
export function useHand(): void {
  useEffect(() => {
    let path: Element[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    const remember = (event: FocusEvent) => {
      path = event.target instanceof Element ? pathOf(event.target) : [];
    };
    // Who clicks beside everything has let go.
    const letGo = (event: PointerEvent) => {
      if (!(event.target as Element).closest(`${TABBABLE}, label`)) path = [];
    };
    const look = () => {
      clearTimeout(timer);
      timer = setTimeout(() => giveBack(path), SETTLE_MS);
    };
    const changes = new MutationObserver(look);
    changes.observe(document.body, {
      childList: true,
      subtree: true,
      attributeFilter: ['disabled', 'data-loading'],
    });
    document.addEventListener('focusin', remember);
    document.addEventListener('pointerdown', letGo);
    document.addEventListener('keydown', reachField);
    return () => {
      clearTimeout(timer);
      changes.disconnect();
      document.removeEventListener('focusin', remember);
      document.removeEventListener('pointerdown', letGo);
      document.removeEventListener('keydown', reachField);
    };
  }, []);
}
