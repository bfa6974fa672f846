import { defineConfig } from 'vitest/config';
import { nudgePlugin } from './nudge-limit.mjs';

/** The tests that say what a rule of `core` answers: for `npm run mutants`. */
export default defineConfig({
  plugins: [nudgePlugin()],
  test: { include: ['{core,checks}/**/*.test.ts'], testTimeout: 900_000, hookTimeout: 900_000 },
});
