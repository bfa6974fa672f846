/** A server of its own for each test, and a page that watches for errors. */
import { type ChildProcess, fork, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Page } from '@playwright/test';

/**
 * A port that is free now, below those that the system lends to outgoing connections: the browser
 * opens many, and one of them could take a lent port between this look and the server's start.
 */
export async function freePort(): Promise<number> {
  const port = 20_000 + Math.floor(Math.random() * 12_000);
  const free = await new Promise<boolean>((resolve) => {
    const probe = createServer();
    probe.on('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
  return free ? port : freePort();
}

type Script = 'demo' | 'start';

/** Serves books of tests from one process, see host.mjs. */
class Host {
  private readonly process = fork(join(import.meta.dirname, 'host.mjs'), {
    env: { ...process.env, EMVEX_BUILT: '1', EMVEX_LOG: 'error' },
  });
  private asked = 0;
  private ended = false;

  constructor() {
    this.process.on('exit', () => {
      this.ended = true;
    });
  }

  /** Asks for a book to be opened, or closed; answers with what is said of it. */
  async ask(terms: { ask: 'open' | 'close'; database: string; script?: Script; port?: number }) {
    if (this.ended) throw new Error('the host of the servers has ended');
    this.asked += 1;
    const id = this.asked;
    return new Promise<string>((resolve, reject) => {
      const hear = (answer: { id: number; said?: string; fault?: string }) => {
        if (answer.id !== id) return;
        this.process.off('message', hear);
        if (answer.fault === undefined) resolve(answer.said ?? '');
        else reject(new Error(answer.fault));
      };
      this.process.on('message', hear);
      this.process.send({ id, ...terms });
    });
  }

  close(): void {
    this.process.disconnect();
  }
}

export class Bench {
  address = '';
  private process: ChildProcess | undefined;
  private port = 0;
  readonly folder = mkdtempSync(join(tmpdir(), 'emvex-e2e-'));
  private readonly database = join(this.folder, 'book.db');

  /** @param host serves it; none: a process of its own does, started as a user would */
  constructor(
    private readonly script: Script,
    private readonly host?: Host,
  ) {}

  /** Starts the server, on the same port each time. */
  async start(): Promise<void> {
    this.port ||= await freePort();
    const { script, database, port } = this;
    if (this.host) this.address = await this.host.ask({ ask: 'open', script, database, port });
    else await this.startProcess();
  }

  private async startProcess(): Promise<void> {
    const child = spawn('node', [`scripts/${this.script}.mjs`], {
      env: {
        ...process.env,
        PORT: String(this.port),
        EMVEX_DB: this.database,
        EMVEX_DEMO_DB: this.database,
        EMVEX_BUILT: '1',
        EMVEX_STEADY_GAUGES: '1',
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.process = child;
    await new Promise<void>((resolve, reject) => {
      let said = '';
      const hear = (chunk: Buffer) => {
        said += chunk.toString();
        const found = /http:\/\/127\.0\.0\.1:\d+/.exec(said);
        if (!found) return;
        this.address = found[0];
        resolve();
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('exit', (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
    });
  }

  /** Begins with a copy of the scenario's book. */
  copyScenario(): void {
    cpSync(process.env.EMVEX_SCENARIO ?? '', this.folder, { recursive: true });
  }

  /** Stops the server, where it has a process of its own as Ctrl-C does; answers with the exit code. */
  async stop(): Promise<number | null> {
    if (this.host) {
      const fault = await this.host.ask({ ask: 'close', database: this.database });
      return fault === '' ? 0 : 1;
    }
    const child = this.process;
    if (!child || child.exitCode !== null) return child?.exitCode ?? null;
    this.process = undefined;
    child.removeAllListeners('exit');
    const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
    child.kill('SIGINT');
    return ended;
  }

  async close(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Messages of a stopped server, and of pages that are not kept while a test says so. */
const EXPECTED =
  /ERR_CONNECTION_REFUSED|Failed to load resource|Service Worker registration blocked/;

function watchConsole(page: Page, faults: string[]): void {
  page.on('console', (message) => {
    if (['error', 'warning'].includes(message.type()) && !EXPECTED.test(message.text()))
      faults.push(message.text());
  });
  page.on('pageerror', (error) => faults.push(error.message));
}

/** The bench works offline: its pages ask nothing of any other host. */
function watchRequests(page: Page, faults: string[]): void {
  page.on('request', (request) => {
    if (!/^(http:\/\/127\.0\.0\.1:|data:|blob:)/.test(request.url()))
      faults.push(`asked of another host: ${request.url()}`);
  });
}

export const test = base.extend<
  { asStarted: boolean; demo: Bench; empty: Bench; faults: string[] },
  { host: Host }
>({
  // True: a server in a process of its own, as a user starts it.
  asStarted: [false, { option: true }],
  host: [
    async ({ browserName: _ }, use) => {
      const host = new Host();
      await use(host);
      host.close();
    },
    { scope: 'worker' },
  ],
  // A page goes before its server: one that is still loading would fail without it.
  demo: async ({ host, asStarted, page }, use) => {
    const bench = new Bench('demo', asStarted ? undefined : host);
    bench.copyScenario();
    await bench.start();
    await use(bench);
    await page.close();
    await bench.close();
  },
  empty: async ({ host, page }, use) => {
    const bench = new Bench('start', host);
    await bench.start();
    await use(bench);
    await page.close();
    await bench.close();
  },
  // Every test fails on an error or a warning in the console, and on a request to another host.
  faults: [
    async ({ page }, use) => {
      const faults: string[] = [];
      watchConsole(page, faults);
      watchRequests(page, faults);
      await use(faults);
      expect(faults).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** Opens a page of the bench and waits for it. */
export async function open(page: Page, bench: Bench, path: string): Promise<void> {
  await page.goto(`${bench.address}${path}`);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  if (path.endsWith('/measure')) await expect(page.locator('#entry')).toBeFocused();
}

/**
 * Waits until a page has fetched what it shows. The stream of the live gauges never ends, so a
 * quiet network is not waited for.
 */
export async function settled(page: Page): Promise<void> {
  await page.waitForLoadState('load');
  await page.waitForFunction(
    () => {
      const state = window as unknown as { seen?: number };
      const seen = performance.getEntriesByType('resource').length;
      const same = state.seen === seen;
      state.seen = seen;
      return same;
    },
    undefined,
    { polling: 250 },
  );
}

/** Types a figure at the entry field and enters it. */
export async function enter(page: Page, text: string): Promise<void> {
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

/**
 * Takes the live figure once it is steady and new: until then the bench refuses it.
 * @param taken holds once the figure is taken
 */
export async function takeSteady(page: Page, taken: () => Promise<void>): Promise<void> {
  // The place of a fault is there before one is told.
  const refused = page.locator('[role="alert"][id$="-fault"]').filter({ hasText: /\S/ });
  do {
    // An idle gauge stands at nothing until it is held to the shoe.
    await expect(page.getByTestId('live-value')).not.toHaveText(/^(–|−?0\.\d+[ °])/);
    await expect(page.getByTestId('live-state')).toContainText('steady');
    await page.keyboard.press('Space');
  } while ((await refused.count()) > 0);
  // Never pressed again: a figure that is on its way would be followed by another.
  await taken();
}
