import { defineConfig } from 'vitest/config';

const shared = {
  environment: 'node',
  // No test fails by how busy the machine is: only one that hangs ends here.
  testTimeout: 900_000,
  hookTimeout: 900_000,
  // Modules hold nothing that a test changes, so files share them: they are read once and not for each file.
  isolate: false,
  unstubGlobals: true,
} as const;

export default defineConfig({
  test: {
    // Half of the time is spent waiting for servers: three files run side by side on two cores.
    maxWorkers: 3,
    projects: [
      // Pure, or with a page that happy-dom draws: nothing is built for them.
      {
        test: {
          ...shared,
          name: 'core',
          include: ['{core,contract,checks,web}/**/*.test.{ts,tsx}'],
        },
      },
      // Threads and processes of the server run as built.
      {
        test: {
          ...shared,
          name: 'server',
          include: ['{server,instruments,demo,bench}/**/*.test.{ts,tsx}'],
          globalSetup: './scripts/build-for-tests.mjs',
        },
      },
    ],
  },
});
