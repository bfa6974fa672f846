/** A server as a user starts it, in a process of its own, and the memory it takes. */
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';

const ROOT = new URL('..', import.meta.url).pathname;

/** Starts the server as a user does; answers with its address and process. */
export function startServer(
  database: string,
): Promise<{ address: string; pid: number; stop: () => void }> {
  const child = spawn('node', ['scripts/start.mjs'], {
    cwd: ROOT,
    env: { ...process.env, PORT: '0', EMVEX_DB: database },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    let said = '';
    child.on('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(said);
      if (found)
        resolve({
          address: found[0],
          pid: child.pid ?? 0,
          stop: () => {
            child.removeAllListeners('exit');
            child.kill('SIGINT');
          },
        });
    });
  });
}

/** The most memory a process has held, in MB. */
export function peakMemory(pid: number): number {
  const found = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
  return found ? Number(found[1]) / 1024 : Number.NaN;
}
