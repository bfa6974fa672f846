/** Long reads: how far each is, and how it is stopped. A job is named by who asks for it. */
import type { JobProgress } from '#contract/job-records.ts';
import { Refusal } from './problems.ts';

/** Jobs whose end is still told. */
const KEPT = 40;

export interface Job {
  /** Says how far it is, and lets other requests be answered; throws where it was stopped. */
  step: (done: number, total: number) => Promise<void>;
  end: () => void;
}

export function jobBook() {
  const jobs = new Map<string, JobProgress & { stop: () => void }>();

  return {
    /**
     * @param id of the job; left out: nobody asks how far it is
     * @param gone aborted where nobody waits for it any more
     */
    begin(id: string | undefined, gone: AbortSignal): Job {
      let stopped = false;
      const job = { done: 0, total: 0, ended: false, stop: () => {} };
      job.stop = () => {
        stopped = true;
        job.ended = true;
      };
      if (id !== undefined) {
        jobs.set(id, job);
        if (jobs.size > KEPT) jobs.delete([...jobs.keys()][0] ?? '');
      }
      return {
        async step(done, total) {
          job.done = done;
          job.total = total;
          await new Promise((resolve) => setImmediate(resolve));
          if (stopped || gone.aborted) throw new Refusal(499, 'Stopped.');
        },
        end: () => {
          job.ended = true;
        },
      };
    },
    of(id: string): JobProgress | undefined {
      const job = jobs.get(id);
      return job && { done: job.done, total: job.total, ended: job.ended };
    },
    stop: (id: string): boolean => {
      const job = jobs.get(id);
      job?.stop();
      return job !== undefined;
    },
  };
}

export type JobBook = ReturnType<typeof jobBook>;
