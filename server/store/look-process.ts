/** Looks into a copy, or stages one to be restored, in a process that can be ended. */
import { answerTask } from '../ended-process.ts';
import type { Copy } from './backups.ts';
import { lookIntoCopy } from './copy-look.ts';
import { stageCopy } from './restore.ts';

export type LookTask =
  | { kind: 'look'; copy: Copy; path: string }
  | { kind: 'stage'; copy: string; path: string };

answerTask((task: LookTask) =>
  task.kind === 'look' ? lookIntoCopy(task.copy, task.path) : stageCopy(task.path, task.copy),
);
