import { defineConfig } from 'vitest/config';

/** The tests that say what a rule of `core` answers: for `npm run mutants`. */
export default defineConfig({
  test: { include: ['{core,checks}/**/*.test.ts'], testTimeout: 900_000, hookTimeout: 900_000 },
});
