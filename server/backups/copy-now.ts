/** A copy made now, in a thread of its own: the book is looked through first, as each day. */
import { Worker } from 'node:worker_threads';
import { builtFile } from '../built-files.ts';
import type { Job } from '../jobs.ts';
import { Refusal } from '../problems.ts';
import type { CareMessage, CareOrder } from '../store/care-thread.ts';

const WHOLE = 100;

/** Answers with what kept it from the second place; empty: nothing. */
export function copyNow(order: CareOrder, job: Job): Promise<string> {
  return new Promise((resolve, reject) => {
    const thread = new Worker(builtFile('care-thread'), { workerData: order });
    const step = (share: number) =>
      job.step(Math.round(WHOLE * share), WHOLE).catch((error) => {
        reject(error);
        void thread.terminate();
      });
    thread.on('message', (message: CareMessage) => {
      if (message.kind === 'checked' && message.fault !== undefined)
        reject(new Refusal(422, `The book is damaged (${message.fault}): it is not copied.`));
      else if (message.kind === 'checked') {
        void step(0);
        thread.postMessage('copy');
      } else if (message.kind === 'copying') void step(message.share);
      else if (message.kind === 'copied') resolve(message.secondFault ?? '');
      else
        reject(
          /ENOSPC|SQLITE_FULL|EDQUOT/.test(message.code)
            ? new Refusal(507, 'The disk is full: no copy was written. Free some space.')
            : new Refusal(422, `No copy could be written (${message.code}).`),
        );
    });
    thread.on('error', reject);
    thread.on('exit', () => reject(new Error('the copy ended without an outcome')));
  });
}
