/** Variance components in a worker: a study of many readings never holds the page. */
import { expose } from 'comlink';
import type { PairStudyReadings } from '#contract/study-records.ts';
import type { Limits } from '#core/statistics/process-performance.ts';
import { type PairToPair, studyPairs } from '#core/study/pair-to-pair.ts';
import type { StudyReading } from '#core/study/study-cells.ts';

export type StudyAnswer = { ok: true; study: PairToPair } | { ok: false; message: string };

function* rowsOf({ pairs, readings }: PairStudyReadings): Generator<StudyReading> {
  for (let at = 0; at < readings.value.length; at++)
    yield {
      pair: pairs[readings.pair[at] as number]?.tag ?? '',
      side: readings.side[at] as StudyReading['side'],
      trial: at,
      value: readings.value[at] as number,
    };
}

const bench = {
  study(readings: PairStudyReadings, limits: Limits, onStep: (step: number) => void): StudyAnswer {
    try {
      const study = studyPairs(rowsOf(readings), limits, (step) => {
        onStep(step);
        return true;
      });
      return study ? { ok: true, study } : { ok: false, message: 'The study was stopped.' };
    } catch (error) {
      if (error instanceof RangeError) return { ok: false, message: error.message };
      throw error;
    }
  },
};

export type StudyBench = typeof bench;
expose(bench);
