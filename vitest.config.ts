import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,server,instruments,demo,checks,web,bench}/**/*.test.{ts,tsx}'],
    environment: 'node',
    // Threads of the server run as built.
    globalSetup: './scripts/build-for-tests.mjs',
    // A thread of its own takes a while to start on a busy machine.
    testTimeout: 60_000,
    // Half of the time is spent waiting for servers: two files run side by side on two cores.
    maxWorkers: 2,
    // Modules hold nothing that a test changes, so files share them: they are read once and not for each file.
    isolate: false,
    unstubGlobals: true,
  },
});
