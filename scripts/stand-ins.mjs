/** Starts the simulated gauges in a process of their own, as real gauges would be. */
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './install.mjs';

/** Answers with the addresses by instrument name, and a way to stop. */
export function startStandInProcess() {
  const child = fork(join(ROOT, 'scripts', 'gauges.mjs'), ['--free'], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
  });
  const addresses = new Map();
  return new Promise((resolve, reject) => {
    let rest = '';
    child.on('exit', (code) => reject(new Error(`the stand-ins ended with ${code}`)));
    child.stdout.setEncoding('utf8').on('data', (text) => {
      const lines = (rest + text).split('\n');
      rest = lines.pop();
      for (const line of lines) {
        const found = /^gauge (.+) at (\S+)$/.exec(line);
        if (found) addresses.set(found[1], found[2]);
        if (line !== 'ready') continue;
        resolve({
          addressOf: (name) => addresses.get(name),
          stop: () => {
            child.removeAllListeners('exit');
            child.kill('SIGTERM');
          },
        });
      }
    });
  });
}
