/**
 * Work on a file that a stranger made, in a process of its own with limits of memory and time: it is ended whatever it
 * is doing, also in the middle of a query, once it is late or nobody waits for it.
 */
import { type ChildProcess, fork } from 'node:child_process';
import type { Problem } from '#contract/problem.ts';
import { type BuiltName, builtFile } from './built-files.ts';
import { Refusal } from './problems.ts';

export interface ProcessTerms {
  /** A process that works longer is ended. */
  mostMs: number;
  /** Of its JavaScript heap. */
  mostMegabytes: number;
  /** Aborted once nobody waits for the answer. */
  gone?: AbortSignal | undefined;
  /** What is told where it was late, or its memory ran out. */
  late: string;
  /** Hears how far it is. */
  onProgress?: (done: number, total: number) => void;
}

/** What such a process sends. */
export type ProcessMessage =
  | { kind: 'progress'; done: number; total: number }
  | { kind: 'done'; answer: unknown }
  | { kind: 'refused'; status: number; detail: string; errors?: Problem['errors']; count?: number }
  /** A fault of the machine, by its code: the disk is full. */
  | { kind: 'failed'; code: string; message: string };

const running = new Set<ChildProcess>();

/** Ends what runs: the server stops. */
export function endProcesses(): void {
  for (const child of running) child.kill('SIGKILL');
}

/** Has a built process do a task, and answers with what it sends. */
export function runEnded<Answer>(
  name: BuiltName,
  task: unknown,
  { mostMs, mostMegabytes, gone, late, onProgress }: ProcessTerms,
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    if (gone?.aborted) return reject(new Refusal(499, 'Nobody waited for the answer.'));
    const child = fork(builtFile(name), {
      serialization: 'advanced',
      execArgv: [`--max-old-space-size=${mostMegabytes}`],
      // What the engine says as it runs out of memory is told in words of our own.
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    running.add(child);
    const end = () => void child.kill('SIGKILL');
    const timer = setTimeout(end, mostMs);
    gone?.addEventListener('abort', end);
    child.on('message', (message: ProcessMessage) => {
      if (message.kind === 'progress') onProgress?.(message.done, message.total);
      else if (message.kind === 'done') resolve(message.answer as Answer);
      else if (message.kind === 'failed')
        reject(Object.assign(new Error(message.message), { code: message.code }));
      else reject(new Refusal(message.status, message.detail, message.errors, message.count));
    });
    child.on('error', reject);
    child.on('exit', () => {
      clearTimeout(timer);
      gone?.removeEventListener('abort', end);
      running.delete(child);
      // Where it answered before it ended, this says nothing any more.
      reject(
        gone?.aborted ? new Refusal(499, 'Nobody waited for the answer.') : new Refusal(422, late),
      );
    });
    child.send(task as object);
  });
}

/** In such a process: does the task that is sent, and sends what comes of it. */
export function answerTask<Task>(
  work: (task: Task, onProgress: (done: number, total: number) => void) => unknown,
): void {
  const send = (message: ProcessMessage) =>
    new Promise<void>((sent) => {
      // A server that has ended meanwhile is not told.
      if (process.connected) process.send?.(message, () => sent());
      else sent();
    });
  process.on('disconnect', () => process.exit());
  process.once('message', async (task: Task) => {
    try {
      const answer = await work(
        task,
        (done, total) => void send({ kind: 'progress', done, total }),
      );
      await send({ kind: 'done', answer });
    } catch (error) {
      const { code } = error as NodeJS.ErrnoException;
      if (typeof code === 'string')
        await send({ kind: 'failed', code, message: (error as Error).message });
      if (!(error instanceof Refusal)) throw error;
      const { status, message: detail, errors, faultCount } = error;
      await send({
        kind: 'refused',
        status,
        detail,
        ...(errors ? { errors } : {}),
        ...(faultCount === undefined ? {} : { count: faultCount }),
      });
    }
    if (process.connected) process.disconnect();
  });
}
