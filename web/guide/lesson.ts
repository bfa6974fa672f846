/** What a lesson hands over when it is done; the time is the page's. */
import type { PracticeRound } from '#contract/desk-records.ts';

type Result = PracticeRound['result'];

export type LessonDone = (result: Omit<Result, 'seconds'>) => void;
export interface LessonProps {
  seed: number;
  onDone: LessonDone;
}
