/** The built server as a user starts it, in a process of its own: what tests of kills and full disks share. */
import { spawn } from 'node:child_process';

const ROOT = new URL('..', import.meta.url).pathname;
const KIB = 1024;

export interface StartedServer {
  address: string;
  pid: number;
  /** Ends it at once. */
  kill: () => Promise<void>;
  /** Stops it as Ctrl-C does; answers with its exit code and all that it said. */
  stop: () => Promise<{ code: number | null; said: string }>;
}

/**
 * @param most no file can grow over so many bytes, as on a disk with no room left
 */
export function startBuiltServer(
  env: Record<string, string>,
  most?: number,
): Promise<StartedServer> {
  const node = ['node', 'scripts/start.mjs'];
  const [program = '', ...args] =
    most === undefined
      ? node
      : ['bash', '-c', `ulimit -f ${Math.ceil(most / KIB)}; exec ${node.join(' ')}`];
  const child = spawn(program, args, {
    cwd: ROOT,
    env: { ...process.env, EMVEX_BUILT: '1', PORT: '0', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const ended = new Promise<number | null>((resolve) => child.once('close', resolve));
  return new Promise((resolve, reject) => {
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      const address = /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
      if (!address) return;
      resolve({
        address,
        pid: child.pid ?? 0,
        kill: async () => {
          child.kill('SIGKILL');
          await ended;
        },
        stop: async () => {
          child.kill('SIGINT');
          return { code: await ended, said };
        },
      });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
  });
}
