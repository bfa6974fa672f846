import { defineConfig } from '@playwright/test';
import { browserPath } from './scripts/debian.mjs';

export default defineConfig({
  testDir: 'e2e',
  // Long ones, and second looks at what another test drives too: by `npm run e2e`, and with the long runs.
  ...(process.env.EMVEX_SHORT ? { grepInvert: /@long/ } : {}),
  globalSetup: './e2e/scenario.mjs',
  // No test fails by how busy the machine is: only one that hangs ends here.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  // Each test has a server and a page of its own, and waits for them more than it works: three run side
  // by side on two cores.
  fullyParallel: true,
  workers: 3,
  reporter: process.env.EMVEX_REPORT
    ? [['list'], ['json', { outputFile: process.env.EMVEX_REPORT }]]
    : 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    // Ends before the test does, so that the report says what the page showed.
    actionTimeout: 120_000,
    navigationTimeout: 120_000,
    screenshot: 'only-on-failure',
    // Only the test of a server that is away wants pages kept in the browser.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: browserPath() ?? 'chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
