/** Starts the import in its thread: a thread has to learn TypeScript for itself. */
import { register } from 'tsx/esm/api';

register();
await import('./import-worker.ts');
