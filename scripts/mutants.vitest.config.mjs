import { defineConfig } from 'vitest/config';
import { nudgePlugin } from './nudge-limit.mjs';

/** Tests of the rules in `core/`, for `npm run mutants`. */
export default defineConfig({
  plugins: [nudgePlugin()],
  test: { include: ['{core,checks}/**/*.test.ts'], testTimeout: 900_000, hookTimeout: 900_000 },
});
