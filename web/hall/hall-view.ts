/** What the link shows, as the bench last said it: kept on the phone for when it cannot be reached. */
import { useCallback, useEffect, useState } from 'react';
import type { HallView } from '#contract/hall-records.ts';
import { HALL_VIEW, openedLink } from './hall-link.ts';
import { onArrived } from './hall-outbox.ts';
import { callHall, HallFault } from './hall-request.ts';

interface KeptView {
  view: HallView;
  /** How far the clock of this phone is ahead of the bench's, ms. */
  aheadMs: number;
}

const kept = (): KeptView | undefined => {
  const text = localStorage.getItem(HALL_VIEW);
  return text ? (JSON.parse(text) as KeptView) : undefined;
};

/** What the page shows, and why it shows nothing. */
export function useHallView(): (KeptView & { fault: string; away: boolean }) | { fault: string } {
  const [shown, setShown] = useState(kept);
  const [fault, setFault] = useState('');
  const [away, setAway] = useState(false);
  const look = useCallback(async () => {
    if (!openedLink()) return;
    try {
      const view = await callHall<HallView>({ method: 'GET', path: '/hall/mine' });
      const next = { view, aheadMs: Date.now() - Date.parse(view.now) };
      localStorage.setItem(HALL_VIEW, JSON.stringify(next));
      setShown(next);
      setFault('');
      setAway(false);
    } catch (error) {
      if (!(error instanceof HallFault)) throw error;
      setAway(error.passing);
      if (!error.passing) {
        // What a link of before showed is none of this phone's any more.
        localStorage.removeItem(HALL_VIEW);
        setShown(undefined);
      }
      setFault(error.message);
    }
  }, []);
  useEffect(() => {
    void look();
    const back = () => void look();
    window.addEventListener('focus', back);
    window.addEventListener('online', back);
    const stop = onArrived(back);
    return () => {
      window.removeEventListener('focus', back);
      window.removeEventListener('online', back);
      stop();
    };
  }, [look]);
  if (!openedLink()) return { fault: 'This page needs your personal link. Ask the lab for one.' };
  return shown ? { ...shown, fault, away } : { fault: fault || 'Loading …' };
}

/** The day it is at the bench, whatever the clock of this phone says. */
export function todayAtBench(aheadMs: number): string {
  const at = new Date(Date.now() - aheadMs);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}
