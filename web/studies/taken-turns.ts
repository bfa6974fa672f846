/** How far a study is, with what still waits in the browser. */
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import type { WaitingChange } from '../api/outbox.ts';

/** Turns that have a reading, in the order taken, with what waits in the browser put on top. */
export function takenTurns(study: GaugeStudyRecord, changes: readonly WaitingChange[]): number[] {
  let taken = [...study.taken];
  for (const change of changes) {
    const { name, params, refused } = change;
    if (refused || 'file' in change || (params as { id?: string }).id !== study.id) continue;
    const { turn } = change.body as { turn: number };
    if (name === 'recordStudyReading' && !taken.includes(turn)) taken.push(turn);
    if (name === 'voidStudyReading') taken = taken.filter((one) => one !== turn);
  }
  return taken;
}
