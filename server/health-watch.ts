/** Asks a server how it is, again and again, while something else is asked of it: what long runs share. */
import { readFileSync } from 'node:fs';
import { quantile } from 'simple-statistics';
import { expect } from 'vitest';

const EVERY_MS = 50;
const MOST_P99_MS = 250;
const MOST_MS = 1000;
const MOST_MEMORY_MB = 600;

/** Memory of a process that is in use, MB. */
function memoryOf(pid: number): number {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  return Number(/^VmRSS:\s+(\d+) kB$/m.exec(status)?.[1] ?? 0) / 1024;
}

/**
 * Watches until the work is done, and requires answers in time and a bounded memory. Only where it is long enough to
 * tell, and by the built server: `npm run soak`.
 */
export async function requireHealthy<T>(
  { base, pid }: { base: string; pid: number },
  work: () => Promise<T>,
): Promise<T> {
  const waits: number[] = [];
  let memory = 0;
  let done = false;
  const watching = (async () => {
    while (!done) {
      const began = performance.now();
      const answer = await fetch(`${base}/api/health`);
      await answer.arrayBuffer();
      waits.push(performance.now() - began);
      expect(answer.status).toBe(200);
      memory = Math.max(memory, memoryOf(pid));
      await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
    }
  })();
  try {
    return await work();
  } finally {
    done = true;
    await watching;
    const [p99, worst] = [quantile(waits, 0.99), Math.max(...waits)];
    console.log(
      `health: ${waits.length} answers, 99 of 100 within ${p99.toFixed(0)} ms, the slowest ${worst.toFixed(0)} ms; ${memory.toFixed(0)} MB at most`,
    );
    expect(p99).toBeLessThanOrEqual(MOST_P99_MS);
    expect(worst).toBeLessThanOrEqual(MOST_MS);
    expect(memory).toBeLessThanOrEqual(MOST_MEMORY_MB);
  }
}
